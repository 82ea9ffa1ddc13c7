import {
  displayPitchClass,
  formatPitch,
  formatPitchClass,
  midiOf,
  type Pitch,
} from "../pitch/pitch";

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
  return tuning.map(formatOpen).reverse();
}

/** With its deviation, if it has one: `E2`, `E2+12c`. `parseTuning` reads it back. */
function formatOpen(open: Pitch): string {
  const { cents = 0 } = open;
  return formatPitch(open) + (cents === 0 ? "" : `${cents > 0 ? "+" : ""}${cents}c`);
}

/** Without octaves, for headings: `D A D G B E`. */
export function formatTuningShort(tuning: Tuning): string {
  return tuning.map(formatPitchClass).reverse().join(" ");
}

/** The same for reading: `E♭ A♭ D♭ G♭ B♭ E♭`. */
export function displayTuningShort(tuning: Tuning): string {
  return tuning.map(displayPitchClass).reverse().join(" ");
}

/** The same pitches, whatever they are called and however many cents they are off. */
export function isSameTuning(a: Tuning, b: Tuning): boolean {
  return a.length === b.length && a.every((open, index) => midiOf(open) === midiOf(b[index]!));
}

/** The strings that sound no higher than a thicker neighbour: the tuning is re-entrant there. */
export function reentrantStrings(tuning: Tuning): readonly number[] {
  return tuning.flatMap((open, index) => {
    const thicker = tuning[index + 1];
    return thicker && midiOf(open) <= midiOf(thicker) ? [index + 1] : [];
  });
}

/** @returns what is wrong with a number of strings, for people; undefined when nothing is. */
export function stringCountProblem(count: number): string | undefined {
  return count < MIN_STRINGS || count > MAX_STRINGS
    ? `an instrument has ${MIN_STRINGS} to ${MAX_STRINGS} strings, got ${count}`
    : undefined;
}
