import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { waveformColumns, WaveformStream } from "./waveform";

const RATE = 1000;
const STEP_OF_A_BYTE = 1 / 127;

describe("a waveform", () => {
  const takes = fc
    .record({ seed: fc.integer(), length: fc.integer({ min: 1, max: 40_000 }) })
    .map(({ seed, length }) =>
      Float32Array.from(
        { length },
        (_, at) => Math.sin(seed + at * at * 0.001) * Math.cos(at / 997),
      ),
    );

  it("shows in every column at least what sounds there, and no more than what sounds near it", () => {
    const windows = fc.record({
      take: takes,
      block: fc.integer({ min: 1, max: 5000 }),
      start: fc.double({ min: 0, max: 1, noNaN: true }),
      share: fc.double({ min: 0.01, max: 1, noNaN: true }),
      columns: fc.integer({ min: 1, max: 60 }),
    });
    fc.assert(
      fc.property(windows, ({ take, block, start, share, columns }) => {
        const stream = new WaveformStream(RATE);
        for (let at = 0; at < take.length; at += block) stream.push(take.subarray(at, at + block));
        const waveform = stream.finish();
        expect(waveform.samples).toBe(take.length);
        const from = (start * take.length) / RATE;
        const to = from + (share * take.length) / RATE;
        const width = ((to - from) * RATE) / columns;
        // The level that is drawn from has steps no wider than a column, or the finest ones.
        const around = Math.max(256, width) + 1;
        for (const [column, drawn] of waveformColumns(waveform, from, to, columns).entries()) {
          const first = from * RATE + column * width;
          const inside = take.subarray(Math.ceil(first), Math.max(0, Math.floor(first + width)));
          const near = take.subarray(
            Math.max(0, Math.floor(first - around)),
            Math.max(0, Math.ceil(first + width + around)),
          );
          const low = (samples: Float32Array) => samples.reduce((a, b) => Math.min(a, b), 0);
          const high = (samples: Float32Array) => samples.reduce((a, b) => Math.max(a, b), 0);
          expect(drawn.low).toBeLessThanOrEqual(low(inside) + 1e-6);
          expect(drawn.high).toBeGreaterThanOrEqual(high(inside) - 1e-6);
          expect(drawn.low).toBeGreaterThanOrEqual(low(near) - STEP_OF_A_BYTE - 1e-6);
          expect(drawn.high).toBeLessThanOrEqual(high(near) + STEP_OF_A_BYTE + 1e-6);
        }
      }),
      { numRuns: 40 },
    );
  });
});
