import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { harmonyBetween, parallelOf } from "../analysis/harmony";
import { heardIn } from "../analysis/heard";
import { songSaid } from "../review/review.test-kit";
import { formatPitch, midiOf } from "../pitch/pitch";
import { eventsOf, type Bar } from "../score/bar";
import { notesOf } from "../score/event";
import { framesOfPhrase } from "../score/song";
import type { Scale } from "../theory/scale";
import { makeHarmony, type HarmonyStep } from "./make-harmony";

const A_MINOR: Scale = { tonic: { step: "A", alter: 0 }, name: "minor" };

function harmonised(callout: string, step: HarmonyStep, scale = A_MINOR, tuning = "standard") {
  const song = songSaid({
    parts: [{ callouts: [callout] }, { callouts: [""], tuning }],
  });
  const [from, to] = song.parts;
  let count = 0;
  const phrase = song.phrases[0]!;
  const made = makeHarmony(song, phrase.id, from!, to!, step, scale, () => `new${count++}`);
  const bars = song.lines[0]!.bars;
  return { frames: framesOfPhrase(song, phrase, bars.length), ...made };
}

const names = (bars: readonly Bar[]) =>
  eventsOf(bars)
    .flatMap(notesOf)
    .flatMap((note) => (note.kind === "pitched" ? [formatPitch(note.pitch)] : []))
    .join(" ");

describe("a harmony to a line", () => {
  it.each([
    ["A2 A3 D0 D2", { kind: "scale", steps: 2 }, "D3 E3 F3 G3"],
    ["A2 A3 D0 D2", { kind: "scale", steps: -2 }, "G2 A2 B2 C3"],
    ["A2 A3 D0 D2", { kind: "scale", steps: 4 }, "F3 G3 A3 B3"],
    ["A2 A3 D0 D2", { kind: "semitones", by: 7 }, "F#3 G3 A3 B3"],
  ] as const)("%s, %o: %s", (callout, step, expected) => {
    expect(names(harmonised(callout, step).bars)).toBe(expected);
  });

  it("counts in the scale of a mode", () => {
    const dorian: Scale = { tonic: { step: "A", alter: 0 }, name: "dorian" };
    expect(names(harmonised("A5", { kind: "scale", steps: 2 }, dorian).bars)).toBe("F#3");
    expect(names(harmonised("A5", { kind: "scale", steps: 2 }).bars)).toBe("F3");
  });

  it("bends to the note that belongs to the target, and frets what was a harmonic", () => {
    const { bars } = harmonised("G7b1 D12.harm", { kind: "scale", steps: 2 });
    const [bent, harmonic] = eventsOf(bars).flatMap(notesOf);
    // D to E, a third above: F to G. C to D would be the same, but E to F is a semitone.
    expect(bent).toMatchObject({ techniques: [{ kind: "bend", cents: 200 }] });
    expect(harmonic).toMatchObject({ techniques: [] });
    const [half] = eventsOf(harmonised("G5b1", { kind: "scale", steps: 2 }).bars).flatMap(notesOf);
    expect(half).toMatchObject({ techniques: [{ kind: "bend", cents: 100 }] });
  });

  it("goes in parallel, with the same rhythm, and every note has a place", () => {
    // Naturals between A2 and E5: what A minor has.
    const naturals = [45, 47, 48, 50, 52, 53, 55, 57, 59, 60, 62, 64, 65, 67, 69, 71, 72, 74, 76];
    const line = fc.array(fc.constantFrom(...naturals.slice(3, -5)), {
      minLength: 4,
      maxLength: 8,
    });
    fc.assert(
      fc.property(line, fc.constantFrom(-2, 2, 3, 5), (midis, steps) => {
        const said = midis.map((height) => `@${NAMES[height % 12]}${Math.floor(height / 12) - 1}`);
        const { bars, frames, ...made } = harmonised(said.join(" "), { kind: "scale", steps });
        const song = songSaid({ parts: [{ callouts: [said.join(" ")] }] });
        const heard = harmonyBetween(
          heardIn(song.lines[0]!.bars, frames, 6),
          heardIn(bars, frames, 6),
        );
        expect(parallelOf(heard)).toMatchObject({ number: Math.abs(steps) + 1, share: 1 });
        expect(made.withoutPlace).toEqual([]);
        expect(eventsOf(bars).map(({ duration }) => duration)).toEqual(
          eventsOf(song.lines[0]!.bars).map(({ duration }) => duration),
        );
        expect(heard.every(({ one, other }) => midiOf(one.pitch) !== midiOf(other.pitch))).toBe(
          true,
        );
      }),
      { numRuns: 40 },
    );
  });

  it("goes octaves nearer where the second instrument does not reach", () => {
    const { bars } = harmonised("e17 e17", { kind: "scale", steps: 2 }, A_MINOR, "bass-standard");
    expect(names(bars)).toBe("C4 C4");
  });
});

const NAMES = ["C", "C#", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb", "B"];
