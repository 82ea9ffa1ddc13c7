import { formatPitch, formatPitchClass, midiOf, type Pitch } from "../pitch/pitch";

/** Open pitches by string: index 0 is string 1, the thinnest. Four to nine strings. */
export type Tuning = readonly Pitch[];

export const MIN_STRINGS = 4;
export const MAX_STRINGS = 9;

/** The usual way to write a tuning: from the thickest string to the thinnest, with octaves. */
export function formatTuning(tuning: Tuning): string {
  return tuningNames(tuning).join(" ");
}

/** @example tuningNames(standard) // ["E2", "A2", "D3", "G3", "B3", "E4"] */
export function tuningNames(tuning: Tuning): string[] {
  return tuning.map(formatPitch).reverse();
}

/** Without octaves, for headings: `D A D G B E`. */
export function formatTuningShort(tuning: Tuning): string {
  return tuning.map(formatPitchClass).reverse().join(" ");
}

export function isSameTuning(a: Tuning, b: Tuning): boolean {
  return a.length === b.length && a.every((open, index) => midiOf(open) === midiOf(b[index]!));
}
