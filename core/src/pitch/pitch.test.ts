import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fifthsOf, formatKey, parseKey, pitchClassAtFifths, signatureOf } from "./key";
import { frequencyHzOf } from "./frequency";
import { formatPitch, formatPitchClass, midi, midiOf, parsePitch, type Pitch } from "./pitch";
import { spellMidi } from "./spelling";

const pitchOf = (text: string): Pitch => {
  const pitch = parsePitch(text);
  if (!pitch.ok) throw new Error(pitch.error);
  return pitch.value;
};
const keyOf = (text: string) => {
  const key = parseKey(text);
  if (!key.ok) throw new Error(key.error);
  return key.value;
};

describe("pitch names", () => {
  it.each([
    ["C4", 60],
    ["A4", 69],
    ["E2", 40],
    ["B0", 23],
    ["Cb4", 59],
    ["B#3", 60],
    ["f##2", 43],
    ["E♭3", 51],
    ["C-1", 0],
    ["G9", 127],
  ])("%s is MIDI %i", (name, number) => {
    expect(midiOf(pitchOf(name))).toBe(number);
  });

  it.each(["H2", "", "G", "E9#", "G#9", "C-2", "es3"])("refuses %j and says why", (text) => {
    const result = parsePitch(text);
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.error.length).toBeGreaterThan(10);
  });

  it.each([
    ["A4", 440, 440],
    ["E2", 440, 82.4069],
    ["C4", 440, 261.6256],
    ["A4", 432, 432],
  ])("%s at A = %i sounds at %f Hz", (name, reference, hz) => {
    expect(frequencyHzOf(pitchOf(name), reference)).toBeCloseTo(hz, 3);
  });
});

describe("spelling by key", () => {
  // Published key signatures: the seven notes of each scale.
  it.each([
    ["C major", "C D E F G A B"],
    ["G major", "G A B C D E F#"],
    ["F# major", "F# G# A# B C# D# E#"],
    ["Gb major", "Gb Ab Bb Cb Db Eb F"],
    ["C# major", "C# D# E# F# G# A# B#"],
    ["Cb major", "Cb Db Eb Fb Gb Ab Bb"],
    ["D minor", "D E F G A Bb C"],
    ["C# minor", "C# D# E F# G# A B"],
    ["Eb minor", "Eb F Gb Ab Bb Cb Db"],
    ["A# minor", "A# B# C# D# E# F# G#"],
  ])("%s is %s", (key, names) => {
    const steps = key.endsWith("major") ? [0, 2, 4, 5, 7, 9, 11] : [0, 2, 3, 5, 7, 8, 10];
    const tonic = midiOf(pitchOf(key.split(" ")[0] + "4"));
    const spelled = steps.map((step) => spellMidi(midi(tonic + step), keyOf(key)));
    expect(spelled.map(formatPitchClass).join(" ")).toBe(names);
  });

  it("keeps the sound, whatever the key", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 127 }),
        fc.integer({ min: -7, max: 7 }),
        fc.constantFrom("major" as const, "minor" as const),
        (number, signs, mode) => {
          const tonic = pitchClassAtFifths(signs + (mode === "minor" ? 3 : 0));
          const pitch = spellMidi(midi(number), { tonic, mode });
          expect(midiOf(pitch)).toBe(number);
          expect(formatPitch(pitchOf(formatPitch(pitch)))).toBe(formatPitch(pitch));
        },
      ),
    );
  });

  it("walks the line of fifths there and back", () => {
    for (let fifths = -15; fifths <= 19; fifths++) {
      expect(fifthsOf(pitchClassAtFifths(fifths))).toBe(fifths);
    }
    expect(signatureOf(keyOf("C#m"))).toBe(4);
    expect(formatKey(keyOf("bb"))).toBe("Bb major");
    expect(parseKey("G# major").ok).toBe(false);
    expect(parseKey("ten").ok).toBe(false);
  });
});
