import Link from "next/link";
import type { ReactNode } from "react";

/** The bar on top of every page: the name, what this page is, and what can be done here. */
export function PageHead({
  children,
  actions,
}: {
  readonly children?: ReactNode;
  readonly actions?: ReactNode;
}) {
  return (
    <header className="flex h-13 shrink-0 items-center gap-4 border-b border-hairline px-6">
      <Link
        href="/"
        className="font-serif text-xl text-madder italic"
        aria-label="Intonazione: to the shelf"
      >
        Intonazione
      </Link>
      <span aria-hidden className="h-7 w-px bg-hairline" />
      <div className="flex min-w-0 flex-1 items-baseline gap-4">{children}</div>
      <div className="flex shrink-0 items-center gap-2">{actions}</div>
    </header>
  );
}
