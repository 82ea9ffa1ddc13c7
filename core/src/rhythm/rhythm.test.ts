import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { durationInWords, formatDuration, parseDuration } from "./duration";
import {
  add,
  compare,
  divide,
  formatFraction,
  fraction,
  multiply,
  parseFraction,
  subtract,
} from "./fraction";
import { countAt, parseMetre } from "./metre";

const anyFraction = fc
  .tuple(fc.integer({ min: -999, max: 999 }), fc.integer({ min: 1, max: 999 }))
  .map(([num, den]) => fraction(num, den));

describe("fractions", () => {
  it("obey the laws of arithmetic", () => {
    fc.assert(
      fc.property(anyFraction, anyFraction, anyFraction, (a, b, c) => {
        expect(add(a, b)).toEqual(add(b, a));
        expect(subtract(add(a, b), b)).toEqual(a);
        expect(multiply(a, add(b, c))).toEqual(add(multiply(a, b), multiply(a, c)));
        if (b.num !== 0) expect(multiply(divide(a, b), b)).toEqual(a);
        expect(Math.sign(compare(a, b))).toBe(Math.sign(a.num / a.den - b.num / b.den));
      }),
    );
  });

  it("refuse what is none", () => {
    expect(() => fraction(1, 0)).toThrow(RangeError);
    expect(() => fraction(0.5)).toThrow(RangeError);
    expect(parseFraction("1/0").ok).toBe(false);
    expect(parseFraction("6/16")).toEqual({ ok: true, value: { num: 3, den: 8 } });
  });
});

describe("note values", () => {
  it.each([
    ["8", "1/8", "eighth note"],
    ["q.", "3/8", "dotted quarter note"],
    ["8t", "1/12", "eighth note of a triplet"],
    ["h..", "7/8", "double-dotted half note"],
    ["5/16", "5/16", "5/16 of a whole note"],
    ["w", "1", "whole note"],
  ])("'%s is %s, a %s", (text, exact, words) => {
    const duration = parseDuration(text);
    if (!duration.ok) throw new Error(duration.error);
    expect(formatFraction(duration.value)).toBe(exact);
    expect(durationInWords(duration.value)).toBe(words);
  });

  it("print back to what they were, for any exact duration", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.integer({ min: 1, max: 400 }),
        (num, den) => {
          fc.pre(num <= 16 * den);
          const duration = fraction(num, den);
          expect(parseDuration(formatDuration(duration))).toEqual({ ok: true, value: duration });
        },
      ),
    );
  });

  it.each(["3", "q...", "x", "0/4", "17/1", ""])("%j is refused", (text) => {
    expect(parseDuration(text).ok).toBe(false);
  });
});

describe("counting", () => {
  it.each([
    ["4/4", 16, "1 e & a 2 e & a 3 e & a 4 e & a"],
    ["3/4", 6, "1 & 2 & 3 &"],
    ["6/8", 6, "1 2 3 4 5 6"],
    ["4/4", 12, "1 trip let 2 trip let 3 trip let 4 trip let"],
  ])("%s in %i steps: %s", (text, steps, counts) => {
    const metre = parseMetre(text);
    if (!metre.ok) throw new Error(metre.error);
    const length = fraction(metre.value.beats, metre.value.unit * steps);
    const said = Array.from({ length: steps }, (_, i) =>
      countAt(multiply(fraction(i), length), metre.value),
    );
    expect(said.join(" ")).toBe(counts);
  });

  it.each(["4/5", "0/4", "44", "33/4"])("%j is no metre", (text) => {
    expect(parseMetre(text).ok).toBe(false);
  });
});
