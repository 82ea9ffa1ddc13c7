import { err, ok, type Result } from "../foundation/result";

/** An exact fraction in lowest terms; `den` is positive. Durations are fractions of a whole note. */
export interface Fraction {
  readonly num: number;
  readonly den: number;
}

/** @throws RangeError when a part is no safe integer or `den` is 0. */
export function fraction(num: number, den = 1): Fraction {
  if (!Number.isSafeInteger(num) || !Number.isSafeInteger(den) || den === 0) {
    throw new RangeError(`a fraction needs integers and no zero below, got ${num}/${den}`);
  }
  const divisor = gcd(Math.abs(num), Math.abs(den)) * Math.sign(den);
  return { num: num / divisor + 0, den: den / divisor };
}

/** The greatest common divisor of two whole numbers. */
export function gcd(a: number, b: number): number {
  while (b !== 0) [a, b] = [b, a % b];
  return a;
}

export const ZERO: Fraction = { num: 0, den: 1 };

export function add(a: Fraction, b: Fraction): Fraction {
  return fraction(a.num * b.den + b.num * a.den, a.den * b.den);
}

export function subtract(a: Fraction, b: Fraction): Fraction {
  return fraction(a.num * b.den - b.num * a.den, a.den * b.den);
}

export function multiply(a: Fraction, b: Fraction): Fraction {
  return fraction(a.num * b.num, a.den * b.den);
}

/** @throws RangeError when `b` is 0. */
export function divide(a: Fraction, b: Fraction): Fraction {
  return fraction(a.num * b.den, a.den * b.num);
}

/** Negative, 0 or positive, as sorting wants it. */
export function compare(a: Fraction, b: Fraction): number {
  return a.num * b.den - b.num * a.den;
}

export function sum(parts: Iterable<Fraction>): Fraction {
  let total = ZERO;
  for (const part of parts) total = add(total, part);
  return total;
}

/** For drawing and playing only; never stored. */
export function toNumber({ num, den }: Fraction): number {
  return num / den;
}

/** @example formatFraction(fraction(3, 8)) // "3/8" */
export function formatFraction({ num, den }: Fraction): string {
  return den === 1 ? String(num) : `${num}/${den}`;
}

/** Reads `3/8` or `2`; at most six digits each. */
export function parseFraction(text: string): Result<Fraction> {
  const match = /^(\d{1,6})(?:\/(\d{1,6}))?$/u.exec(text.trim());
  if (!match || Number(match[2] ?? 1) === 0) {
    return err(`“${text.trim()}” is no fraction: expected something like 3/8`);
  }
  return ok(fraction(Number(match[1]), Number(match[2] ?? 1)));
}
