import { barIndex } from "../foundation/bar-index";
import { describe, expect, it } from "vitest";
import { fret } from "../neck/neck";
import { difficultyInWords, type Difficulty } from "./difficulty";
import { conflictInWords } from "./pin-words";
import type { Pin } from "./pins";
import { reasonInWords } from "./reason-words";
import type { Reason } from "./reasons";

describe("reasons", () => {
  const reason = (matter: Reason["matter"], more: Partial<Reason> = {}): Reason => ({
    matter,
    points: 1000,
    bars: [],
    ...more,
  });

  it.each<[string, Reason]>([
    ["no shift at all", reason("movement", { counts: [0, 3] })],
    ["fewer shifts: 1 instead of 3", reason("movement", { counts: [1, 3] })],
    // More shifts, yet cheaper ones: the number must not be held against the words.
    ["shorter ways for the hand", reason("movement", { counts: [4, 3] })],
    ["shorter ways for the hand", reason("movement")],
    ["opens strings where they lie at hand", reason("open", { counts: [5, 2] })],
    ["no open string among fretted notes", reason("open", { counts: [0, 2] })],
    ["fewer open strings among fretted notes: 1 instead of 2", reason("open", { counts: [1, 2] })],
    ["around fret 5 instead of fret 12", reason("height", { counts: [5, 12] })],
    ["only shapes that the hand knows", reason("shapes", { counts: [0, 1] })],
    ["spares the little finger", reason("fingers", { counts: [1, 4] })],
    ["nearer strings", reason("strings", { counts: [4, 4] })],
    ["no stretch (bar 2)", reason("stretch", { counts: [0, 2], bars: [barIndex(1)] })],
    [
      "fuller, on thicker strings (bars 1 and 3–4)",
      reason("tone", { bars: [0, 2, 3].map(barIndex) }),
    ],
    // More bars than anybody keeps in mind.
    ["what comes again keeps its shape", reason("motif", { bars: [0, 1, 2, 3, 4].map(barIndex) })],
  ])("say: %s", (words, own) => {
    expect(reasonInWords(own)).toBe(words);
  });

  it("count bars through the part", () => {
    const tone = reason("tone", { bars: [0, 2].map(barIndex) });
    expect(reasonInWords(tone, 4)).toBe("fuller, on thicker strings (bars 5 and 7)");
  });
});

describe("pins in conflict", () => {
  const d4 = { noteId: "n", bar: barIndex(1), pitch: { step: "D", alter: 0, octave: 4 } } as const;
  const place: Pin = { kind: "place", ...d4, place: { string: 5, fret: fret(17) } };

  it.each<[string, readonly Pin[]]>([
    [
      "bar 2: staying in position 2 cannot be kept together with D4 on string 5, fret 17",
      [{ kind: "position", fret: 2 }, place],
    ],
    [
      "bar 2: D4 not on strings 1 and 6 cannot be kept",
      [{ kind: "not-on", ...d4, strings: [1, 6] }],
    ],
    [
      "bar 2: leaving strings 1–3 alone cannot be kept together with D4 on string 5, fret 17",
      [{ kind: "without-strings", strings: [1, 2, 3] }, place],
    ],
  ])("say: %s", (words, pins) => {
    expect(conflictInWords({ bar: barIndex(1), pins })).toBe(words);
  });
});

describe("difficulty", () => {
  const easy: Difficulty = { level: 1, because: [] };
  it("says what weighs most, where anything does", () => {
    const hard: Difficulty = {
      level: 7.25,
      because: [
        { hardship: "movement", amount: 3, bars: [barIndex(1)] },
        { hardship: "bends", amount: 1, bars: [barIndex(0)] },
      ],
    };
    expect(difficultyInWords(hard)).toBe("difficulty 7.3, for long ways for the hand");
    expect(difficultyInWords(easy)).toBe("difficulty 1.0");
  });
});
