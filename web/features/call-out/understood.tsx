import type { Span } from "@intonazione/core/callout";
import type { Heard } from "@/open-song/draft";

/**
 * What a sentence was understood as, event by event. Pointing at one shows its words; where the caret
 * stands in its words, the event is marked.
 */
export function Understood({
  text,
  heard,
  caret,
  onPoint,
}: {
  readonly text: string;
  readonly heard: readonly Heard[];
  readonly caret: number | undefined;
  readonly onPoint: (words: Span | undefined) => void;
}) {
  const pieces = heard.map((one, index) => {
    const end = one.in.start + one.in.length;
    const before = index === 0 ? 0 : heard[index - 1]!.in.start + heard[index - 1]!.in.length;
    return { lead: text.slice(before, one.in.start), word: text.slice(one.in.start, end), ...one };
  });
  const isAtCaret = ({ from }: Heard) =>
    caret !== undefined && from.start <= caret && caret <= from.start + from.length;
  return (
    <p aria-label="Understood as" className="font-mono text-soft">
      {pieces.map((piece, index) => (
        <span key={index}>
          {piece.lead}
          <button
            type="button"
            aria-label={`${piece.word}: its words`}
            aria-current={isAtCaret(piece) || undefined}
            onPointerEnter={() => onPoint(piece.from)}
            onPointerLeave={() => onPoint(undefined)}
            onFocus={() => onPoint(piece.from)}
            onBlur={() => onPoint(undefined)}
            className={`rounded-xs text-ink hover:bg-verdigris-wash focus-visible:bg-verdigris-wash ${isAtCaret(piece) ? "bg-verdigris-wash" : ""}`}
          >
            {piece.word}
          </button>
        </span>
      ))}
    </p>
  );
}
