import { parsePitchClass } from "@intonazione/core/pitch";
import { describe, expect, it } from "vitest";
import { shortWay } from "./short-way";

const named = (text: string) => {
  const name = parsePitchClass(text);
  if (!name.ok) throw new Error(name.error);
  return name.value;
};

describe("the way from chord to chord", () => {
  it.each([
    ["E", "A", 5, 3],
    ["A", "E", -5, -3],
    ["E", "E", 0, 0],
    ["C", "Bb", -2, -1],
    ["F#", "C", 6, -3],
    ["B", "C", 1, 1],
    ["Eb", "Ab", 5, 3],
  ])("from %s to %s is %i semitones, %i steps", (from, to, semitones, steps) => {
    expect(shortWay(named(from), named(to), "frets")).toBe(semitones);
    expect(shortWay(named(from), named(to), "semitones")).toBe(semitones);
    expect(shortWay(named(from), named(to), "scale")).toBe(steps);
  });
});
