import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { formatFeel, parseFeel, playedOnsets, STRAIGHT, TRIPLET_SWING, type Feel } from "./feel";
import { compare, formatFraction, fraction, parseFraction, type Fraction } from "./fraction";
import { formatOnset, parseOnset } from "./onset";

const exact = (text: string): Fraction => {
  const read = parseFraction(text);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};
const played = (onsets: string, feel: Feel) =>
  playedOnsets(onsets.split(" ").map(exact), feel).map(formatFraction).join(" ");
const feelOf = (text: string) => {
  const feel = parseFeel(text);
  if (!feel.ok) throw new Error(feel.error);
  return feel.value;
};

const anyFeel: fc.Arbitrary<Feel> = fc
  .record({
    kind: fc.constantFrom("swing" as const, "shuffle" as const),
    unit: fc.constantFrom(8 as const, 16 as const),
    ratio: fc.integer({ min: 2, max: 8 }).map((halves) => fraction(halves, 2)),
  })
  .map((feel): Feel => feel);
const rising = (onsets: readonly Fraction[]) => [...onsets].sort(compare);

describe("feel", () => {
  it.each([
    ["straight", "0 1/8 1/4 3/8", "0 1/8 1/4 3/8"],
    ["swing", "0 1/8 1/4 3/8", "0 1/6 1/4 5/12"],
    ["swing 3:1", "0 1/8 1/4 3/8", "0 3/16 1/4 7/16"],
    ["shuffle 3:2", "1/8 3/8", "3/20 2/5"],
    // Sixteenths divide both halves evenly; a pair with a triplet stays as it is written.
    ["swing", "0 1/16 1/8 3/16", "0 1/12 1/6 5/24"],
    ["swing", "0 1/12 1/6 3/8", "0 1/12 1/6 5/12"],
    ["swing 2:1 sixteenths", "0 1/16 1/8 3/16", "0 1/12 1/8 5/24"],
  ])("%s plays %s at %s", (feel, written, heard) => {
    expect(played(written, feelOf(feel))).toBe(heard);
  });

  it("keeps the order of what is played, and the beats where they are", () => {
    const anyOnsets = fc
      .array(
        fc
          .tuple(fc.nat({ max: 64 }), fc.constantFrom(4, 8, 16, 32, 12, 20))
          .map(([num, den]) => fraction(num, den)),
        { maxLength: 20 },
      )
      .map(rising);
    fc.assert(
      fc.property(anyOnsets, anyFeel, (onsets, feel) => {
        const heard = playedOnsets(onsets, feel);
        expect(heard).toEqual(rising(heard));
        for (const [index, onset] of onsets.entries()) {
          const isBeat = onset.den === 1 || onset.den === 2 || onset.den === 4;
          if (isBeat) expect(heard[index]).toEqual(onset);
        }
        expect(playedOnsets(onsets, STRAIGHT)).toBe(onsets);
      }),
    );
  });

  it("is said and read the same way", () => {
    fc.assert(
      fc.property(fc.oneof(anyFeel, fc.constant(STRAIGHT)), (feel) => {
        if (feel.kind !== "straight" && feel.ratio.den !== 1 && feel.ratio.den !== 2) return;
        expect(parseFeel(formatFeel(feel))).toEqual({ ok: true, value: feel });
      }),
    );
    expect(feelOf("Swing")).toEqual(TRIPLET_SWING);
    expect(feelOf("")).toEqual(STRAIGHT);
  });

  it.each(["swung", "swing 5:1", "swing 1:2", "swing 2:0", "shuffle 2:1 quarters"])(
    "%s is none",
    (text) => {
      expect(parseFeel(text).ok).toBe(false);
    },
  );
});

describe("moments of a bar", () => {
  const four = { beats: 4, unit: 4 };
  it.each([
    ["1", four, "0"],
    ["4&", four, "7/8"],
    ["2e", four, "5/16"],
    ["3a", four, "11/16"],
    ["1let", four, "1/6"],
    ["5/32", four, "5/32"],
    ["4", { beats: 6, unit: 8 }, "3/8"],
  ])("%s is %s", (text, metre, onset) => {
    const read = parseOnset(text, metre);
    expect(read.ok && formatFraction(read.value)).toBe(onset);
  });

  it("are said and read the same way, whatever their place", () => {
    fc.assert(
      fc.property(
        fc.nat({ max: 600 }),
        fc.integer({ min: 1, max: 96 }),
        fc.constantFrom(four, { beats: 7, unit: 8 }),
        (num, den, metre) => {
          fc.pre(num <= 4 * den);
          const onset = fraction(num, den);
          expect(parseOnset(formatOnset(onset, metre), metre)).toEqual({
            ok: true,
            value: onset,
          });
        },
      ),
    );
  });

  it.each(["0", "5", "4x", "&", "", "99/1"])("%j is none in four quarters", (text) => {
    expect(parseOnset(text, four).ok).toBe(false);
  });
});
