import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NO_CAPO } from "../instrument/capo";
import { usualInstrument } from "../instrument/instrument";
import { tuningById } from "../instrument/tuning-library";
import { calloutContext, parseCallout, printCallout } from "../callout";
import { USUAL_STYLE } from "../neck/place-names";
import { STRAIGHT, TRIPLET_SWING, type Feel } from "../rhythm/feel";
import { compare, formatFraction, fraction, sum, ZERO } from "../rhythm/fraction";
import { barLength, parseMetre, type Metre } from "../rhythm/metre";
import { eventsOf } from "../score/bar";
import { lengthOf } from "../score/event";
import { testId } from "../score/song.arbitraries";
import { struckIn } from "./struck";
import { tappedValues, type Tap } from "./tapped-values";
import { writeRhythm } from "./write-rhythm";

const COMMON = { beats: 4, unit: 4 } as const;
const part = { instrument: usualInstrument(tuningById("standard"), "Guitar"), capo: NO_CAPO };
const key = { tonic: { step: "E", alter: 0 }, mode: "minor" } as const;
const contextIn = (metre: Metre) =>
  calloutContext(part, { key, metre, tempoBpm: 100 }, USUAL_STYLE);
const metreOf = (text: string) => {
  const metre = parseMetre(text);
  if (!metre.ok) throw new Error(metre.error);
  return metre.value;
};

/** Taps at parts of a whole note, at 120 to the minute. */
const tapsAt = (...wholes: readonly number[]): readonly Tap[] =>
  wholes.map((at) => ({ at: 2 * at }));
const rules = (metre: Metre = COMMON, feel: Feel = STRAIGHT) => ({
  metre,
  feel,
  tempoBpm: 120,
  hasClick: true,
});

describe("what taps mean", () => {
  it.each([
    ["4/4", STRAIGHT, [0, 0.25, 0.5, 0.75], "1/4 1/4 1/4 1/4"],
    ["4/4", STRAIGHT, [0, 0.13, 0.25, 0.505, 0.62], "1/8 1/8 1/4 1/8 3/8"],
    ["4/4", STRAIGHT, [0, 1 / 12, 1 / 6, 1 / 4], "1/12 1/12 1/12 3/4"],
    ["4/4", TRIPLET_SWING, [0, 1 / 6, 1 / 4, 5 / 12, 1 / 2], "1/8 1/8 1/8 1/8 1/2"],
    ["6/8", STRAIGHT, [0, 1 / 8, 1 / 4, 3 / 8], "1/8 1/8 1/8 3/8"],
    ["7/8", STRAIGHT, [0, 1 / 4, 1 / 2, 5 / 8], "1/4 1/4 1/8 1/4"],
  ] as const)("in %s, %o: %j", (metre, feel, wholes, values) => {
    const found = tappedValues(tapsAt(...wholes), rules(metreOf(metre), feel));
    expect(found.values.map(({ duration }) => formatFraction(duration)).join(" ")).toBe(values);
  });

  it("hears a pick-up before the first beat, and what all taps are late by", () => {
    const late = [-0.125, 0, 0.25].map((at) => at + 0.015);
    const { from, values } = tappedValues(tapsAt(...late), rules());
    expect(formatFraction(from)).toBe("-1/8");
    expect(values.map(({ duration }) => formatFraction(duration))).toEqual(["1/8", "1/4", "3/4"]);
  });

  it("takes how long the last one was held, and offers what is near", () => {
    const taps = [
      { at: 0, until: 0.45 },
      { at: 0.5, until: 0.97 },
      { at: 1, until: 1.5 },
    ];
    const { values } = tappedValues(taps, rules());
    expect(formatFraction(values[2]!.duration)).toBe("1/4");
    // Keys that are only touched do not say how long: the last note fills its bar.
    const touched = taps.map(({ at }) => ({ at, until: at + 0.08 }));
    expect(formatFraction(tappedValues(touched, rules()).values[2]!.duration)).toBe("1/2");
    expect(values[1]!.others.map(formatFraction)).toEqual(["3/16", "1/3", "1/6"]);
  });

  it("finds the tempo where no click leads", () => {
    const taps = [0, 1, 2, 3, 4, 6, 7, 8].map((eighths) => ({ at: (eighths * 60) / 2 / 96 }));
    const { tempoBpm, values } = tappedValues(taps, { ...rules(), tempoBpm: 104, hasClick: false });
    expect(tempoBpm).toBeCloseTo(96, 1);
    expect(
      values
        .slice(0, -1)
        .map(({ duration }) => formatFraction(duration))
        .join(" "),
    ).toBe("1/8 1/8 1/8 1/8 1/4 1/8 1/8");
  });
});

const read = (text: string, metre: Metre = COMMON) =>
  parseCallout(text, contextIn(metre), testId).bars;

describe("writing what was tapped", () => {
  it.each([
    ["'? E0 3 5 7", 0, [1 / 4, 1 / 4, 1 / 4, 1 / 4], "'4 E0 3 5 7"],
    ["'? E0 3 | A5", 0, [1 / 2, 3 / 4, 1 / 4], "'2 E0 3 | '4 ~E3 A5"],
    ["'? E0 3", -1 / 8, [1 / 8, 1], "from 4& '8 E0 | '1 E3"],
    ["'? E0 3", 1 / 4, [1 / 4, 1 / 2], "'4 - E0 '2 3"],
    ["'? E0 - 3", 0, [1 / 2, 1 / 2], "'4 E0 - '2 3"],
    ["'? grace[D1] hD2 3", 0, [1 / 4, 1 / 4], "grace[D1] '4 h2 3"],
    ["'? E0 3 5", 0, [1 / 4], "'4 E0 '? 3 5"],
    ["'? Ex 3", 0, [5 / 4, 1 / 4], "'1 Ex | '4 - E3"],
  ])("%s from %d, %j", (text, from, lengths, written) => {
    const values = lengths.map((value) => ({ duration: exact(value), held: undefined }));
    const line = writeRhythm(read(text), exact(from), values, () => COMMON, testId);
    const marks = line.from ? [{ bar: 0 as never, from: line.from }] : [];
    expect(printCallout(line.bars, contextIn(COMMON), marks)).toBe(written);
  });

  it("keeps every stroke in its order, with its length, in bars that are full", () => {
    const anyLength = fc.integer({ min: 1, max: 24 }).map((parts) => fraction(parts, 16));
    const anyLine = fc
      .array(fc.constantFrom("E0", "A3", "D5v", "Gx", "E0+A2"), { minLength: 1, maxLength: 12 })
      .map((words) => read(`'? ${words.join(" ")}`));
    const anyMetre = fc.constantFrom("4/4", "3/4", "6/8", "7/8").map(metreOf);
    const anyCase = fc.tuple(anyLine, fc.array(anyLength, { minLength: 12 }), anyMetre);
    fc.assert(
      fc.property(anyCase, ([bars, lengths, metre]) => {
        const values = lengths.map((duration) => ({ duration, held: undefined }));
        const line = writeRhythm(bars, ZERO, values, () => metre, testId);
        const frames = line.bars.map(() => ({ metre, from: ZERO }) as never);
        const struck = struckIn(line.bars, frames);
        expect(struck.map(({ event }) => event.id)).toEqual(eventsOf(bars).map(({ id }) => id));
        const starts = struck.map((_, index) => formatFraction(sum(lengths.slice(0, index))));
        expect(struck.map(({ at }) => formatFraction(at))).toEqual(starts);
        for (const bar of line.bars.slice(0, -1)) {
          expect(compare(sum(bar.events.map(lengthOf)), barLength(metre))).toBe(0);
        }
      }),
    );
  });
});

/** A part of a whole note, in 48ths. */
function exact(value: number) {
  return fraction(Math.round(48 * value), 48);
}
