import { describe, expect, it } from "vitest";
import { SAMPLE_RATE } from "./listening.test-kit";
import { TakeHearing } from "./take-hearing";

/** Tones of a scale, so many seconds of each tuning in cents. */
function take(tunings: readonly (readonly [seconds: number, cents: number])[]): Float32Array {
  const whole = tunings.reduce((sum, [seconds]) => sum + seconds, 0);
  const out = new Float32Array(whole * SAMPLE_RATE);
  let from = 0;
  for (const [seconds, cents] of tunings) {
    for (let at = 0; at < seconds * SAMPLE_RATE; at++) {
      const since = at / SAMPLE_RATE;
      const midi = [45, 52, 57, 60][Math.floor(since) % 4]!;
      const hz = 440 * 2 ** ((midi - 69 + cents / 100) / 12);
      out[from + at] = 0.5 * Math.sin(2 * Math.PI * hz * since);
    }
    from += seconds * SAMPLE_RATE;
  }
  return out;
}

function tuningsOf(sound: Float32Array) {
  const hearing = new TakeHearing(SAMPLE_RATE);
  hearing.push(sound);
  return hearing.finish().tunings;
}

describe("the tunings of a take", () => {
  it("are one where it stays as it is, however it wavers", () => {
    const [only, ...others] = tuningsOf(
      take([
        [30, 18],
        [15, 23],
      ]),
    );
    expect(others).toEqual([]);
    expect(only!.from).toBe(0);
    expect(Math.abs(only!.cents - 20)).toBeLessThan(4);
  });

  it("are told apart where its speed was changed", () => {
    const found = tuningsOf(
      take([
        [30, 0],
        [30, -35],
      ]),
    );
    expect(
      found.map(({ from, to, cents }) => [from, Math.round(to), Math.round(cents / 5) * 5]),
    ).toEqual([
      [0, 30, expect.closeTo(0, 1)],
      [30, 60, -35],
    ]);
  });

  it("go round at the semitone", () => {
    expect(
      tuningsOf(
        take([
          [15, 49],
          [15, -48],
        ]),
      ),
    ).toHaveLength(1);
  });

  it("are none of silence", () => {
    expect(tuningsOf(new Float32Array(20 * SAMPLE_RATE))).toEqual([]);
  });
});
