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
  const beats = divide(onset, fraction(1, metre.unit));
  const whole = Math.floor(toNumber(beats));
  const rest = subtract(beats, fraction(whole));
  if (rest.num === 0) return String(whole + 1);
  return SUBDIVISION[`${rest.num}/${rest.den}`] ?? "";
}
