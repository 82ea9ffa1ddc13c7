import type { Finding } from "@intonazione/core/foundation";

/** Underlines slips: the same text, invisible, laid under the field. */
export function SlipMarks({
  text,
  findings,
}: {
  readonly text: string;
  readonly findings: readonly Finding[];
}) {
  const slips = findings
    .filter(({ severity, where }) => severity === "error" && where.column !== undefined)
    .map(({ where }) => ({ from: where.column! - 1, to: where.column! - 1 + (where.length ?? 1) }))
    .sort((a, b) => a.from - b.from);
  if (slips.length === 0) return null;
  const pieces: { readonly text: string; readonly isSlip: boolean }[] = [];
  let at = 0;
  for (const { from, to } of slips) {
    if (from < at) continue;
    pieces.push({ text: text.slice(at, from), isSlip: false });
    // A slip at the very end, where something is missing, still shows as a blank of its own.
    pieces.push({ text: text.slice(from, to) || " ", isSlip: true });
    at = Math.max(to, from);
  }
  return (
    <div
      aria-hidden
      className="pointer-events-none absolute inset-0 overflow-hidden break-words whitespace-pre-wrap text-transparent"
    >
      {pieces.map((piece, index) => (
        <span
          key={index}
          className={
            piece.isSlip
              ? "bg-madder-wash underline decoration-madder decoration-wavy underline-offset-2"
              : ""
          }
        >
          {piece.text}
        </span>
      ))}
    </div>
  );
}
