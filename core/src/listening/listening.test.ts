import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../foundation/random";
import { hearTake, playPlucks, SAMPLE_RATE, type Pluck } from "./listening.test-kit";
import { findPulse } from "./take-hearing";

/** Eight pitches of a guitar, one after the other in a pattern that does not repeat within a bar. */
const LINE = [40, 52, 47, 55, 45, 59, 50, 57, 64, 43];
const midiAt = (index: number) => LINE[(index * 7) % LINE.length]!;

describe("attacks", () => {
  const rhythm = fc
    .array(fc.double({ min: 0.11, max: 0.6, noNaN: true }), { minLength: 3, maxLength: 10 })
    .map((gaps) => {
      let seconds = 0.2;
      return gaps.map((gap, index): Pluck => {
        const pluck = { seconds, midi: midiAt(index), strength: 0.3 + 0.05 * (index % 4) };
        seconds += gap;
        return pluck;
      });
    });

  it("are heard where strings are plucked, however loud: hardly one is missed or heard besides", () => {
    const takes = fc.array(fc.tuple(rhythm, fc.double({ min: 0.05, max: 1, noNaN: true })), {
      minLength: 25,
      maxLength: 25,
    });
    fc.assert(
      fc.property(takes, (all) => {
        let [plucked, slips] = [0, 0];
        for (const [plucks, gain] of all) {
          const seconds = plucks.at(-1)!.seconds + 1;
          const take = playPlucks(plucks, seconds).map((sample) => gain * sample);
          const heard = hearTake(take).attacks.map((attack) => attack.seconds);
          const isNear = (a: number, b: number) => Math.abs(a - b) < 0.02;
          const missed = plucks.filter((pluck) => !heard.some((at) => isNear(at, pluck.seconds)));
          const besides = heard.filter((at) => !plucks.some((pluck) => isNear(at, pluck.seconds)));
          plucked += plucks.length;
          slips += missed.length + besides.length;
        }
        expect(slips).toBeLessThanOrEqual(0.04 * plucked);
      }),
      // One run is twenty-five takes; they are not made smaller one by one.
      { numRuns: 1, endOnFailure: true },
    );
  });

  it("are told apart for the strings of a strum", () => {
    const chord = [40, 47, 52, 56, 59, 64];
    const plucks = chord.map((midi, index) => ({ seconds: 0.5 + 0.04 * index, midi }));
    const heard = hearTake(playPlucks(plucks, 2)).attacks;
    expect(heard.length).toBeGreaterThanOrEqual(5);
    expect(heard.length).toBeLessThanOrEqual(6);
  });

  it("are not heard in silence, in a steady tone or in noise", () => {
    const random = seededRandom(3);
    const seconds = 3 * SAMPLE_RATE;
    const tone = new Float32Array(seconds).map((_, at) =>
      Math.sin((2 * Math.PI * 220 * at) / SAMPLE_RATE + 0.9 * Math.sin((34 * at) / SAMPLE_RATE)),
    );
    const noise = new Float32Array(seconds).map(() => 0.2 * (random() - 0.5));
    expect(hearTake(new Float32Array(seconds)).attacks).toEqual([]);
    // Where a sound is cut off from nothing it begins.
    expect(hearTake(tone).attacks.filter(({ seconds: at }) => at > 0.1 && at < 2.9)).toEqual([]);
    expect(hearTake(noise).attacks.filter(({ seconds: at }) => at > 0.1)).toEqual([]);
  });
});

describe("what is heard of a take", () => {
  it("is the same however its samples come", () => {
    const plucks = LINE.map((midi, index) => ({ seconds: 0.3 + 0.3 * index, midi }));
    const take = playPlucks(plucks, 4);
    const whole = hearTake(take);
    fc.assert(
      fc.property(fc.integer({ min: 100, max: 30_000 }), (blockSize) => {
        expect(hearTake(take, blockSize)).toEqual(whole);
      }),
      { numRuns: 10 },
    );
  });

  it("is nothing of an empty take and of silence", () => {
    for (const seconds of [0, 0.01, 1]) {
      const traces = hearTake(new Float32Array(seconds * SAMPLE_RATE));
      expect(traces).toMatchObject({ attacks: [], reference: undefined, envelopes: undefined });
      expect(findPulse(traces)).toBeUndefined();
    }
  });
});

describe("the reference", () => {
  it("is as many cents from 440 as the guitar was tuned, within 3", () => {
    fc.assert(
      fc.property(fc.integer({ min: -49, max: 49 }), (cents) => {
        const plucks = LINE.map((midi, index) => ({ seconds: 0.1 + 0.4 * index, midi }));
        const { reference } = hearTake(playPlucks(plucks, 4.2, cents));
        const apart = Math.abs(reference!.cents - cents);
        expect(Math.min(apart, 100 - apart)).toBeLessThan(3);
        expect(reference!.sure).toBeGreaterThan(0.5);
      }),
      { numRuns: 20 },
    );
  });
});

/** Eighths with an accent on each beat and a stronger one on each bar. */
function playBars(bpm: number, bars: number, metre: number, sway = 0): Float32Array {
  const plucks: Pluck[] = [];
  const beats: number[] = [];
  let seconds = 0.4;
  for (let half = 0; half < 2 * metre * bars; half++) {
    const isBeat = half % 2 === 0;
    if (isBeat) beats.push(seconds);
    const strength = half % (2 * metre) === 0 ? 0.8 : isBeat ? 0.55 : 0.3;
    plucks.push({ seconds, midi: half % (2 * metre) === 0 ? 40 : midiAt(half), strength });
    seconds += (30 / bpm) * (1 + sway * Math.sin(half / 5));
  }
  return playPlucks(plucks, seconds + 0.5);
}

const beatsAt = (bpm: number, count: number) =>
  Array.from({ length: count }, (_, index) => 0.4 + (index * 60) / bpm);

describe("beats", () => {
  it("are found with their bars, at any usual tempo that is hinted at", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 70, max: 170 }),
        fc.double({ min: 0.96, max: 1.04, noNaN: true }),
        (bpm, error) => {
          const pulse = findPulse(hearTake(playBars(bpm, 4, 4)), bpm * error)!;
          expect(Math.abs(pulse.bpm / bpm - 1)).toBeLessThan(0.01);
          const truth = beatsAt(bpm, 16);
          for (const beat of truth) {
            expect(Math.min(...pulse.beats.map((heard) => Math.abs(heard - beat)))).toBeLessThan(
              0.04,
            );
          }
          expect(pulse.beats.length).toBeLessThanOrEqual(17);
          expect(pulse.metre).toBe(4);
          expect(Math.abs(pulse.downbeats[0]! - 0.4)).toBeLessThan(0.04);
          expect(pulse.feel).toBe("straight");
        },
      ),
      { numRuns: 12 },
    );
  });

  it("follow a tempo that sways", () => {
    const pulse = findPulse(hearTake(playBars(100, 6, 4, 0.04)))!;
    const steps = pulse.beats.slice(1).map((beat, index) => beat - pulse.beats[index]!);
    expect(Math.abs(pulse.bpm / 100 - 1)).toBeLessThan(0.02);
    expect(Math.min(...steps)).toBeLessThan(0.59);
    expect(Math.max(...steps)).toBeGreaterThan(0.61);
  });

  it("name other tempi that may be meant, none more sure than the one that is found", () => {
    const pulse = findPulse(hearTake(playBars(96, 4, 4)))!;
    expect(pulse.others.some(({ bpm }) => Math.abs(bpm / 192 - 1) < 0.02)).toBe(true);
    for (const { sure } of pulse.others) expect(sure).toBeLessThanOrEqual(pulse.sure);
    const all = pulse.sure + pulse.others.reduce((sum, { sure }) => sum + sure, 0);
    expect(all).toBeCloseTo(1, 6);
  });

  it("in swing are told from straight ones", () => {
    const plucks = Array.from({ length: 32 }, (_, half): Pluck => {
      const beat = Math.floor(half / 2);
      const late = half % 2 === 0 ? 0 : 2 / 3;
      return {
        seconds: 0.3 + (beat + late) * 0.6,
        midi: midiAt(half),
        strength: half % 2 === 0 ? 0.7 : 0.3,
      };
    });
    expect(findPulse(hearTake(playPlucks(plucks, 11)), 100)!.feel).toBe("swing");
  });
});
