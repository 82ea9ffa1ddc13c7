import { err, ok, type Result } from "../foundation/result";
import { divide, fraction, subtract, toNumber, type Fraction } from "./fraction";

export interface Metre {
  /** Beats in a bar, 1–32. */
  readonly beats: number;
  /** The note value of a beat: 1, 2, 4, 8, 16 or 32. */
  readonly unit: number;
}

export const COMMON_TIME: Metre = { beats: 4, unit: 4 };

export function barLength({ beats, unit }: Metre): Fraction {
  return fraction(beats, unit);
}

export function formatMetre({ beats, unit }: Metre): string {
  return `${beats}/${unit}`;
}

/** Reads `4/4`, `6/8`. */
export function parseMetre(text: string): Result<Metre> {
  const match = /^\s*(\d{1,2})\s*\/\s*(1|2|4|8|16|32)\s*$/u.exec(text);
  const beats = Number(match?.[1]);
  if (!match || beats < 1 || beats > 32) {
    return err(`“${text.trim()}” is no metre: expected something like 4/4 or 6/8`);
  }
  return ok({ beats, unit: Number(match[2]) });
}

const SUBDIVISION: Readonly<Record<string, string>> = {
  "1/2": "&",
  "1/4": "e",
  "3/4": "a",
  "1/3": "trip",
  "2/3": "let",
};

/**
 * What a teacher counts at `onset`: the beat's number, `e & a` within it, `trip let` for triplets,
 * and nothing for finer places.
 *
 * @example countAt(fraction(3, 8), { beats: 4, unit: 4 }) // "&"
 */
export function countAt(onset: Fraction, metre: Metre): string {
  const { beat, within } = beatAt(onset, metre);
  if (within.num === 0) return String(beat);
  return SUBDIVISION[`${within.num}/${within.den}`] ?? "";
}

/**
 * The beat in which a moment of a bar lies, from 1, and how much of that beat is over.
 *
 * @example beatAt(fraction(3, 8), { beats: 4, unit: 4 }).beat // 2
 */
export function beatAt(
  onset: Fraction,
  { unit }: Metre,
): { readonly beat: number; readonly within: Fraction } {
  const beats = divide(onset, fraction(1, unit));
  const before = Math.floor(toNumber(beats));
  return { beat: before + 1, within: subtract(beats, fraction(before)) };
}
