import { lengthMarks, type BarBox } from "@intonazione/core/strip";
import { stringY, type Lanes } from "./lanes";

/** Clear of the figure it comes from, and of the one it leads to. */
const CLEAR = 7;

/**
 * How long each note sounds, on its string: a line as long as it is held, dashed on for as long as it
 * rings beyond, and crossed off where it is damped.
 */
export function Lengths({ box, lanes }: { readonly box: BarBox; readonly lanes: Lanes }) {
  return (
    <g aria-hidden stroke="var(--length)" fill="none" strokeWidth={2.2}>
      {lengthMarks(box, lanes.strings).map(({ noteId, string, from, held, to, isDamped }) => {
        const y = stringY(lanes, string);
        const start = from + CLEAR;
        const end = Math.max(start + 1, (isDamped ? start + (held - start) / 2 : held) - CLEAR);
        return (
          <g key={noteId}>
            <path d={`M${start} ${y}H${end}`} />
            {to > held + 1 && (
              <path d={`M${end} ${y}H${Math.max(end, to - CLEAR)}`} strokeDasharray="3 2.5" />
            )}
            {isDamped && <path d={`M${end} ${y - 3}v6`} strokeWidth={1.4} />}
          </g>
        );
      })}
    </g>
  );
}
