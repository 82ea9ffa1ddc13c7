import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { NoiseAct } from "../passage/passage";
import { frequencyHzAt } from "../pitch/frequency";
import { fraction } from "../rhythm/fraction";
import { STRAIGHT, TRIPLET_SWING, type Feel } from "../rhythm/feel";
import { anySong } from "../score/song.arbitraries";
import { backingPart, clickPart, countInBefore } from "./backing";
import { songOf } from "./playing.test-kit";
import { playedBars } from "../sounding/played-bars";

/** A quarter note lasts half a second in these songs. */
const barsOf = (text: string) => playedBars(songOf([text]), { phraseId: "p0" });
const round = (seconds: number) => Math.round(seconds * 1000) / 1000;
/** `0! .5 1`: when each of these is struck, the accented ones with a mark behind. */
const written = (noises: readonly NoiseAct[]) =>
  noises.map(({ at, kind }) => `${round(at)}${kind === "accented-click" ? "!" : ""}`).join(" ");

describe("the metronome", () => {
  it.each<[string, string, string]>([
    ["four beats a bar", "'1 E0 | E0", "0! 0.5 1 1.5 2! 2.5 3 3.5"],
    ["three", "in 3/4 '2. E0 | E0", "0! 0.5 1 1.5! 2 2.5"],
    ["seven eighths", "in 7/8 '8 E0 E0 E0 E0 E0 E0 E0", "0! 0.25 0.5 0.75 1 1.25 1.5"],
    ["another metre on the way", "'1 E0 | in 2/4 '2 E0", "0! 0.5 1 1.5 2! 2.5"],
    ["another tempo on the way", "'1 E0 | at 60 '1 E0", "0! 0.5 1 1.5 2! 3 4 5"],
    ["a pick-up between two beats", "from 4& '8 E0 | '1 E0", "0.25! 0.75 1.25 1.75"],
    ["a pick-up on a beat", "from 3 '4 E0 E0 | '1 E0", "0 0.5 1! 1.5 2 2.5"],
    ["a fermata it waits for", "'4 E0.hold E0 '2 E0", "0! 1 1.5 2"],
    ["a bar in the making", "'4 E0", "0! 0.5 1 1.5"],
  ])("clicks %s: %s", (_, text, clicks) => {
    expect(written(clickPart(barsOf(text), STRAIGHT).noises)).toBe(clicks);
  });

  it("lets the swing be heard, softly, where the off-beats fall", () => {
    const { noises } = clickPart(barsOf("'2 E0 E0"), TRIPLET_SWING);
    const soft = noises.filter(({ strength }) => strength < 0.5);
    expect(soft.map(({ at }) => round(at))).toEqual([0.333, 0.833, 1.333, 1.833]);
    const three: Feel = { kind: "shuffle", unit: 8, ratio: fraction(3) };
    const hard = clickPart(barsOf("'2 E0 E0"), three).noises;
    expect(round(hard[1]!.at)).toBe(0.375);
  });

  it.each<[string, string, number, string]>([
    ["a bar", "'1 E0", 2, "0! 0.5 1 1.5"],
    ["a bar of three", "in 3/4 '2. E0", 1.5, "0! 0.5 1"],
    ["a bar of six eighths", "in 6/8 '2. E0", 1.5, "0! 0.25 0.5 0.75 1 1.25"],
    ["a bar and what leads up", "from 4& '8 E0 | '1 E0", 3.75, "0! 0.5 1 1.5 2! 2.5 3 3.5"],
    ["at the tempo that follows", "at 60 '1 E0", 4, "0! 1 2 3"],
  ])("counts %s in before %s", (_, text, seconds, clicks) => {
    const counted = countInBefore(barsOf(text)[0]!);
    expect(counted.seconds).toBe(seconds);
    expect(written(counted.clicks)).toBe(clicks);
  });

  it("clicks once for every beat that is there, in order, in any song", () => {
    fc.assert(
      fc.property(anySong, (song) => {
        const bars = playedBars(song);
        const { noises } = clickPart(bars, STRAIGHT);
        const times = noises.map(({ at }) => at);
        expect(times).toEqual([...times].sort((a, b) => a - b));
        const firsts = bars.filter(({ frame, length }) => frame.from.num === 0 && length.num > 0);
        expect(noises.filter(({ kind }) => kind === "accented-click").length).toBe(firsts.length);
        for (const { at, kind } of noises) {
          const bar = bars.find(({ startSeconds }) => startSeconds === at);
          if (kind === "accented-click") expect(bar).toBeDefined();
        }
      }),
      { numRuns: 60 },
    );
  });
});

/** `0–1: E1`: what the bass plays, from when to when. */
function bassOf(text: string): readonly string[] {
  const names = ["C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B"];
  return backingPart(barsOf(text), STRAIGHT, 440).acts.map(({ at, until, hz }) => {
    const midi = Math.round(69 + 12 * Math.log2(hz / 440));
    expect(hz).toBeCloseTo(frequencyHzAt(midi, 440), 6);
    return `${round(at)}–${round(until)}: ${names[midi % 12]}${Math.floor(midi / 12) - 1}`;
  });
}
const strikes = (text: string, kind: NoiseAct["kind"], feel: Feel = STRAIGHT) =>
  written(backingPart(barsOf(text), feel, 440).noises.filter((noise) => noise.kind === kind));

describe("the backing", () => {
  it.each<[string, string, readonly string[]]>([
    ["nothing before the first chord", "'1 E0 | {Am} E0", ["2–3: A1", "3–4: A1"]],
    ["a chord goes on", "{Em} '1 E0 | E0", ["0–1: E1", "1–2: E1", "2–3: E1", "3–4: E1"]],
    ["a chord in the middle", "{Em} {G@3} '1 E0", ["0–1: E1", "1–2: G1"]],
    ["a chord on an even beat", "{Em} {G@2} '1 E0", ["0–0.5: E1", "0.5–1: G1", "1–2: G1"]],
    ["a chord between beats", "{Em} {D@2&} '1 E0", ["0–0.75: E1", "0.75–1: D2", "1–2: D2"]],
    ["the bass of a slash chord", "{C/G} '1 E0", ["0–1: G1", "1–2: G1"]],
    ["the lowest and the highest", "{E} {Eb@3} '1 E0", ["0–1: E1", "1–2: D#2"]],
    ["no chord from here on", "{Em} {-@2} '1 E0 | E0", ["0–0.5: E1"]],
    ["three beats", "in 3/4 {Em} '2. E0", ["0–1: E1", "1–1.5: E1"]],
  ])("plays of the bass %s: %s", (_, text, bass) => {
    expect(bassOf(text)).toEqual(bass);
  });

  it("drums odd beats, even beats and halves, swung where the song is", () => {
    expect(strikes("'1 E0", "kick")).toBe("0 1");
    expect(strikes("'1 E0", "snare")).toBe("0.5 1.5");
    expect(strikes("'1 E0", "hat")).toBe("0 0.25 0.5 0.75 1 1.25 1.5 1.75");
    expect(strikes("'2 E0 E0", "hat", TRIPLET_SWING)).toBe("0 0.333 0.5 0.833 1 1.333 1.5 1.833");
    expect(strikes("from 4& '8 E0 | in 3/4 '2. E0", "kick")).toBe("0.25 1.25");
  });

  it("keeps to a bass's low octave, one note at a time, in any song and at any reference", () => {
    fc.assert(
      fc.property(anySong, fc.integer({ min: 400, max: 480 }), (song, referenceHz) => {
        const bars = playedBars(song);
        const { acts, noises } = backingPart(bars, song.feel, referenceHz);
        const end = bars.at(-1)?.endSeconds ?? 0;
        for (const [index, { at, until, hz }] of acts.entries()) {
          expect(until).toBeGreaterThan(at);
          expect(until).toBeLessThanOrEqual(Math.min(end, acts[index + 1]?.at ?? end) + 1e-9);
          expect(hz).toBeGreaterThanOrEqual(frequencyHzAt(28, referenceHz) - 1e-9);
          expect(hz).toBeLessThan(frequencyHzAt(40, referenceHz));
        }
        const times = noises.map(({ at }) => at);
        expect(times).toEqual([...times].sort((a, b) => a - b));
      }),
      { numRuns: 60 },
    );
  });
});
