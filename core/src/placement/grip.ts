import { fingertipMm } from "../neck/fret-geometry";
import { fretFromNut, placesOf, type Finger, type Fret, type Neck, type Place } from "../neck/neck";
import type { Midi } from "../pitch/pitch";

/** A note as placement sees it. Dead notes have a string of their own and no pitch. */
export type MomentNote =
  | {
      readonly kind: "pitched";
      readonly midi: Midi;
      readonly fixed?: Place;
      /** Where it can be played, if not simply wherever its pitch is fretted: a harmonic. */
      readonly candidates?: readonly Place[];
      readonly isLinked: boolean;
    }
  | { readonly kind: "dead"; readonly string: number };

/** Where a note may be played. */
export function placesOfNote(
  { fixed, candidates, midi }: Extract<MomentNote, { readonly kind: "pitched" }>,
  neck: Neck,
): readonly Place[] {
  return fixed ? [fixed] : (candidates ?? placesOf(midi, neck));
}

/** What sounds at once; empty for a rest. */
export interface Moment {
  readonly notes: readonly MomentNote[];
}

/**
 * A place with where its finger is, counted from the nut (a partial capo leaves strings that count
 * their frets differently); or the string of a dead note.
 */
export type Hold =
  (Place & { readonly fromNut: number }) | { readonly string: number; readonly fret: undefined };

/** The places held at one moment, one for each note of the moment and in its order. */
export interface Grip {
  readonly holds: readonly Hold[];
  /** Lowest and highest fretted fret, counted from the nut; absent when only open strings sound. */
  readonly fretted?: { readonly lowest: number; readonly highest: number };
  /** The highest string number held; 0 when nothing is. */
  readonly thickest: number;
}

/** How far a hand reaches between its first and last finger, in mm along the neck. */
export const REACH_MM = 115;

/**
 * Every way to hold a moment: one place a note, one note a string, no wider than the hand reaches,
 * no more than four fingers (a barre counts as one). Fixed places are taken as they are; where they
 * themselves ask too much of the hand, they are believed.
 * @returns empty when there is none.
 */
export function gripsOf(moment: Moment, neck: Neck): readonly Grip[] {
  const candidates = moment.notes.map((note): readonly Hold[] => {
    if (note.kind === "dead") return [{ string: note.string, fret: undefined }];
    const places = placesOfNote(note, neck);
    return places.map((place) => ({ ...place, fromNut: fretFromNut(place, neck) }));
  });
  const grips: Grip[] = [];
  const holds: Hold[] = [];
  const extend = (index: number) => {
    if (index === candidates.length) {
      grips.push(gripOf([...holds]));
      return;
    }
    for (const hold of candidates[index]!) {
      if (holds.some((other) => other.string === hold.string)) continue;
      holds.push(hold);
      extend(index + 1);
      holds.pop();
    }
  };
  extend(0);
  const playable = grips.filter((grip) => spanMm(grip, neck) <= REACH_MM && fingersOf(grip));
  const isForced = moment.notes.every((note) => note.kind === "dead" || note.fixed);
  return playable.length > 0 || !isForced ? playable : grips;
}

function gripOf(holds: readonly Hold[]): Grip {
  let lowest = Number.POSITIVE_INFINITY;
  let highest = 0;
  let thickest = 0;
  for (const hold of holds) {
    if (hold.string > thickest) thickest = hold.string;
    if (hold.fret === undefined || hold.fret === 0) continue;
    if (hold.fromNut < lowest) lowest = hold.fromNut;
    if (hold.fromNut > highest) highest = hold.fromNut;
  }
  if (highest === 0) return { holds, thickest };
  return { holds, fretted: { lowest, highest }, thickest };
}

/** Along the neck between the outermost fingers, in mm. */
export function spanMm({ fretted }: Grip, neck: Neck): number {
  if (!fretted || fretted.lowest === fretted.highest) return 0;
  return fingertipMm(fretted.highest, neck) - fingertipMm(fretted.lowest, neck);
}

/**
 * The fingers of a grip, in the order of its holds, with the first finger at `indexFret` (by
 * default the lowest fretted fret). Each fretted note gets a finger of its own; when there are more
 * than four, the first finger lies across the lowest fret, unless an open string sounds under it.
 * @returns undefined when four fingers cannot hold it.
 */
export function fingersOf(grip: Grip, indexFret?: number): readonly Finger[] | undefined {
  if (!grip.fretted) return grip.holds.map(() => 0);
  const { lowest } = grip.fretted;
  const at = indexFret ?? lowest;
  const pressed = grip.holds
    .map((hold, index) => ({ ...hold, index }))
    .filter(
      (hold): hold is typeof hold & { fret: Fret } => hold.fret !== undefined && hold.fret > 0,
    )
    .sort((a, b) => a.fromNut - b.fromNut || b.string - a.string);
  const fingers = grip.holds.map((): Finger => 0);
  let first = 0;
  if (pressed.length > 4) {
    const barred = pressed.filter((hold) => hold.fromNut === lowest);
    if (
      isOpenUnder(
        grip,
        barred.map((hold) => hold.string),
      )
    )
      return undefined;
    for (const { index } of barred) fingers[index] = 1;
    first = 1;
    pressed.splice(0, barred.length);
  }
  if (pressed.length + first > 4) return undefined;
  let last = first;
  for (const [order, hold] of pressed.entries()) {
    const most = 4 - (pressed.length - 1 - order);
    const finger = Math.min(most, Math.max(last + 1, hold.fromNut - at + 1)) as Finger;
    fingers[hold.index] = finger;
    last = finger;
  }
  return fingers;
}

function isOpenUnder({ holds }: Grip, barred: readonly number[]): boolean {
  const thinnest = Math.min(...barred);
  const thickest = Math.max(...barred);
  return holds.some(({ string, fret }) => fret === 0 && string > thinnest && string < thickest);
}
