import { formatBar, type Finding, type Whereabouts } from "@intonazione/core/foundation";

const SIGN = { error: "✕", warning: "!", info: "i" } as const;
const WORD = { error: "left out", warning: "look here", info: "note" } as const;
const COLOR = {
  error: "text-madder",
  warning: "text-ochre-ink",
  info: "text-soft",
} as const;

function placeOf({ line, column, bar }: Whereabouts): string {
  const parts = [
    line !== undefined && `line ${line}`,
    column !== undefined && `column ${column}`,
    line === undefined && bar !== undefined && formatBar(bar),
  ];
  return parts.filter(Boolean).join(", ");
}

/** What a reader had to say: where, how serious, what. */
export function FindingList({
  findings,
  onGo,
}: {
  readonly findings: readonly Finding[];
  /** Makes every place a button that leads there. */
  readonly onGo?: (where: Whereabouts) => void;
}) {
  const shown = findings.slice(0, 200);
  return (
    <ul className="flex flex-col divide-y divide-hairline text-[13px]">
      {shown.map((finding, index) => (
        <li key={index} className="flex gap-3 py-1">
          <span className={`w-20 shrink-0 font-semibold ${COLOR[finding.severity]}`}>
            <span aria-hidden>{SIGN[finding.severity]} </span>
            {WORD[finding.severity]}
          </span>
          {onGo && finding.where.line !== undefined ? (
            <button
              type="button"
              onClick={() => onGo(finding.where)}
              className="w-32 shrink-0 text-left text-soft underline decoration-hairline underline-offset-2 hover:text-ink"
            >
              {placeOf(finding.where)}
            </button>
          ) : (
            <span className="w-32 shrink-0 text-soft">{placeOf(finding.where)}</span>
          )}
          <span>{finding.message}</span>
        </li>
      ))}
      {findings.length > shown.length && (
        <li className="py-1 text-soft">and {findings.length - shown.length} more</li>
      )}
    </ul>
  );
}
