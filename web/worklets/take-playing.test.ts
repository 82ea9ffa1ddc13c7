import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { PieceShelf } from "./piece-shelf";
import { openStretch } from "./stretch-module";
import { Stretched } from "./stretched";
import { TakeClicks } from "./take-clicks";

const RATE = 22_050;

describe("the pieces of a take at hand", () => {
  it("give every sample where it belongs, and silence where none is", () => {
    const anyCopy = fc.record({
      from: fc.integer({ min: -30, max: 70 }),
      count: fc.integer({ min: 1, max: 40 }),
    });
    const shelf = new PieceShelf(10, 5, () => undefined);
    for (const piece of [0, 1, 3]) {
      shelf.put(piece, [Float32Array.from({ length: 10 }, (_, at) => piece * 10 + at + 1)]);
    }
    const isHere = (sample: number) =>
      sample >= 0 && sample < 50 && ![2, 4].includes(Math.floor(sample / 10));
    fc.assert(
      fc.property(anyCopy, ({ from, count }) => {
        const into = new Float32Array(count).fill(99);
        // One channel is heard from both sides.
        shelf.copy(1, from, into);
        for (let at = 0; at < count; at++) {
          expect(into[at]).toBe(isHere(from + at) ? from + at + 1 : 0);
        }
        const isMissing = (sample: number) => sample >= 0 && sample < 50 && !isHere(sample);
        const missing = Array.from({ length: count }, (_, at) => from + at).some(isMissing);
        expect(shelf.has(from, from + count)).toBe(!missing);
      }),
    );
  });

  it("are asked for ahead, round the loop, once; again when they are heard otherwise", () => {
    const asked: number[] = [];
    const shelf = new PieceShelf(10, 40, (piece) => void asked.push(piece));
    shelf.prepare(100, 400, undefined);
    expect(asked).toEqual([10, 11, 12, 13, 14, 9]);
    shelf.prepare(100, 400, undefined);
    expect(asked).toHaveLength(6);
    asked.length = 0;
    // The loop ends with piece 11 and begins again in piece 3.
    shelf.prepare(100, 120, 35);
    expect(asked).toEqual(expect.arrayContaining([2, 3, 4]));
    for (const piece of [9, 10, 11]) shelf.put(piece, [new Float32Array(10)]);
    asked.length = 0;
    shelf.makeStale();
    expect(shelf.has(100, 110)).toBe(true);
    shelf.prepare(100, 120, undefined);
    expect(asked).toContain(10);
  });
});

describe("clicks over a take", () => {
  it("sound where its beats are heard, at the frame", () => {
    const clicks = new TakeClicks(1000);
    clicks.set(Float64Array.of(0.5, 1, 1.5), Uint8Array.of(1, 0, 0), 1);
    // At half speed half a second of the take lasts a second.
    clicks.pass(0.9, 1.2, 5000, 0.5);
    const out = new Float32Array(1000);
    clicks.mix([out], 5000);
    const first = out.findIndex((sample) => sample !== 0);
    expect(first).toBeGreaterThanOrEqual(200);
    expect(first).toBeLessThan(203);
    expect(out.subarray(240).every((sample) => sample === 0)).toBe(true);
    clicks.set(Float64Array.of(0.5), Uint8Array.of(1), 0);
    clicks.pass(0, 1, 6000, 1);
    clicks.mix([out.fill(0)], 6000);
    expect(out.every((sample) => sample === 0)).toBe(true);
  });
});

describe("a take slowed and shifted", () => {
  // What the audio thread offers the library.
  beforeAll(() => void Object.assign(globalThis, { sampleRate: RATE, currentTime: 0 }));

  it.each([
    [1, 0, 82.4],
    [0.5, 0, 82.4],
    [0.25, -3, 110],
    [2, 7, 220],
    [0.5, 0.35, 82.4],
    [1, 12, 55],
    [0.25, 0, 41.2],
    [0.3, 0, 55],
    [0.7, -12, 82.4],
  ])("at speed %d is %d semitones away from %d Hz, within a cent", async (rate, semitones, hz) => {
    const stretched = new Stretched(await openStretch(), RATE, 1);
    const source = (_: number, from: number, into: Float32Array) => {
      for (let at = 0; at < into.length; at++)
        into[at] = Math.sin((2 * Math.PI * hz * (from + at)) / RATE);
    };
    const block = 128;
    const out = new Float32Array(4 * RATE);
    for (let at = 0; at + block <= out.length; at += block) {
      stretched.render(source, { at: RATE + at * rate, rate, semitones }, [
        out.subarray(at, at + block),
      ]);
    }
    const wanted = hz * 2 ** (semitones / 12);
    const heard = peakNear(wanted, out.subarray(RATE, 3 * RATE));
    const cents = 1200 * Math.log2(heard / wanted);
    expect(Math.abs(cents)).toBeLessThan(1);
  });
});

/** Where the spectrum of a long sound is highest, nearer than a tenth of a semitone to a frequency. */
function peakNear(around: number, samples: Float32Array): number {
  const energyAt = (hz: number) => {
    let [re, im] = [0, 0];
    for (const [at, sample] of samples.entries()) {
      const hann = 0.5 - 0.5 * Math.cos((2 * Math.PI * at) / samples.length);
      re += hann * sample * Math.cos((2 * Math.PI * hz * at) / RATE);
      im += hann * sample * Math.sin((2 * Math.PI * hz * at) / RATE);
    }
    return re * re + im * im;
  };
  let best = around;
  for (let cents = 8; cents > 0.02; cents /= 2) {
    const around = [-2, -1, 0, 1, 2].map((step) => best * 2 ** ((step * cents) / 1200));
    const energies = around.map(energyAt);
    best = around[energies.indexOf(Math.max(...energies))]!;
  }
  return best;
}
