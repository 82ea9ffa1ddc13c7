import type { ReactNode } from "react";

/** A page with nothing on it but a sentence and what can be done: empty, missing, failed. */
export function Notice({
  title,
  children,
  actions,
}: {
  readonly title: string;
  readonly children: ReactNode;
  readonly actions?: ReactNode;
}) {
  return (
    <div className="mx-auto flex max-w-xl flex-col items-center gap-4 px-6 py-20 text-center">
      <svg viewBox="0 0 240 56" className="w-60 text-hairline" aria-hidden>
        {[8, 18, 28, 38, 48].map((y) => (
          <path key={y} d={`M0 ${y}H240`} stroke="currentColor" strokeWidth={0.6 + y / 40} />
        ))}
        {[0, 52, 101, 147, 191, 232].map((x) => (
          <path key={x} d={`M${x + 1} 4V52`} stroke="currentColor" />
        ))}
        <circle cx="124" cy="28" r="6" fill="none" stroke="var(--madder)" strokeWidth="1.5" />
      </svg>
      <h1 className="font-serif text-2xl">{title}</h1>
      <div className="text-soft">{children}</div>
      {actions && <div className="flex gap-2">{actions}</div>}
    </div>
  );
}
