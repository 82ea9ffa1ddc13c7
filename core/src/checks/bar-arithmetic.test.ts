import { FIRST_BAR } from "../foundation/bar-index";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { add, compare, fraction, sum, ZERO, type Fraction } from "../rhythm/fraction";
import { barLength, type Metre } from "../rhythm/metre";
import { framesOf } from "../score/frame";
import type { Bar } from "../score/bar";
import { balanceOf, checkBars } from "./bar-arithmetic";

const bar = (...durations: readonly (readonly [number, number])[]): Bar => ({
  events: durations.map(([num, den], index) => ({
    kind: "rest",
    id: `r${index}`,
    duration: fraction(num, den),
  })),
});
const FOUR: Metre = { beats: 4, unit: 4 };
const framesIn = (metre: Metre, bars: number) => framesOf([], { metre, tempoBpm: 96 }, bars);
const full = bar([1, 1]);

describe("bar arithmetic", () => {
  it.each([
    [bar([1, 2], [3, 8]), "bar 1 is an eighth note too short for 4/4"],
    [bar([1, 1], [1, 16]), "bar 1 is a sixteenth note too long for 4/4"],
    [bar([1, 1], [3, 8]), "bar 1 is a dotted quarter note too long for 4/4"],
    [bar([1, 1], [1, 12]), "bar 1 is an eighth note of a triplet too long for 4/4"],
    [bar([1, 1], [5, 16]), "bar 1 is 5/16 of a whole note too long for 4/4"],
    [bar(), "bar 1 is a whole note too short for 4/4"],
  ])("says by how much a bar is off", (one, message) => {
    const [finding] = checkBars([one, full], framesIn(FOUR, 2));
    expect(finding).toMatchObject({ message, severity: "warning", where: { bar: 0 } });
  });

  it("takes a short last bar for one in the making, but not a long one", () => {
    const severities = (last: Bar) =>
      checkBars([full, last], framesIn(FOUR, 2)).map((f) => f.severity);
    expect(severities(bar([1, 2]))).toEqual(["info"]);
    expect(severities(bar([1, 1], [1, 8]))).toEqual(["warning"]);
    expect(severities(full)).toEqual([]);
  });

  it("is silent exactly where the durations fill the metre", () => {
    const anyDuration = fc.constantFrom<readonly [number, number]>(
      [1, 4],
      [1, 8],
      [3, 8],
      [1, 16],
      [1, 12],
      [1, 6],
      [1, 2],
    );
    const anyMetre = fc.record({
      beats: fc.integer({ min: 1, max: 9 }),
      unit: fc.constantFrom(2, 4, 8),
    });
    fc.assert(
      fc.property(fc.array(anyDuration, { maxLength: 12 }), anyMetre, (durations, metre) => {
        const one = bar(...durations);
        const { filled, excess } = balanceOf(one, { length: barLength(metre) });
        const total = sum(durations.map(([num, den]) => fraction(num, den)));
        expect(filled).toEqual(total);
        const back: Fraction = add(barLength(metre), excess);
        expect(back).toEqual(total);
        const isOff = compare(excess, ZERO) !== 0;
        expect(
          checkBars([one, bar()], framesIn(metre, 2)).some(({ where }) => where.bar === FIRST_BAR),
        ).toBe(isOff);
      }),
    );
  });
});
