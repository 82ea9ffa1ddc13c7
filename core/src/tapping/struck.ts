import { add, subtract, ZERO, type Fraction } from "../rhythm/fraction";
import { barLength } from "../rhythm/metre";
import { timed, type Bar } from "../score/bar";
import { linkOf, type LineEvent } from "../score/event";
import type { BarFrame } from "../score/frame";

/** Whether somebody taps it: it begins to sound. Ornaments, rests and what is only held on do not. */
export function isStruck(event: LineEvent): boolean {
  if (event.kind === "rest") return false;
  if (event.kind === "hit") return true;
  return !event.grace && event.notes.some((note) => linkOf(note) !== "tie");
}

export interface StruckEvent {
  readonly event: LineEvent;
  /** From the start of the first full bar, in whole notes: a pick-up lies before 0. */
  readonly at: Fraction;
}

/** What is struck in a line, in its order. */
export function struckIn(
  bars: readonly Bar[],
  frames: readonly BarFrame[],
): readonly StruckEvent[] {
  const [first] = frames;
  let start: Fraction = first && first.from.num > 0 ? subtract(ZERO, barLength(first.metre)) : ZERO;
  return bars.flatMap(({ events }, index) => {
    const { from, metre } = frames[index]!;
    const begin = add(start, from);
    start = add(start, barLength(metre));
    return timed(events).flatMap(({ event, onset }) =>
      isStruck(event) ? [{ event, at: add(begin, onset) }] : [],
    );
  });
}
