import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { calloutContext } from "../callout/context";
import { parseCallout } from "../callout/parse-callout";
import { printCallout } from "../callout/print-callout";
import { NO_CAPO } from "../instrument/capo";
import { usualInstrument } from "../instrument/instrument";
import { tuningById } from "../instrument/tuning-library";
import { soundedAt } from "../neck/harmonic";
import { USUAL_STYLE } from "../neck/place-names";
import { parseKey } from "../pitch/key";
import { formatPitch, midiOf, parsePitch } from "../pitch/pitch";
import { eventsOf } from "../score/bar";
import { harmonicOf, notesOf } from "../score/event";
import { anyBars, testId } from "../score/song.arbitraries";
import { movePhrase, stepsAway, type PhraseMove } from "./move-phrase";

const keyOf = (text: string) => {
  const key = parseKey(text);
  if (!key.ok) throw new Error(key.error);
  return key.value;
};
const instrument = usualInstrument(tuningById("standard"), "Guitar");
const context = calloutContext(
  { instrument, capo: NO_CAPO },
  { key: keyOf("E minor"), metre: { beats: 4, unit: 4 }, tempoBpm: 96 },
  USUAL_STYLE,
);
const moved = (text: string, move: PhraseMove) => {
  const { bars } = parseCallout(text, context, testId);
  const { bars: after, findings } = movePhrase(bars, context.neck, context.key, move);
  return [printCallout(after, context), ...findings.map(({ message }) => message)];
};

describe("moving a phrase", () => {
  it.each<[string, PhraseMove, readonly string[]]>([
    ["E0 A2 D2h4", { kind: "frets", by: 3 }, ["'8 E3 A5 D5h7"]],
    ["E0 A2", { kind: "frets", by: 12 }, ["'8 E12 A14"]],
    ["E5 A7 Ex", { kind: "frets", by: -5 }, ["'8 E0 A2 Ex"]],
    ["E0 A2", { kind: "strings", by: -1 }, ["'8 A0 D2"]],
    ["A3 Ax", { kind: "strings", by: 1 }, ["'8 E3 x"]],
    ["E0 A2", { kind: "frets", by: -1 }, ["'8 E0 A1", "bar 1: E2 would leave the neck"]],
    ["E3 A2", { kind: "strings", by: 1 }, ["'8 E3 2", "bar 1: G2 would leave the neck"]],
    ["E0 A0", { kind: "semitones", by: 2 }, ["'8 E2 A2"]],
    [
      "E0 E3",
      { kind: "semitones", by: -1 },
      ["'8 @D#2 E2", "bar 1: D♯2 has no place on this neck"],
    ],
    ["E0 E2 E3", { kind: "scale", by: 1 }, ["'8 E2 3 5"]],
  ])("%s by %j: %j", (text, move, wanted) => {
    expect(moved(text, move)).toEqual(wanted);
  });

  it.each([
    ["A minor", "G#4", 1, "A#4"],
    ["A minor", "E4", 2, "G4"],
    ["D major", "B4", 1, "C#5"],
    ["D major", "C#4", -1, "B3"],
    ["Eb major", "G4", 7, "G5"],
    ["F# minor", "E4", 1, "F#4"],
  ])("in %s, %s moves by %i steps to %s", (key, from, steps, to) => {
    const pitch = parsePitch(from);
    if (!pitch.ok) throw new Error(pitch.error);
    expect(formatPitch(stepsAway(pitch.value, keyOf(key), steps)!)).toBe(to);
  });

  it("comes back by the same way where nothing fell off, and every place sounds its pitch", () => {
    const anyMove = fc.record({
      kind: fc.constantFrom(
        "frets" as const,
        "strings" as const,
        "semitones" as const,
        "scale" as const,
      ),
      by: fc.integer({ min: -4, max: 4 }),
    });
    fc.assert(
      fc.property(anyBars(context.neck, context.key), anyMove, (bars, move) => {
        const { bars: there, findings } = movePhrase(bars, context.neck, context.key, move);
        for (const note of eventsOf(there).flatMap(notesOf)) {
          if (note.kind !== "pitched" || !note.place) continue;
          const sounds = soundedAt(note.place, context.neck, harmonicOf(note));
          expect(sounds).toBe(midiOf(note.pitch));
        }
        if (findings.length > 0 || move.kind === "scale") return;
        const back = { ...move, by: -move.by };
        const home = movePhrase(there, context.neck, context.key, back);
        const heights = (list: typeof bars) =>
          eventsOf(list)
            .flatMap(notesOf)
            .map((note) => (note.kind === "pitched" ? midiOf(note.pitch) : note.string));
        if (home.findings.length === 0) expect(heights(home.bars)).toEqual(heights(bars));
      }),
      { numRuns: 100 },
    );
  });
});
