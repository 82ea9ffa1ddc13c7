import type { Neck } from "./neck";

/**
 * Distance from the nut to a fret in mm: `L·(1 − 2^(−n/12))`, equal temperament's rule of the
 * twelfth root of two (each fret leaves 2^(−1/12) of the string to sound).
 */
export function fretDistanceFromNutMm(fretFromNut: number, scaleLengthMm: number): number {
  return scaleLengthMm * (1 - 2 ** (-fretFromNut / 12));
}

/** Fingertips of a neck by fret; placement asks for them again and again. */
const fingertips = new WeakMap<Neck, readonly number[]>();

/**
 * Where a finger presses, in mm from the nut: just behind the wire, a fifth of the space back.
 * @param fret Counted from the nut.
 */
export function fingertipMm(fret: number, neck: Neck): number {
  let tips = fingertips.get(neck);
  if (!tips) {
    tips = Array.from({ length: neck.frets + 1 }, (_, at) => computeFingertipMm(at, neck));
    fingertips.set(neck, tips);
  }
  return tips[fret] ?? computeFingertipMm(fret, neck);
}

function computeFingertipMm(fret: number, { scaleLengthMm }: Neck): number {
  const wire = fretDistanceFromNutMm(fret, scaleLengthMm);
  return wire - (wire - fretDistanceFromNutMm(fret - 1, scaleLengthMm)) / 5;
}
