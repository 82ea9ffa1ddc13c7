import { compare, type Fraction } from "../rhythm/fraction";
import { momentsOf, writtenLength, type Bar, type Moment } from "./bar";

/**
 * Where what is left ringing stops at the latest: at the first moment behind `onset` at which only
 * rests stand, else at the end of its bar. A string that is played again stops it before that.
 *
 * @param onset From the first event of the bar, and so is the result.
 * @param length How much the bar holds; what is written beyond it moves the end along.
 */
export function ringsUntil(bar: Bar, onset: Fraction, length: Fraction): Fraction {
  const silence = momentsOf(bar).find(
    (moment) => isSilence(moment) && compare(moment.onset, onset) > 0,
  );
  if (silence) return silence.onset;
  const written = writtenLength(bar);
  return compare(written, length) > 0 ? written : length;
}

/** Whether at a moment a rest begins and no note does: the hand lets go of what rings. */
export function isSilence({ events }: Moment): boolean {
  return events.some(({ kind }) => kind === "rest") && events.every(({ kind }) => kind !== "notes");
}
