import { err, ok, type Result } from "../foundation/result";
import {
  divide,
  formatFraction,
  fraction,
  multiply,
  parseFraction,
  type Fraction,
} from "./fraction";

/** Note values by their letter: whole, half, quarter, eighth, sixteenth. */
const VALUE_OF_LETTER: Readonly<Record<string, number>> = { w: 1, h: 2, q: 4, e: 8, s: 16 };

const NAME_OF_VALUE: Readonly<Record<number, string>> = {
  1: "whole note",
  2: "half note",
  4: "quarter note",
  8: "eighth note",
  16: "sixteenth note",
  32: "thirty-second note",
  64: "sixty-fourth note",
};

const DOTTED: readonly Fraction[] = [fraction(1), fraction(3, 2), fraction(7, 4)];
const TRIPLET = fraction(2, 3);

interface NoteValue {
  /** 1, 2, 4 … 64. */
  readonly value: number;
  readonly dots: 0 | 1 | 2;
  readonly triplet: boolean;
}

/**
 * Reads a note value: `8`, `q`, `q.`, `16..`, `8t` (triplet), or any exact fraction like `5/16`.
 * @returns a positive fraction of a whole note, at most 16 whole notes.
 */
export function parseDuration(text: string): Result<Fraction> {
  const match = /^(1|2|4|8|16|32|64|[whqes])(\.{0,2})(t?)$/u.exec(text);
  if (match) {
    const value = VALUE_OF_LETTER[match[1]!] ?? Number(match[1]);
    const plain = multiply(fraction(1, value), DOTTED[match[2]!.length]!);
    return ok(match[3] ? multiply(plain, TRIPLET) : plain);
  }
  if (/^\d+\/\d+$/u.test(text)) {
    const parsed = parseFraction(text);
    if (parsed.ok && parsed.value.num > 0 && parsed.value.num <= 16 * parsed.value.den) {
      return parsed;
    }
  }
  return err(
    `“${text}” is no note value: expected 1, 2, 4, 8, 16, 32 or 64 (or w h q e s), then . for dotted ` +
      `or t for triplet, or a fraction like 5/16`,
  );
}

/** The inverse of `parseDuration`. @example formatDuration(fraction(3, 8)) // "4." */
export function formatDuration(duration: Fraction): string {
  const value = noteValueOf(duration);
  if (!value) return `${duration.num}/${duration.den}`;
  return `${value.value}${".".repeat(value.dots)}${value.triplet ? "t" : ""}`;
}

/** In words: `dotted quarter note`, `eighth-note triplet`, or `5/16`. */
export function durationInWords(duration: Fraction): string {
  const value = noteValueOf(duration);
  if (!value) return `${formatFraction(duration)} of a whole note`;
  const dotted = ["", "dotted ", "double-dotted "][value.dots]!;
  const name = dotted + NAME_OF_VALUE[value.value]!;
  return value.triplet ? `${name} of a triplet` : name;
}

function noteValueOf(duration: Fraction): NoteValue | undefined {
  for (const triplet of [false, true]) {
    const straight = triplet ? divide(duration, TRIPLET) : duration;
    for (const dots of [0, 1, 2] as const) {
      const plain = divide(straight, DOTTED[dots]!);
      if (plain.num === 1 && NAME_OF_VALUE[plain.den]) return { value: plain.den, dots, triplet };
    }
  }
  return undefined;
}
