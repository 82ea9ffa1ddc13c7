import type { ReactNode } from "react";

interface Version {
  readonly label: string;
  readonly strip: ReactNode;
}

/** A phrase in two versions, one above the other. */
export function Pair({
  letter,
  name,
  before,
  after,
}: {
  readonly letter: string;
  readonly name: string;
  readonly before: Version;
  readonly after: Version;
}) {
  return (
    <section
      aria-label={`Phrase ${name}, both versions`}
      className="flex rounded-md border border-hairline bg-sheet"
    >
      <div className="w-32 shrink-0 py-2.5 pl-3">
        <span aria-hidden className="font-serif text-3xl leading-none">
          {letter}
        </span>
        <p className="text-[13px] font-semibold">{name}</p>
      </div>
      <div className="min-w-0 flex-1 divide-y divide-hairline pr-3">
        {[before, after].map(({ label, strip }, index) => (
          <div key={index} className="py-1.5">
            <h3 className="pl-2 text-xs font-semibold">
              {index === 0 ? "as it is" : "moved"} · {label}
            </h3>
            {strip}
          </div>
        ))}
      </div>
    </section>
  );
}
