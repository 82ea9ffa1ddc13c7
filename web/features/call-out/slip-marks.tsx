import type { Span } from "@intonazione/core/callout";
import type { Finding } from "@intonazione/core/foundation";

interface Mark {
  readonly from: number;
  readonly to: number;
  readonly look: string;
}
const SLIP = "bg-madder-wash underline decoration-madder decoration-wavy underline-offset-2";
const POINTED = "bg-verdigris-wash";

/** Underlines slips, and lays colour under words that are pointed at: the same text, invisible, under the field. */
export function SlipMarks({
  text,
  findings,
  pointed,
}: {
  readonly text: string;
  readonly findings: readonly Finding[];
  readonly pointed: Span | undefined;
}) {
  const slips = findings
    .filter(({ severity, where }) => severity === "error" && where.column !== undefined)
    .map(({ where: { column = 1, length = 1 } }): Mark => {
      return { from: column - 1, to: column - 1 + length, look: SLIP };
    });
  const points = pointed
    ? [{ from: pointed.start, to: pointed.start + pointed.length, look: POINTED }]
    : [];
  const marks = [...points, ...slips].sort((a, b) => a.from - b.from);
  if (marks.length === 0) return null;
  const pieces: { readonly text: string; readonly look: string }[] = [];
  let at = 0;
  for (const { from, to, look } of marks) {
    if (from < at) continue;
    pieces.push({ text: text.slice(at, from), look: "" });
    // A slip at the very end, where something is missing, still shows as a blank of its own.
    pieces.push({ text: text.slice(from, to) || " ", look });
    at = Math.max(to, from);
  }
  return (
    <div
      aria-hidden
      className="pointer-events-none absolute inset-0 overflow-hidden break-words whitespace-pre-wrap text-transparent"
    >
      {pieces.map((piece, index) => (
        <span key={index} className={piece.look}>
          {piece.text}
        </span>
      ))}
    </div>
  );
}
