import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { HEAR_ALL, heardOnly, reachOf, type HearOnly } from "./hear-only";
import { SAMPLE_RATE } from "./listening.test-kit";

const tone = (hz: number, seconds = 1) =>
  new Float32Array(seconds * SAMPLE_RATE).map((_, at) =>
    Math.sin((2 * Math.PI * hz * at) / SAMPLE_RATE),
  );
const rms = (samples: Float32Array) =>
  Math.sqrt(samples.reduce((sum, sample) => sum + sample ** 2, 0) / samples.length);
const decibels = (out: Float32Array, sound: Float32Array) => 20 * Math.log10(rms(out) / rms(sound));

/** The middle of a sound, as it is heard. */
function middleOf(channels: readonly Float32Array[], hearing: HearOnly) {
  const quarter = channels[0]!.length / 4;
  return heardOnly(channels, { before: quarter, behind: quarter }, SAMPLE_RATE, hearing);
}

describe("hearing only", () => {
  const [left, right] = [tone(330), tone(495)];
  it.each([
    ["left", [330]],
    ["right", [495]],
  ] as const)("%s lets the other side go", (side, [hz]) => {
    const [heard, ...others] = middleOf([left, right], { ...HEAR_ALL, side });
    const expected = tone(hz).slice(SAMPLE_RATE / 4, (3 * SAMPLE_RATE) / 4);
    expect(others).toEqual([]);
    expect(heard).toEqual(expected);
  });

  it("the sides lets go of what is in the middle, and the middle of what is opposite", () => {
    const opposite = right.map((sample) => -sample);
    expect(rms(middleOf([left, left], { ...HEAR_ALL, side: "sides" })[0]!)).toBe(0);
    expect(rms(middleOf([right, opposite], { ...HEAR_ALL, side: "middle" })[0]!)).toBe(0);
    expect(middleOf([left, right], HEAR_ALL)).toHaveLength(2);
    // A take of one channel has no sides.
    expect(rms(middleOf([left], { ...HEAR_ALL, side: "sides" })[0]!)).toBe(0);
  });

  it("between two frequencies lets go of what lies outside: by 24 decibels an octave", () => {
    const between = { ...HEAR_ALL, aboveHz: 200, belowHz: 800 };
    const change = (hz: number) => decibels(middleOf([tone(hz)], between)[0]!, tone(hz));
    expect(change(400)).toBeGreaterThan(-0.5);
    // A Butterworth filter has half of the energy left at its edge.
    for (const edge of [200, 800]) expect(Math.abs(change(edge) + 3)).toBeLessThan(0.3);
    for (const far of [50, 3200]) expect(change(far)).toBeLessThan(-40);
  });

  it("stretch by stretch is the same as all at once", () => {
    const anyHearing = fc.record({
      side: fc.constantFrom("all" as const, "left" as const, "middle" as const),
      aboveHz: fc.constantFrom(60, 200),
      belowHz: fc.constantFrom(900, 5000),
      withoutStrikes: fc.boolean(),
      octaveUp: fc.constant(false),
    });
    const sound = [left.map((sample, at) => sample + (at % 3000 === 0 ? 1 : 0)), right];
    fc.assert(
      fc.property(anyHearing, fc.integer({ min: 8000, max: 14_000 }), (hearing, from) => {
        const { before, behind } = reachOf(hearing, SAMPLE_RATE);
        const count = 2000;
        const around = sound.map((channel) =>
          channel.subarray(from - before, from + count + behind),
        );
        const heard = heardOnly(around, { before, behind }, SAMPLE_RATE, hearing);
        const whole = heardOnly(sound, { before: 0, behind: 0 }, SAMPLE_RATE, hearing);
        for (const [index, channel] of heard.entries()) {
          expect(channel).toHaveLength(count);
          const same = whole[index]!.subarray(from, from + count);
          // Frames of the separation lie otherwise; what they give is the same but for that.
          const off = channel.map((sample, at) => sample - same[at]!);
          expect(rms(off)).toBeLessThan(hearing.withoutStrikes ? 0.1 : 1e-3);
        }
      }),
      { numRuns: 8 },
    );
  });
});
