import Link from "next/link";
import type { ReactNode } from "react";

/** The bar on top of every page: the name, what this page is, and what can be done here. */
export function PageHead({
  children,
  actions,
  isDense = false,
}: {
  readonly children?: ReactNode;
  readonly actions?: ReactNode;
  /** Two small lines high, for pages that need their room for the work. */
  readonly isDense?: boolean;
}) {
  return (
    <header
      className={`flex shrink-0 items-center border-b border-hairline ${isDense ? "h-12 gap-2.5 px-3.5 xl:gap-3.5" : "h-13 gap-4 px-6"}`}
    >
      <Link
        href="/"
        className={`font-serif text-madder italic ${isDense ? "text-base xl:text-lg" : "text-xl"}`}
        aria-label="Intonazione: to the shelf"
      >
        Intonazione
      </Link>
      <span aria-hidden className="h-7 w-px bg-hairline" />
      <div
        className={`flex min-w-0 flex-1 gap-4 ${isDense ? "h-full items-center" : "items-baseline"}`}
      >
        {children}
      </div>
      <div className={`flex shrink-0 items-center ${isDense ? "gap-1" : "gap-2"}`}>{actions}</div>
    </header>
  );
}
