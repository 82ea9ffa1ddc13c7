import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { hearTake, playPlucks } from "./listening.test-kit";
import { semitonesApart } from "./semitones-apart";

const SECONDS_A_NOTE = 0.4;

/** Written notes, one after the other. */
const written = (midis: readonly number[]) =>
  midis.map((midi, index) => ({
    midi,
    from: index * SECONDS_A_NOTE,
    to: (index + 1) * SECONDS_A_NOTE,
  }));

describe("how many semitones a take lies from what is written", () => {
  it("is told of a line, however far it was moved and whatever its tuning is", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 45, max: 69 }), { minLength: 12, maxLength: 16 }),
        fc.integer({ min: -6, max: 5 }),
        fc.integer({ min: -30, max: 30 }),
        (midis, semitones, cents) => {
          const plucks = midis.map((midi, at) => ({
            midi: midi + semitones,
            seconds: at * SECONDS_A_NOTE,
          }));
          const take = playPlucks(plucks, midis.length * SECONDS_A_NOTE, cents);
          const found = semitonesApart(hearTake(take).chroma, written(midis))!;
          // A line of few pitches may fit elsewhere too: then it is not sure.
          if (found.sure >= 0.1) expect(found.semitones).toBe(semitones);
          if (new Set(midis.map((midi) => midi % 12)).size > 6) {
            expect(found.sure).toBeGreaterThan(0.1);
          }
        },
      ),
      { numRuns: 15 },
    );
  });

  it("is not told of a few notes, or of silence", () => {
    const silence = hearTake(new Float32Array(22_050)).chroma;
    expect(semitonesApart(silence, written([40, 43, 45]))).toBeUndefined();
    expect(semitonesApart(silence, written(Array<number>(10).fill(40)))).toBeUndefined();
  });
});
