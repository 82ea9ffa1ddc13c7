import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { perform } from "../playing/perform";
import { songOf } from "../playing/playing.test-kit";
import { anySong } from "../score/song.arbitraries";
import type { NoiseKind, Passage } from "../passage/passage";
import { tempoInRound, type PlayPlan } from "../passage/play-plan";
import { PassagePlayer } from "./passage-player";
import { Percussion } from "./percussion";
import { renderPassage } from "./render-passage";

const RATE = 8000;
const FULL_TEMPO = { start: 1, step: 0, everyRounds: 1, to: 1 };
const planOf = (passage: Passage, more: Partial<PlayPlan> = {}): PlayPlan => ({
  from: 0,
  to: passage.seconds,
  isLooping: false,
  tempo: FULL_TEMPO,
  ...more,
});
/** Two bars of riff, both of them clicked, drummed and backed. */
const riff = perform(
  songOf(["{Em} '8 E0 E3h5 A2b1v pm[E0] '4 Ax.slap A2+D2.arp | {Am} '2 A0~ ~ '4 - hit"]),
).passage;

/** Plays for so many seconds, in pieces of so many samples. */
function heard(player: PassagePlayer, seconds: number, piece = 1000): Float32Array {
  const samples = new Float32Array(Math.round(seconds * RATE));
  for (let at = 0; at < samples.length; at += piece) {
    player.render(samples.subarray(at, Math.min(samples.length, at + piece)));
  }
  return samples;
}
const loudest = (samples: Float32Array) =>
  samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);

describe("a passage that is played", () => {
  it("sounds the same in pieces of any size, as the sound card may ask for them", () => {
    const whole = heard(new PassagePlayer(riff, planOf(riff), RATE), 4, 4 * RATE);
    expect(loudest(whole)).toBeGreaterThan(0.1);
    for (const piece of [128, 256, 1024]) {
      expect(heard(new PassagePlayer(riff, planOf(riff), RATE), 4, piece)).toEqual(whole);
    }
  });

  it("is in every round what it was in the first", () => {
    const only = { ...riff, parts: riff.parts.filter(({ id }) => id === "guitar") };
    const player = new PassagePlayer(only, planOf(only, { isLooping: true }), RATE);
    const length = riff.seconds;
    heard(player, length);
    expect(player.position).toMatchObject({ round: 1, isDone: false });
    heard(player, 3 * length);
    expect(player.position).toMatchObject({ round: 4, isDone: false });
    expect(loudest(heard(player, 0.2))).toBeGreaterThan(0.1);
  });

  it("ends, and is silent from then on", () => {
    const player = new PassagePlayer(riff, planOf(riff), RATE);
    heard(player, riff.seconds + 1);
    expect(player.position.isDone).toBe(true);
    expect(loudest(heard(player, 0.5))).toBeLessThan(1e-3);
  });

  it("begins in the middle, and only there in its first round", () => {
    const player = new PassagePlayer(riff, planOf(riff, { isLooping: true, startAt: 2 }), RATE);
    expect(player.position.seconds).toBeCloseTo(2, 3);
    heard(player, riff.seconds - 2);
    expect(player.position).toMatchObject({ round: 1 });
    expect(player.position.seconds).toBeCloseTo(0, 3);
  });

  it("gives every part its own volume, and a muted one none", () => {
    /** What the parts add up to before the last stage rounds it off. */
    const straight = (gains: readonly (readonly [string, number])[]) => {
      const player = new PassagePlayer(riff, planOf(riff), RATE);
      player.setGains(new Map(riff.parts.map(({ id }) => [id, new Map(gains).get(id) ?? 0])));
      return heard(player, 1).map((sample) => Math.atanh(sample / 0.8));
    };
    const guitar = straight([["guitar", 1]]);
    const half = straight([["guitar", 0.5]]);
    const click = straight([["click", 1]]);
    const both = straight([
      ["guitar", 0.5],
      ["click", 1],
    ]);
    expect(loudest(straight([]))).toBe(0);
    for (let index = 0; index < guitar.length; index += 7) {
      expect(half[index]).toBeCloseTo(guitar[index]! / 2, 4);
      expect(both[index]).toBeCloseTo(half[index]! + click[index]!, 4);
    }
  });

  it("stays finite and within full scale, whatever is written", () => {
    fc.assert(
      fc.property(anySong, fc.double({ min: 0.25, max: 1.5, noNaN: true }), (song, tempo) => {
        const { passage } = perform(song);
        const seconds = Math.min(passage.seconds, 3);
        const steps = renderPassage({ ...passage, seconds }, tempo, RATE, new Map());
        let last = -1;
        for (;;) {
          const step = steps.next();
          if (step.done) {
            expect(step.value.every((sample) => Math.abs(sample) <= 0.8)).toBe(true);
            expect(step.value.length).toBe(Math.ceil((seconds / tempo + 0.5) * RATE));
            return;
          }
          expect(step.value.done).toBeGreaterThan(last);
          expect(step.value.done).toBeLessThanOrEqual(step.value.total);
          last = step.value.done;
        }
      }),
      { numRuns: 12 },
    );
  });
});

describe("the tempo, round by round", () => {
  it("never falls while it climbs, and ends where it is told to", () => {
    const anySteps = fc.record({
      start: fc.double({ min: 0.25, max: 1.5, noNaN: true }),
      step: fc.double({ min: 0, max: 0.5, noNaN: true }),
      everyRounds: fc.integer({ min: 1, max: 8 }),
      to: fc.double({ min: 0.25, max: 1.5, noNaN: true }),
    });
    fc.assert(
      fc.property(anySteps, (steps) => {
        const tempos = Array.from({ length: 60 }, (_, round) => tempoInRound(steps, round));
        expect(tempos[0]).toBeCloseTo(steps.start, 9);
        for (const [index, tempo] of tempos.entries()) {
          expect(tempo).toBeGreaterThanOrEqual(tempos[index - 1] ?? 0);
          expect(tempo).toBeLessThanOrEqual(Math.max(steps.start, steps.to));
          const isStep = index % steps.everyRounds === 0;
          if (!isStep) expect(tempo).toBe(tempos[index - 1]);
        }
      }),
    );
  });
});

describe("what is struck", () => {
  const KINDS = ["body", "scrape", "kick", "snare", "hat", "click", "accented-click"] as const;
  const struck = (kind: NoiseKind, strength = 1) => {
    const samples = new Float32Array(RATE);
    const drum = new Percussion(RATE);
    drum.strike(kind, strength);
    drum.render(samples, 0, samples.length);
    return samples;
  };
  /** How often the wave crosses zero while it is loudest: a measure of how bright it is. */
  const brightness = (samples: Float32Array) =>
    samples
      .subarray(0, RATE / 25)
      .reduce(
        (count, sample, index, all) => count + (sample * (all[index - 1] ?? 0) < 0 ? 1 : 0),
        0,
      );

  it.each(KINDS)(
    "a %s is loud at once, dies away within half a second, and is repeatable",
    (kind) => {
      const samples = struck(kind);
      expect(loudest(samples.subarray(0, RATE / 100))).toBeGreaterThan(0.15);
      expect(loudest(samples.subarray(RATE / 2))).toBe(0);
      expect(struck(kind)).toEqual(samples);
      expect(loudest(struck(kind, 0.5))).toBeCloseTo(loudest(samples) / 2, 5);
    },
  );

  it("tells low from high: kick, body, snare, hat; and the first click from the others", () => {
    const bright = (["kick", "body", "snare", "hat"] as const).map((kind) =>
      brightness(struck(kind)),
    );
    expect(bright).toEqual([...bright].sort((a, b) => a - b));
    expect(new Set(bright).size).toBe(4);
    expect(brightness(struck("accented-click"))).toBeGreaterThan(brightness(struck("click")));
  });

  it("lets the oldest strike go where too many sound at once", () => {
    const drum = new Percussion(RATE);
    for (let count = 0; count < 500; count++) drum.strike(KINDS[count % KINDS.length]!, 1);
    const samples = new Float32Array(RATE);
    drum.render(samples, 0, samples.length);
    expect(samples.every(Number.isFinite)).toBe(true);
    expect(loudest(samples)).toBeLessThan(20);
  });
});
