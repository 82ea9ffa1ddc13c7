import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../foundation/random";
import { playPlucks, SAMPLE_RATE } from "./listening.test-kit";
import { Separation } from "./separation";

function separated(take: Float32Array, blockSize = 1000) {
  const separation = new Separation(SAMPLE_RATE);
  const padded = new Float32Array(take.length + separation.latency);
  padded.set(take);
  const [ringing, striking] = [new Float32Array(padded.length), new Float32Array(padded.length)];
  for (let at = 0; at < padded.length; at += blockSize) {
    const end = at + blockSize;
    separation.process(
      padded.subarray(at, end),
      ringing.subarray(at, end),
      striking.subarray(at, end),
    );
  }
  return {
    ringing: ringing.subarray(separation.latency),
    striking: striking.subarray(separation.latency),
  };
}

const energy = (samples: Float32Array) => samples.reduce((sum, sample) => sum + sample ** 2, 0);

/** A short burst of noise every quarter of a second. */
function strokes(seconds: number): Float32Array {
  const random = seededRandom(5);
  return new Float32Array(seconds * SAMPLE_RATE).map((_, at) => {
    const since = (at / SAMPLE_RATE) % 0.25;
    return (random() - 0.5) * Math.exp(-since * 400);
  });
}

describe("what rings and what strikes", () => {
  it("are together the sound as it was, however it comes", () => {
    const takes = fc.array(fc.float({ min: -1, max: 1, noNaN: true }), {
      minLength: 3000,
      maxLength: 6000,
    });
    fc.assert(
      fc.property(takes, fc.integer({ min: 1, max: 4000 }), (samples, blockSize) => {
        const take = Float32Array.from(samples);
        const { ringing, striking } = separated(take, blockSize);
        for (const [at, sample] of take.entries()) {
          expect(ringing[at]! + striking[at]!).toBeCloseTo(sample, 4);
        }
      }),
      { numRuns: 8 },
    );
  });

  it("are told apart: a tone rings, strokes strike, and strings come through without drums", () => {
    const tone = new Float32Array(2 * SAMPLE_RATE).map((_, at) =>
      Math.sin((2 * Math.PI * 330 * at) / SAMPLE_RATE),
    );
    expect(energy(separated(tone).ringing)).toBeGreaterThan(0.97 * energy(tone));
    const drums = strokes(2);
    expect(energy(separated(drums).ringing)).toBeLessThan(0.1 * energy(drums));
    const strings = playPlucks(
      [40, 47, 52, 56].map((midi, index) => ({ seconds: 0.1 + 0.4 * index, midi })),
      2,
    );
    const both = strings.map((sample, at) => sample + drums[at]!);
    const alone = separated(strings).ringing;
    const ofDrums = separated(both).ringing.map((sample, at) => sample - alone[at]!);
    expect(energy(alone)).toBeGreaterThan(0.7 * energy(strings));
    expect(energy(ofDrums)).toBeLessThan(0.25 * energy(drums));
  });
});
