import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { chromaOf } from "../pitch/pitch";
import { formatKey, parseKey, type Key } from "../pitch/key";
import { chromasOf, formatChord, parseChords, type Chord } from "../pitch/chord";
import { anyKey, EVERY_KEY } from "./keys.arbitraries";
import { fingeredKey } from "./fingered";
import { fingeredChord, soundingChord, soundingKey, triadsOf } from "./shapes-and-sound";

const key = (text: string): Key => {
  const read = parseKey(text);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};
const chords = (text: string): readonly Chord[] => {
  const read = parseChords(text);
  if (!read.ok) throw new Error(read.error);
  return read.value;
};
const anyShift = fc.integer({ min: -7, max: 12 });

describe("shapes and sound", () => {
  it.each([
    ["G C D", "G major", 2, "A D E", "A major"],
    ["G C D", "G major", 5, "C F G", "C major"],
    ["Am Dm E7", "A minor", -5, "Em Am B7", "E minor"],
    ["D/F# Gmaj7", "D major", 1, "Eb/G Abmaj7", "Eb major"],
    ["C Am F G", "C major", 0, "C Am F G", "C major"],
  ])("%s in %s, %i semitones away, sound %s in %s", (shapes, home, shift, sound, sounding) => {
    const heard = chords(shapes).map((chord) =>
      formatChord(soundingChord(chord, shift, key(home))),
    );
    expect(heard.join(" ")).toBe(sound);
    expect(formatKey(soundingKey(key(home), shift))).toBe(sounding);
    const played = chords(sound).map((c) => formatChord(fingeredChord(c, shift, key(sounding))));
    expect(played.join(" ")).toBe(shapes);
  });

  it("sound exactly so many semitones from what they are called, in whatever key", () => {
    fc.assert(
      fc.property(anyKey, anyShift, (sounding, shift) => {
        for (const chord of triadsOf(sounding)) {
          const shape = fingeredChord(chord, shift, sounding);
          const up = [...chromasOf(shape)].map((chroma) => (chroma + shift + 24) % 12);
          expect(up.sort()).toEqual([...chromasOf(chord)].sort());
        }
      }),
    );
  });

  it("are spelled as the degrees of the key that is fingered", () => {
    fc.assert(
      fc.property(anyKey, anyShift, (sounding, shift) => {
        const moved = triadsOf(sounding).map((c) => formatChord(fingeredChord(c, shift, sounding)));
        expect(moved).toEqual(triadsOf(fingeredKey(sounding, shift)).map(formatChord));
      }),
    );
  });

  it("know the triads of a key", () => {
    expect(triadsOf(key("D major")).map(formatChord).join(" ")).toBe("D Em F#m G A Bm");
    expect(triadsOf(key("C# minor")).map(formatChord).join(" ")).toBe("C#m E F#m G#m G# A B");
    for (const one of EVERY_KEY) {
      expect(chromaOf(triadsOf(one)[0]!.root)).toBe(chromaOf(one.tonic));
    }
  });
});
