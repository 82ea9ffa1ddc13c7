import { err, ok, type Result } from "../foundation/result";
import {
  displayPitchClass,
  formatPitchClass,
  parsePitchClass,
  type Alter,
  type PitchClass,
  type Step,
} from "./pitch";

export type Mode = "major" | "minor";

/** The sounding key: what the ear hears, whatever the hand plays. */
export interface Key {
  readonly tonic: PitchClass;
  readonly mode: Mode;
}

const STEPS_BY_FIFTHS: readonly Step[] = ["F", "C", "G", "D", "A", "E", "B"];

/** Place on the line of fifths: … B♭ −2, F −1, C 0, G 1, D 2 … */
export function fifthsOf({ step, alter }: PitchClass): number {
  return STEPS_BY_FIFTHS.indexOf(step) - 1 + 7 * alter;
}

/** The inverse of `fifthsOf`. @throws RangeError outside F♭♭ … B♯♯ (−15 to 19). */
export function pitchClassAtFifths(fifths: number): PitchClass {
  if (!Number.isInteger(fifths) || fifths < -15 || fifths > 19) {
    throw new RangeError(`fifths must be an integer from -15 to 19, got ${fifths}`);
  }
  const index = (((fifths + 1) % 7) + 7) % 7;
  return { step: STEPS_BY_FIFTHS[index]!, alter: Math.floor((fifths + 1) / 7) as Alter };
}

/** The same, by the neighbour's name where it would need a double sign, or lie beyond F♭ to B♯. */
export function plainNameAtFifths(fifths: number): PitchClass {
  return pitchClassAtFifths(fifths > 12 ? fifths - 12 : fifths < -8 ? fifths + 12 : fifths);
}

/** Of the names of a pitch class (0–11, C = 0) the one nearest to a place on the line of fifths. */
export function nearestFifths(chroma: number, middle: number): number {
  // A fifth is 7 semitones, and 7 is its own inverse modulo 12.
  const base = (7 * chroma) % 12;
  return [base - 12, base, base + 12].reduce((a, b) =>
    Math.abs(a - middle) <= Math.abs(b - middle) ? a : b,
  );
}

/** Sharps (positive) or flats (negative) in the signature. */
export function signatureOf({ tonic, mode }: Key): number {
  return fifthsOf(tonic) - (mode === "minor" ? 3 : 0);
}

/**
 * Reads a key: `D minor`, `Dm`, `F#`, `Bb major`.
 * @returns an error when it is none, or when its signature has more than seven signs.
 */
export function parseKey(text: string): Result<Key> {
  const match = /^([A-Ga-g][#♯b♭]?)\s*(m|min|minor|maj|major)?$/u.exec(text.trim());
  if (!match) return err(`“${text.trim()}” is no key: expected a note, then major or minor`);
  const tonic = parsePitchClass(match[1]!);
  if (!tonic.ok) return tonic;
  const mode: Mode = match[2]?.startsWith("mi") || match[2] === "m" ? "minor" : "major";
  const key: Key = { tonic: tonic.value, mode };
  const signs = signatureOf(key);
  if (Math.abs(signs) > 7)
    return err(`${formatKey(key)} needs ${Math.abs(signs)} signs: at most 7`);
  return ok(key);
}

/** @example formatKey(key("Bbm")) // "Bb minor" */
export function formatKey({ tonic, mode }: Key): string {
  return `${formatPitchClass(tonic)} ${mode}`;
}

export function displayKey({ tonic, mode }: Key): string {
  return `${displayPitchClass(tonic)} ${mode}`;
}
