import type { FingerByHand, Neck } from "../neck/neck";
import { isFretted, isOpen, type Grip, type Hand } from "./grip";
import type { PlacingNote } from "./hand-task";

/** A straight bar sounds several strings in tune that are at most so far off it, in frets: 12 cents. */
const STRAIGHT = 0.12;

/** Whether a moment is played with the bar. */
export function isBarred(notes: readonly PlacingNote[]): boolean {
  return notes.some((note) => note.kind === "pitched" && note.isBarred);
}

/**
 * The one way to hold a grip with a slide-bar: straight across, over the wire, in cents where the
 * pitches are. No finger frets anything; strings that sound open must not lie under the bar.
 * @param staying Frets where the bar may be when only open strings sound.
 * @returns empty where no straight bar sounds these places.
 */
export function barHandsFor(
  grip: Grip,
  notes: readonly PlacingNote[],
  neck: Neck,
  staying: readonly (number | undefined)[],
): readonly Hand[] {
  const fingers = grip.holds.map((): FingerByHand => 0);
  if (!grip.fretted) return staying.map((indexFret) => ({ grip, indexFret, fingers, isBar: true }));
  const under = grip.holds.flatMap((hold, index) => {
    const note = notes[index]!;
    const cents = note.kind === "pitched" ? note.cents : 0;
    return isFretted(hold) ? [{ string: hold.string, at: hold.fromNut + cents / 100 }] : [];
  });
  const spots = under.map(({ at }) => at);
  const middle = (Math.min(...spots) + Math.max(...spots)) / 2;
  if (Math.max(...spots) - middle > STRAIGHT || middle > neck.frets) return [];
  const strings = under.map(({ string }) => string);
  const isCovered = grip.holds.some(
    (hold) =>
      isOpen(hold) && hold.string > Math.min(...strings) && hold.string < Math.max(...strings),
  );
  if (isCovered) return [];
  return [{ grip, indexFret: Math.round(middle), fingers, isBar: true, barFret: middle }];
}
