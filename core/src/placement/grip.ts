import { fingertipMm } from "../neck/fret-geometry";
import { fretFromNut, type FingerByHand, type Neck, type Place } from "../neck/neck";
import type { PlacingNote } from "./hand-task";

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
  readonly thinnest: number;
  readonly thickest: number;
}

/** A grip with the fingers that hold it, and the fret under the first of them. */
export interface Hand {
  readonly grip: Grip;
  /** Counted from the nut; absent while nothing has been fretted yet. Open strings leave it alone. */
  readonly indexFret: number | undefined;
  /** In the order of the holds; 0 for open and dead strings, and under a slide-bar. */
  readonly fingers: readonly FingerByHand[];
  /** Played with a slide-bar. */
  readonly isBar?: true;
  /** Where the bar lies, in frets from the nut; between frets where pitches are off by cents. */
  readonly barFret?: number;
}

/**
 * Every way to give each note a place on a string of its own.
 * @param widestMm How far the outermost fretted notes may lie apart along the neck.
 */
export function gripsOf(
  notes: readonly PlacingNote[],
  neck: Neck,
  widestMm = Number.POSITIVE_INFINITY,
): readonly Grip[] {
  const choices = notes.map((note) => holdsFor(note, neck));
  const grips: Grip[] = [];
  const holds: Hold[] = [];
  const extend = (index: number, lowest: number, highest: number) => {
    if (index === choices.length) {
      grips.push(gripOf([...holds]));
      return;
    }
    for (const hold of choices[index]!) {
      if (holds.some((other) => other.string === hold.string)) continue;
      let [low, high] = [lowest, highest];
      if (isFretted(hold)) {
        low = Math.min(low, hold.fromNut);
        high = Math.max(high, hold.fromNut);
        if (low < high && fingertipMm(high, neck) - fingertipMm(low, neck) > widestMm) continue;
      }
      holds.push(hold);
      extend(index + 1, low, high);
      holds.pop();
    }
  };
  extend(0, Number.POSITIVE_INFINITY, 0);
  return grips;
}

function holdsFor(note: PlacingNote, neck: Neck): readonly Hold[] {
  if (note.kind === "dead") return [{ string: note.string, fret: undefined }];
  const { places, needsFret, isFixed } = note;
  return places
    .filter(({ fret }) => fret > 0 || !needsFret || isFixed)
    .map((place) => ({
      string: place.string,
      fret: place.fret,
      fromNut: fretFromNut(place, neck),
    }));
}

export function gripOf(holds: readonly Hold[]): Grip {
  let thinnest = Number.POSITIVE_INFINITY;
  let thickest = 0;
  let lowest = Number.POSITIVE_INFINITY;
  let highest = 0;
  for (const hold of holds) {
    thinnest = Math.min(thinnest, hold.string);
    thickest = Math.max(thickest, hold.string);
    if (!isFretted(hold)) continue;
    lowest = Math.min(lowest, hold.fromNut);
    highest = Math.max(highest, hold.fromNut);
  }
  if (highest === 0) return { holds, thinnest, thickest };
  return { holds, fretted: { lowest, highest }, thinnest, thickest };
}

/** A hold that has a pitch, open strings among them. */
export type PitchedHold = Extract<Hold, { readonly fromNut: number }>;

export function isFretted(hold: Hold): hold is PitchedHold {
  return hold.fret !== undefined && hold.fret > 0;
}

export function isOpen(hold: Hold): boolean {
  return hold.fret === 0;
}

/** Where the finger is, counted from the nut; 0 for dead strings. */
export function fromNutOf(hold: Hold): number {
  return hold.fret === undefined ? 0 : hold.fromNut;
}

/** The mean of its fretted frets, counted from the nut; undefined where none is. */
export function meanFromNut({ holds }: Grip): number | undefined {
  const fretted = holds.filter(isFretted);
  if (fretted.length === 0) return undefined;
  return fretted.reduce((sum, { fromNut }) => sum + fromNut, 0) / fretted.length;
}

/** Along the neck between the outermost fretted notes, in mm. */
export function spanMm({ fretted }: Grip, neck: Neck): number {
  if (!fretted || fretted.lowest === fretted.highest) return 0;
  return fingertipMm(fretted.highest, neck) - fingertipMm(fretted.lowest, neck);
}

export const CODES_A_STRING = 128;

/** One number a hold, equal for equal places: the difference of two says strings and frets between them. */
export function placeCode({ string, fret }: Hold): number {
  return string * CODES_A_STRING + (fret ?? CODES_A_STRING - 1);
}

export function stringOfCode(code: number): number {
  return Math.floor(code / CODES_A_STRING);
}

/** Strings from the edge of one grip to the next one's; 0 where they share one or lie across each other. */
export function stringsApart(a: Grip, b: Grip): number {
  return Math.max(0, a.thinnest - b.thickest, b.thinnest - a.thickest);
}
