import type { Fraction } from "../rhythm/fraction";
import type { Bar } from "../score/bar";
import type { Note } from "../score/event";
import { writtenBarSound } from "./bar-sound";

/**
 * The notes that still sound when an event begins: held on, or left ringing, within its bar.
 *
 * @param holds How much the bar holds, in whole notes.
 * @param strings How many the instrument has.
 * @returns none where the bar has no such event.
 */
export function stillSounding(
  bar: Bar,
  holds: Fraction,
  strings: number,
  eventId: string,
): readonly Note[] {
  const { moments } = writtenBarSound(bar, holds, strings);
  const moment = moments.find(({ events }) => events.some(({ id }) => id === eventId));
  return moment?.goOn.map(({ note }) => note) ?? [];
}
