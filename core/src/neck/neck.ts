import type { Brand } from "../foundation/brand";
import { capoProblem, NO_CAPO, openOffsetsOf, type Capo } from "../instrument/capo";
import { MAX_FRETS, meanScaleLengthMm, type Instrument } from "../instrument/instrument";
import { midi, midiOf, type Midi } from "../pitch/pitch";

/**
 * Fret counted from where the string begins to sound: from the capo where it covers the string,
 * else from the nut; 0 is the open (or capo'd) string. Integer, 0–36.
 */
export type Fret = Brand<number, "Fret">;

/** Finger of the fretting hand; 0 for an open string. */
export type Finger = 0 | 1 | 2 | 3 | 4;

/** What a teacher may write: a finger, or the thumb over the neck. */
export type FingerByHand = Finger | "T";

export interface Place {
  /** 1 is the thinnest. */
  readonly string: number;
  readonly fret: Fret;
  readonly finger?: Finger;
}

/** What can be played: the strings above the capo, with the geometry of the frets. */
export interface Neck {
  /** What each string sounds open, capo on; index 0 is string 1. */
  readonly openMidi: readonly Midi[];
  /** Where each string begins to sound, as a fret counted from the nut: the capo's, or 0. */
  readonly openOffsets: readonly number[];
  readonly capo: Capo;
  /** The last fret, counted from the nut. */
  readonly frets: number;
  readonly scaleLengthMm: number;
}

/** @throws RangeError unless `value` is an integer from 0 to 36. */
export function fret(value: number): Fret {
  if (!Number.isInteger(value) || value < 0 || value > MAX_FRETS) {
    throw new RangeError(`fret must be an integer from 0 to ${MAX_FRETS}, got ${value}`);
  }
  return value as Fret;
}

/** @throws RangeError when the capo leaves no fret, lies beyond the 12th, or covers no such string. */
export function neckOf(
  instrument: Pick<Instrument, "tuning" | "frets" | "scaleLengthMm">,
  capo: Capo = NO_CAPO,
): Neck {
  const problem = capoProblem(capo, instrument);
  if (problem !== undefined) throw new RangeError(problem);
  const { tuning, frets, scaleLengthMm } = instrument;
  const openOffsets = openOffsetsOf(capo, tuning.length);
  return {
    openMidi: tuning.map((open, index) => midi(midiOf(open) + openOffsets[index]!)),
    openOffsets,
    capo,
    frets,
    scaleLengthMm: meanScaleLengthMm(scaleLengthMm),
  };
}

/** The last fret of a string, counted as its places are. */
export function lastFretOf(neck: Neck, string: number): number {
  return neck.frets - (neck.openOffsets[string - 1] ?? 0);
}

/** Where the finger is, counted from the nut whatever the capo covers. */
export function fretFromNut({ string, fret }: Omit<Place, "finger">, neck: Neck): number {
  return fret + (neck.openOffsets[string - 1] ?? 0);
}

/**
 * Every place where `pitch` can be played on `neck`, lowest fret first. Beside a partial capo no
 * finger goes behind the clamp.
 * @returns empty when no string reaches it.
 * @example placesOf(midi(64), standardNeck)[1] // { string: 2, fret: 5 }
 */
export function placesOf(pitch: Midi, neck: Neck): readonly Place[] {
  const places: Place[] = [];
  for (const [index, open] of neck.openMidi.entries()) {
    const distance = pitch - open;
    const nut = neck.openOffsets[index]!;
    if (distance < 0 || nut + distance > neck.frets) continue;
    if (distance > 0 && nut + distance <= neck.capo.fret) continue;
    places.push({ string: index + 1, fret: fret(distance) });
  }
  return places.sort((a, b) => a.fret - b.fret || a.string - b.string);
}

/** What sounds at a place. @throws RangeError when the neck has no such string or fret. */
export function midiAt(place: Place, neck: Neck): Midi {
  const open = neck.openMidi[place.string - 1];
  if (open === undefined) {
    throw new RangeError(`string must be 1–${neck.openMidi.length}, got ${place.string}`);
  }
  const last = lastFretOf(neck, place.string);
  if (place.fret > last) throw new RangeError(`fret must be 0–${last}, got ${place.fret}`);
  return midi(open + place.fret);
}

export function isOnNeck(place: Place, neck: Neck): boolean {
  const isString = place.string >= 1 && place.string <= neck.openMidi.length;
  return isString && place.fret <= lastFretOf(neck, place.string);
}
