import { err, ok, type Result } from "../foundation/result";
import {
  add,
  divide,
  fraction,
  multiply,
  parseFraction,
  subtract,
  type Fraction,
} from "./fraction";
import { countAt, type Metre } from "./metre";

const SYLLABLES: Readonly<Record<string, Fraction>> = {
  "": fraction(0),
  e: fraction(1, 4),
  "&": fraction(1, 2),
  a: fraction(3, 4),
  trip: fraction(1, 3),
  let: fraction(2, 3),
};

/**
 * Reads a moment of a bar as it is counted: `3`, `4&`, `2e`, `1let`; or exactly, as a fraction of a
 * whole note from the bar's start, like `5/32`.
 * @returns the onset within the bar, or an error when the bar has no such beat.
 */
export function parseOnset(text: string, metre: Metre): Result<Fraction> {
  const counted = /^(\d{1,2})(e|&|a|trip|let)?$/u.exec(text);
  if (counted) {
    const beat = Number(counted[1]);
    if (beat < 1 || beat > metre.beats) {
      return err(`“${text}”: expected a beat from 1 to ${metre.beats}`);
    }
    const beats = add(fraction(beat - 1), SYLLABLES[counted[2] ?? ""]!);
    return ok(multiply(beats, fraction(1, metre.unit)));
  }
  const exact = /^\d+\/\d+$/u.test(text) ? parseFraction(text) : undefined;
  if (exact?.ok && exact.value.num <= 16 * exact.value.den) return exact;
  return err(`“${text}” is no moment of a bar: expected a count like 3 or 4&`);
}

/** The inverse of `parseOnset`. @example formatOnset(fraction(7, 8), { beats: 4, unit: 4 }) // "4&" */
export function formatOnset(onset: Fraction, metre: Metre): string {
  const beats = divide(onset, fraction(1, metre.unit));
  const beat = Math.floor(beats.num / beats.den);
  const count = countAt(onset, metre);
  if (count !== "" && beat < metre.beats) {
    const isOnBeat = subtract(beats, fraction(beat)).num === 0;
    return isOnBeat ? count : `${beat + 1}${count}`;
  }
  // A fraction in lowest terms with a denominator of 1 would read as a beat.
  return `${onset.num}/${onset.den}`;
}
