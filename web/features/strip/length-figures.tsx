import { lengthMarks, type BarBox } from "@intonazione/core/strip";
import { stringY, type Lanes } from "./lanes";

/** Clear of the figure it comes from, and of the one it leads to. */
const CLEAR = 7;

/**
 * How long each note sounds, on its string: a line as long as it is held, dashed on for as long as it
 * rings beyond, and crossed off where it is damped.
 */
export function Lengths({ box, lanes }: { readonly box: BarBox; readonly lanes: Lanes }) {
  let held = "";
  let ringing = "";
  let damped = "";
  for (const mark of lengthMarks(box, lanes.strings)) {
    const y = stringY(lanes, mark.string);
    const start = mark.from + CLEAR;
    const stop = mark.isDamped ? start + (mark.held - start) / 2 : mark.held;
    const end = Math.max(start + 1, stop - CLEAR);
    held += `M${start} ${y}H${end}`;
    if (mark.to > mark.held + 1) ringing += `M${end} ${y}H${Math.max(end, mark.to - CLEAR)}`;
    if (mark.isDamped) damped += `M${end} ${y - 3}v6`;
  }
  return (
    <g aria-hidden stroke="var(--length)" fill="none" strokeWidth={2.2}>
      {held !== "" && <path d={held} />}
      {ringing !== "" && <path d={ringing} strokeDasharray="3 2.5" />}
      {damped !== "" && <path d={damped} strokeWidth={1.4} />}
    </g>
  );
}
