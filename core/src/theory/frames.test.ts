import { describe, expect, it } from "vitest";
import { formatChord } from "../pitch/chord";
import { parseKey } from "../pitch/key";
import { parsePitchClass } from "../pitch/pitch";
import { degreeOf } from "./degree";
import { CHORD_FRAMES, chordsOfFrame } from "./frames";

const keyOf = (text: string) => {
  const key = parseKey(text);
  if (!key.ok) throw new Error(key.error);
  return key.value;
};
const said = (name: string, key: string) =>
  chordsOfFrame(
    CHORD_FRAMES.find((frame) => frame.name === name)!,
    keyOf(key),
  )
    .map(formatChord)
    .join(" ");

describe("chord frames", () => {
  // The twelve-bar blues as any method has it.
  it.each([
    ["Twelve bars", "E major", "E7 E7 E7 E7 A7 A7 E7 E7 B7 A7 E7 B7"],
    ["Twelve bars", "A minor", "Am7 Am7 Am7 Am7 Dm7 Dm7 Am7 Am7 E7 Dm7 Am7 E7"],
    ["Four chords", "Eb major", "Eb Bb Cm Ab"],
    ["Four chords", "F# minor", "F#m C# D Bm"],
  ])("%s in %s: %s", (name, key, chords) => {
    expect(said(name, key)).toBe(chords);
  });
});

describe("degrees", () => {
  it.each([
    ["D minor", "D", "1"],
    ["D minor", "F", "♭3"],
    ["D minor", "B♭", "♭6"],
    ["D minor", "C#", "7"],
    ["E major", "G#", "3"],
    ["E major", "B#", "♯5"],
    ["E♭ minor", "C♭", "♭6"],
    ["C major", "F#", "♯4"],
    ["C major", "B♭♭", "♭♭7"],
  ])("in %s, %s is %s", (key, name, degree) => {
    const named = parsePitchClass(name);
    expect(named.ok && degreeOf(named.value, keyOf(key))).toBe(degree);
  });
});
