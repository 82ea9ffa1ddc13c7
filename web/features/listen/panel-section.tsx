import type { ReactNode } from "react";

/** A part of the panel under its name. */
export function PanelSection({
  title,
  beside,
  children,
}: {
  readonly title: string;
  /** Stands at the right of the name. */
  readonly beside?: ReactNode;
  readonly children: ReactNode;
}) {
  return (
    <section
      aria-label={title}
      className="flex flex-col gap-1.5 border-b border-hairline pb-2.5 text-[13px]"
    >
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="font-serif text-base leading-tight">{title}</h2>
        {beside}
      </div>
      {children}
    </section>
  );
}
