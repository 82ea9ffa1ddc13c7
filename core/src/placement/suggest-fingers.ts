import type { Finger, FingerByHand, Neck } from "../neck/neck";
import { momentsOf, type Bar } from "../score/bar";
import { notesOf } from "../score/event";
import { bestPath } from "./best-path";
import { leastMovement } from "./cost-model";
import { fingersOf, type Moment, type MomentNote } from "./grip";

/**
 * A finger for every note that has a place, by note id: the teacher's own, else the one that moves
 * the hand least on its way through these bars.
 */
export function suggestFingers(
  bars: readonly Bar[],
  neck: Neck,
): ReadonlyMap<string, FingerByHand> {
  const moments = bars.flatMap(momentsOf).map(({ events }) => {
    const taken = new Set<number>();
    // Of two voices on one string the upper one is fingered.
    return events.flatMap(notesOf).flatMap((note) => {
      if (note.kind === "dead" || !note.place || taken.has(note.place.string)) return [];
      taken.add(note.place.string);
      return [{ note, place: note.place }];
    });
  });
  const path = bestPath(
    moments.map((held): Moment => ({
      notes: held.map(({ place }): MomentNote => ({
        kind: "pitched",
        midi: neck.openMidi[place.string - 1]!,
        fixed: place,
        isLinked: false,
      })),
    })),
    neck,
    leastMovement(neck),
  );
  const fingers = new Map<string, FingerByHand>();
  for (const [index, held] of moments.entries()) {
    const { grip, indexFret } = path.hands[index]!;
    const suggested: readonly Finger[] | undefined = fingersOf(grip, indexFret);
    for (const [at, { note }] of held.entries()) {
      const finger = note.finger ?? suggested?.[at];
      if (finger !== undefined) fingers.set(note.id, finger);
    }
  }
  return fingers;
}
