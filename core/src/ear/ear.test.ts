import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../foundation/random";
import { NO_CAPO } from "../instrument/capo";
import { usualInstrument, type Instrument } from "../instrument/instrument";
import { TUNING_LIBRARY, tuningById } from "../instrument/tuning-library";
import { targetsOf } from "../neck/targets";
import { centsBetween } from "../pitch/frequency";
import { BenchGuitar, PEG_RANGE_CENTS } from "../synthesis/bench-guitar";
import { PitchEar, windowSizeFor } from "./pitch-ear";
import { PluckedString } from "../synthesis/plucked-string";
import { IN_TUNE_CENTS, readTuner, SteadyPitch } from "./tuner";

const SAMPLE_RATE = 48_000;
const WINDOW = windowSizeFor(SAMPLE_RATE);
const ear = new PitchEar(SAMPLE_RATE, WINDOW);
const bench = (instrument: Instrument, seed = 1) =>
  new BenchGuitar(instrument, SAMPLE_RATE, seededRandom(seed));

/** The next window of sound, after the attack. */
function listen(guitar: Pick<BenchGuitar, "render">, skipSeconds = 0.2): Float32Array {
  guitar.render(new Float32Array(Math.round(skipSeconds * SAMPLE_RATE)));
  const window = new Float32Array(WINDOW);
  guitar.render(window);
  return window;
}

/** Twelve tunings, from a five-string bass to new standard, over four to eight strings. */
const TUNINGS = [
  "standard",
  "half-step-down",
  "drop-c",
  "open-g",
  "open-g-five",
  "modal-d",
  "new-standard",
  "seven-standard",
  "eight-standard",
  "baritone-b",
  "bass-standard",
  "bass-five",
] as const;

describe("the bench guitar through the tuner", () => {
  it.each(TUNINGS)("every string of %s is found, with its cents within ±1", (id) => {
    const instrument = usualInstrument(tuningById(id), "Bench");
    for (const capo of [NO_CAPO, { fret: 3 }]) {
      const guitar = bench(instrument, 7);
      guitar.putCapo(capo);
      const targets = targetsOf(instrument, capo);
      for (const target of targets) {
        guitar.damp();
        guitar.pluck(target.string);
        const heard = ear.hear(listen(guitar));
        const reading = heard && readTuner(heard.hz, targets);
        expect(reading?.target.string).toBe(target.string);
        const truth = centsBetween(target.hz, guitar.soundingHz(target.string));
        expect(Math.abs(reading!.cents - truth)).toBeLessThan(1);
      }
    }
  });

  it("is brought into tune by turning pegs by what the tuner says, capo on", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...TUNING_LIBRARY),
        fc.nat({ max: 7 }),
        fc.nat(),
        fc.nat({ max: 8 }),
        (named, fret, seed, which) => {
          const instrument = usualInstrument(named, "Bench");
          const guitar = bench(instrument, seed);
          guitar.putCapo({ fret });
          const string = 1 + (which % instrument.tuning.length);
          const targets = targetsOf(instrument, { fret });
          for (let turn = 0; turn < 3; turn++) {
            guitar.damp();
            guitar.pluck(string);
            const heard = ear.hear(listen(guitar))!;
            guitar.turnPeg(string, -readTuner(heard.hz, targets, { chosen: string })!.cents);
          }
          const { hz } = targets[string - 1]!;
          expect(Math.abs(centsBetween(hz, guitar.soundingHz(string)))).toBeLessThan(1);
        },
      ),
      { numRuns: 25 },
    );
  });

  it("is pressed sharp by a capo, unevenly, and only where it is covered", () => {
    const instrument = usualInstrument(tuningById("standard"), "Bench");
    const guitar = bench(instrument);
    const strings = [1, 2, 3, 4, 5, 6];
    const before = strings.map((string) => guitar.soundingHz(string));
    guitar.putCapo({ fret: 2, strings: [3, 4, 5] });
    const rise = strings.map((string, index) => {
      const nut = [3, 4, 5].includes(string) ? 200 : 0;
      return centsBetween(before[index]!, guitar.soundingHz(string)) - nut;
    });
    for (const string of [1, 2, 6]) expect(rise[string - 1]).toBeCloseTo(0, 9);
    for (const string of [3, 4, 5]) expect(rise[string - 1]).toBeGreaterThan(0.5);
    expect(Math.max(...rise.slice(2, 5)) - Math.min(...rise.slice(2, 5))).toBeGreaterThan(0.5);
    guitar.putCapo(NO_CAPO);
    strings.forEach((string, index) => {
      expect(guitar.soundingHz(string)).toBeCloseTo(before[index]!, 9);
    });
  });

  it("drifts while time passes, and its pegs end somewhere", () => {
    const guitar = bench(usualInstrument(tuningById("standard"), "Bench"));
    const before = guitar.soundingHz(6);
    listen(guitar, 60);
    expect(Math.abs(centsBetween(before, guitar.soundingHz(6)))).toBeGreaterThan(0.01);
    guitar.turnPeg(6, -5000);
    const lowest = guitar.soundingHz(6);
    guitar.turnPeg(6, 10_000);
    expect(centsBetween(lowest, guitar.soundingHz(6))).toBeCloseTo(2 * PEG_RANGE_CENTS, 6);
  });
});

describe("a plucked string", () => {
  const levelOf = (samples: Float32Array) =>
    Math.sqrt(samples.reduce((sum, sample) => sum + sample * sample, 0) / samples.length);
  const next = (string: PluckedString, seconds = 0.25) => {
    const samples = new Float32Array(Math.round(seconds * SAMPLE_RATE));
    string.render(samples);
    return samples;
  };

  it("is silent until it is plucked, dies away, and is silent again when damped", () => {
    fc.assert(
      fc.property(fc.double({ min: 25, max: 1200, noNaN: true }), (hz) => {
        const string = new PluckedString(SAMPLE_RATE, hz);
        expect(levelOf(next(string))).toBe(0);
        string.pluck();
        const levels = Array.from({ length: 6 }, () => levelOf(next(string, 0.5)));
        expect(levels).toEqual([...levels].sort((a, b) => b - a));
        expect(levels[0]).toBeGreaterThan(0.01);
        string.damp();
        expect(levelOf(next(string))).toBe(0);
      }),
      { numRuns: 15 },
    );
  });

  it("never leaves full scale, and refuses what is no string's pitch", () => {
    const string = new PluckedString(SAMPLE_RATE, 82.4);
    string.pluck({ strength: 1 });
    for (const sample of next(string, 2)) expect(Math.abs(sample)).toBeLessThanOrEqual(1);
    for (const hz of [0, -5, Number.NaN, 19, SAMPLE_RATE]) {
      expect(() => string.tuneTo(hz)).toThrow(RangeError);
    }
  });
});

describe("the ear", () => {
  it.each([44_100, 48_000, 96_000])("hears B0 to B5 within a cent at %i Hz", (rate) => {
    const window = new Float32Array(windowSizeFor(rate));
    const own = new PitchEar(rate, window.length);
    for (const hz of [30.868, 41.203, 61.735, 123.47, 246.94, 493.88, 987.77]) {
      const string = new PluckedString(rate, hz);
      string.pluck();
      string.render(new Float32Array(Math.round(rate / 10)));
      window.fill(0);
      string.render(window);
      expect(Math.abs(centsBetween(hz, own.hear(window)!.hz))).toBeLessThan(1);
    }
  });

  it("hears a tone through the noise of a room", () => {
    const random = seededRandom(3);
    for (const hz of [30.868, 82.407, 110, 329.63]) {
      const string = new PluckedString(SAMPLE_RATE, hz);
      string.pluck();
      string.render(new Float32Array(6000));
      const window = Float32Array.from({ length: WINDOW }, () => 0.02 * (random() - 0.5));
      string.render(window);
      expect(Math.abs(centsBetween(hz, ear.hear(window)!.hz))).toBeLessThan(1);
    }
  });

  it("hears nothing in silence and no tone in noise", () => {
    const random = seededRandom(5);
    expect(ear.hear(new Float32Array(WINDOW))).toBeUndefined();
    expect(ear.hear(Float32Array.from({ length: WINDOW }, () => random() - 0.5))).toBeUndefined();
    expect(() => ear.hear(new Float32Array(100))).toThrow(RangeError);
  });
});

describe("the tuner", () => {
  const targets = targetsOf({ tuning: tuningById("standard").tuning }, { fret: 2 }, 442);

  it.each([
    [0, "in-tune"],
    [IN_TUNE_CENTS - 0.1, "in-tune"],
    [12, "sharp"],
    [-12, "flat"],
  ] as const)("%f cents from a target is %s", (cents, verdict) => {
    for (const target of targets) {
      const reading = readTuner(target.hz * 2 ** (cents / 1200), targets, { referenceHz: 442 })!;
      expect(reading.target).toBe(target);
      expect(reading.cents).toBeCloseTo(cents, 6);
      expect(reading.noteCents).toBeCloseTo(cents, 6);
      expect(reading.verdict).toBe(verdict);
    }
  });

  it("keeps to the string that was chosen, however far off it is", () => {
    const [first] = targets;
    const reading = readTuner(first!.hz / 1.5, targets, { chosen: 1 })!;
    expect(reading).toMatchObject({ target: first, verdict: "another-note" });
    expect(readTuner(110, targets, { chosen: 7 })).toBeUndefined();
    expect(readTuner(110, [])).toBeUndefined();
    expect(readTuner(1e9, targets)).toBeUndefined();
  });

  it("is steadied: one stray window moves nothing, another string starts anew", () => {
    const steady = new SteadyPitch();
    expect([110, 110.1].map((hz) => steady.add(hz))).toEqual([undefined, undefined]);
    expect(steady.add(110.05)).toBe(110.05);
    expect(steady.add(112)).toBe(110.1);
    expect(steady.add(220)).toBeUndefined();
    expect(steady.add(undefined)).toBeUndefined();
  });
});
