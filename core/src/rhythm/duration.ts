import { err, ok, type Result } from "../foundation/result";
import {
  compare,
  divide,
  formatFraction,
  fraction,
  multiply,
  parseFraction,
  subtract,
  type Fraction,
} from "./fraction";

/** Note values by their letter: whole, half, quarter, eighth, sixteenth. */
const VALUE_OF_LETTER: Readonly<Record<string, number>> = { w: 1, h: 2, q: 4, e: 8, s: 16 };

export const NAME_OF_VALUE: Readonly<Record<number, string>> = {
  1: "whole note",
  2: "half note",
  4: "quarter note",
  8: "eighth note",
  16: "sixteenth note",
  32: "thirty-second note",
  64: "sixty-fourth note",
};

const DOTTED: readonly Fraction[] = [fraction(1), fraction(3, 2), fraction(7, 4)];

/** So many notes in the time of another number: 3 in the time of 2 is the triplet. */
export interface Tuplet {
  /** 2–63. */
  readonly actual: number;
  readonly normal: number;
}

/** A duration as it is written: a plain value, its dots, and the tuplet it belongs to. */
export interface NoteValue {
  /** 1, 2, 4 … 64: the whole note's fraction. */
  readonly value: number;
  readonly dots: 0 | 1 | 2;
  readonly tuplet?: Tuplet;
}

const MAX_ACTUAL = 63;

/** The usual meaning of “n-tuplet”: n in the time of the largest power of two below n. */
export function usualTuplet(actual: number): Tuplet {
  return { actual, normal: 2 ** Math.floor(Math.log2(actual - 1)) };
}

/** How long a written value lasts, as a fraction of a whole note. */
function durationOf({ value, dots, tuplet }: NoteValue): Fraction {
  const plain = multiply(fraction(1, value), DOTTED[dots]!);
  return tuplet ? multiply(plain, fraction(tuplet.normal, tuplet.actual)) : plain;
}

/**
 * Reads a note value: `8`, `q`, `q.`, `16..`, `8t` (triplet), `16t5` (of a quintuplet), `8t2:3`
 * (two in the time of three), or any exact fraction like `5/16`.
 * @returns a positive fraction of a whole note, at most 16 whole notes.
 */
export function parseDuration(text: string): Result<Fraction> {
  const match = /^(1|2|4|8|16|32|64|[whqes])(\.{0,2})(?:t(?:(\d+)(?::(\d+))?)?)?$/u.exec(text);
  if (match) {
    const value = VALUE_OF_LETTER[match[1]!] ?? Number(match[1]);
    const dots = match[2]!.length as NoteValue["dots"];
    if (!text.includes("t")) return ok(durationOf({ value, dots }));
    const actual = Number(match[3] ?? 3);
    const normal = match[4] === undefined ? undefined : Number(match[4]);
    if (actual >= 2 && actual <= MAX_ACTUAL && (normal === undefined || normal >= 1)) {
      if (normal !== undefined && normal > MAX_ACTUAL) return noValue(text);
      const tuplet = normal === undefined ? usualTuplet(actual) : { actual, normal };
      return ok(durationOf({ value, dots, tuplet }));
    }
  }
  if (/^\d+\/\d+$/u.test(text)) {
    const parsed = parseFraction(text);
    if (parsed.ok && parsed.value.num > 0 && parsed.value.num <= 16 * parsed.value.den) {
      return parsed;
    }
  }
  return noValue(text);
}

function noValue(text: string): Result<never> {
  return err(
    `“${text}” is no note value: expected 1, 2, 4, 8, 16, 32 or 64 (or w h q e s), then . for dotted, ` +
      `t for triplet or t5 for five in the time of four, or a fraction like 5/16`,
  );
}

/** The inverse of `parseDuration`. @example formatDuration(fraction(3, 8)) // "4." */
export function formatDuration(duration: Fraction): string {
  const value = noteValueOf(duration);
  if (!value) return `${duration.num}/${duration.den}`;
  const { actual } = value.tuplet ?? {};
  const tuplet = actual === undefined ? "" : actual === 3 ? "t" : `t${actual}`;
  return `${value.value}${".".repeat(value.dots)}${tuplet}`;
}

const TUPLET_NAMES: Readonly<Record<number, string>> = {
  3: "triplet",
  5: "quintuplet",
  6: "sextuplet",
  7: "septuplet",
};

export function tupletInWords({ actual }: Tuplet): string {
  return TUPLET_NAMES[actual] ?? `${actual}-tuplet`;
}

/** In words: `dotted quarter note`, `eighth note of a triplet`, or `5/16 of a whole note`. */
export function durationInWords(duration: Fraction): string {
  const value = noteValueOf(duration);
  if (!value) return `${formatFraction(duration)} of a whole note`;
  const dotted = ["", "dotted ", "double-dotted "][value.dots]!;
  const name = dotted + NAME_OF_VALUE[value.value]!;
  return value.tuplet ? `${name} of a ${tupletInWords(value.tuplet)}` : name;
}

/**
 * How a duration is written, if one note can say it: plain, dotted, or in the usual tuplet of the
 * odd number that divides its value.
 */
export function noteValueOf(duration: Fraction): NoteValue | undefined {
  const odd = oddPartOf(duration.den);
  const tuplet = odd > 1 && odd <= MAX_ACTUAL ? usualTuplet(odd) : undefined;
  const straight = tuplet ? multiply(duration, fraction(tuplet.actual, tuplet.normal)) : duration;
  for (const dots of [0, 1, 2] as const) {
    const plain = divide(straight, DOTTED[dots]!);
    if (plain.num === 1 && NAME_OF_VALUE[plain.den]) {
      return { value: plain.den, dots, ...(tuplet && { tuplet }) };
    }
  }
  return undefined;
}

/** What is left of a number when all twos are divided out: 1 for what halving reaches. */
export function oddPartOf(number: number): number {
  while (number % 2 === 0) number /= 2;
  return number;
}

/**
 * A duration as notes tied together, the longest first, each of which one note can say.
 * @returns undefined where no row of notes says it: finer than a sixty-fourth, or of a tuplet of
 *   more than 63.
 * @example writtenAs(fraction(5, 16)) // [fraction(1, 4), fraction(1, 16)]
 */
export function writtenAs(duration: Fraction): readonly Fraction[] | undefined {
  if (noteValueOf(duration)) return [duration];
  const odd = oddPartOf(duration.den);
  if (odd > MAX_ACTUAL) return undefined;
  const { actual, normal } = odd > 1 ? usualTuplet(odd) : { actual: 1, normal: 1 };
  let left = multiply(duration, fraction(actual, normal));
  const parts: Fraction[] = [];
  for (const value of [1, 2, 4, 8, 16, 32, 64]) {
    const plain = fraction(1, value);
    while (compare(left, plain) >= 0) {
      parts.push(multiply(plain, fraction(normal, actual)));
      left = subtract(left, plain);
    }
  }
  return left.num === 0 ? parts : undefined;
}
