import type { Brand } from "../foundation/brand";
import { MAX_CAPO, MAX_FRETS, type Instrument } from "../instrument/instrument";
import { midi, midiOf, type Midi } from "../pitch/pitch";

/** Fret counted from the capo; 0 is the open (or capo'd) string. Integer, 0–36. */
export type Fret = Brand<number, "Fret">;

/** Finger of the fretting hand; 0 for an open string. */
export type Finger = 0 | 1 | 2 | 3 | 4;

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
  /** Fret of the capo counted from the nut; 0 for none. */
  readonly capo: number;
  /** The last fret, counted from the capo. */
  readonly lastFret: Fret;
  readonly scaleLengthMm: number;
}

/** @throws RangeError unless `value` is an integer from 0 to 36. */
export function fret(value: number): Fret {
  if (!Number.isInteger(value) || value < 0 || value > MAX_FRETS) {
    throw new RangeError(`fret must be an integer from 0 to ${MAX_FRETS}, got ${value}`);
  }
  return value as Fret;
}

/** @throws RangeError when the capo leaves no fret, or lies beyond the 12th. */
export function neckOf(
  instrument: Pick<Instrument, "tuning" | "frets" | "scaleLengthMm">,
  capo: number,
): Neck {
  if (!Number.isInteger(capo) || capo < 0 || capo > MAX_CAPO || capo >= instrument.frets) {
    const most = Math.min(MAX_CAPO, instrument.frets - 1);
    throw new RangeError(`capo must be an integer from 0 to ${most}, got ${capo}`);
  }
  return {
    openMidi: instrument.tuning.map((open) => midi(midiOf(open) + capo)),
    capo,
    lastFret: fret(instrument.frets - capo),
    scaleLengthMm: instrument.scaleLengthMm,
  };
}

/**
 * Every place where `pitch` can be played on `neck`, lowest fret first.
 * @returns empty when no string reaches it.
 * @example placesOf(midi(64), standardNeck) // string 1 fret 0, string 2 fret 5, string 3 fret 9, …
 */
export function placesOf(pitch: Midi, neck: Neck): readonly Place[] {
  const places: Place[] = [];
  for (const [index, open] of neck.openMidi.entries()) {
    const distance = pitch - open;
    if (distance >= 0 && distance <= neck.lastFret) {
      places.push({ string: index + 1, fret: fret(distance) });
    }
  }
  return places.sort((a, b) => a.fret - b.fret || a.string - b.string);
}

/** What sounds at a place. @throws RangeError when the neck has no such string or fret. */
export function midiAt(place: Place, neck: Neck): Midi {
  const open = neck.openMidi[place.string - 1];
  if (open === undefined) {
    throw new RangeError(`string must be 1–${neck.openMidi.length}, got ${place.string}`);
  }
  if (place.fret > neck.lastFret) {
    throw new RangeError(`fret must be 0–${neck.lastFret}, got ${place.fret}`);
  }
  return midi(open + place.fret);
}

export function isOnNeck(place: Place, neck: Neck): boolean {
  return place.string >= 1 && place.string <= neck.openMidi.length && place.fret <= neck.lastFret;
}
