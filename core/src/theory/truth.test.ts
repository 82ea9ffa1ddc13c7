import { barIndex } from "../foundation/bar-index";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CHORD_TONES, formatChord, chromasOf, type ChordQuality } from "../pitch/chord";
import { intervalBetween } from "../pitch/interval";
import { parseKey, pitchClassAtFifths, type Key } from "../pitch/key";
import { chromaOf, formatPitchClass, midi, midiOf, parsePitch, type Pitch } from "../pitch/pitch";
import { degreeInChord } from "./chord-degree";
import { evidenceFor } from "./key-evidence";
import { nameChord } from "./name-chord";
import { clearKey, rankKeys, type KeyNote } from "./rank-keys";
import { formatScale, notesOfScale, parseScaleName, SCALES, tonicNear } from "./scale";
import { spellLine } from "./spell-line";

const pitchOf = (text: string): Pitch => {
  const pitch = parsePitch(text);
  if (!pitch.ok) throw new Error(pitch.error);
  return pitch.value;
};
const pitches = (text: string) => text.split(" ").map(pitchOf);
const keyOf = (text: string): Key => {
  const key = parseKey(text);
  if (!key.ok) throw new Error(key.error);
  return key.value;
};
const scaleOf = (text: string) => {
  const scale = parseScaleName(text);
  if (!scale.ok) throw new Error(scale.error);
  return scale.value;
};

/** A line of eighths, eight to the bar, that rests on its last note. */
const lineOf = (midis: readonly number[]): readonly KeyNote[] =>
  midis.map((height, index) => ({
    midi: height,
    weight: index === 0 || index === midis.length - 1 ? 3 : 1,
    bar: barIndex(Math.floor(index / 8)),
    isOnDownbeat: index % 8 === 0,
    moment: index,
  }));

describe("scales, as textbooks spell them", () => {
  it.each([
    ["D dorian", "D E F G A B C"],
    ["E phrygian", "E F G A B C D"],
    ["F lydian", "F G A B C D E"],
    ["Bb mixolydian", "Bb C D Eb F G Ab"],
    ["B locrian", "B C D E F G A"],
    ["A harmonic minor", "A B C D E F G#"],
    ["C melodic minor", "C D Eb F G A B"],
    ["E blues", "E G A Bb B D"],
    ["F# minor pentatonic", "F# A B C# E"],
    ["G altered", "G Ab Bb Cb Db Eb F"],
    ["C half-whole diminished", "C Db Eb E F# G A Bb"],
  ])("%s is %s", (name, notes) => {
    expect(notesOfScale(scaleOf(name)).map(formatPitchClass).join(" ")).toBe(notes);
  });
});

describe("the key of a line", () => {
  it.each(SCALES)("$name is heard on every tonic, up and down", ({ name, semitones }) => {
    for (let tonic = 0; tonic < 12; tonic++) {
      const up = [...semitones, 12].map((step) => 48 + tonic + step);
      const notes = lineOf([...up, ...up.slice(0, -1).reverse()]);
      const readings = rankKeys(notes);
      const scale = { tonic: tonicNear(tonic, name), name };
      expect(formatScale(readings[0]!.scale)).toBe(formatScale(scale));
      expect(clearKey(readings, notes)).toBe(readings[0]);
    }
  });

  it("moves with the line", () => {
    const anyLine = fc.array(fc.integer({ min: 40, max: 70 }), { minLength: 4, maxLength: 24 });
    fc.assert(
      fc.property(anyLine, fc.integer({ min: 1, max: 11 }), (line, step) => {
        const [here, there] = [line, line.map((height) => height + step)].map((midis) => {
          const [best] = rankKeys(lineOf(midis));
          return best!;
        });
        expect(there!.score).toBeCloseTo(here!.score, 9);
      }),
    );
  });

  it.each([
    ["a chromatic run", Array.from({ length: 25 }, (_, index) => 48 + index)],
    ["one note", [50]],
    ["one note, over and over", [50, 50, 62, 50]],
    ["two notes", [50, 57, 50, 57, 50]],
  ])("%s has no clear key", (_, midis) => {
    const notes = lineOf(midis);
    expect(clearKey(rankKeys(notes), notes)).toBeUndefined();
  });

  it("says what tells a mode from the plain scale, and what lies outside", () => {
    const dorian = lineOf([50, 52, 53, 55, 57, 59, 60, 62, 59, 57, 53, 50]);
    expect(evidenceFor(scaleOf("D dorian"), dorian)).toEqual([
      "raised 6th (B) in bars 1–2: dorian, not minor",
      "begins and ends on D",
      "all 12 notes belong",
    ]);
    expect(evidenceFor(scaleOf("D minor"), dorian).at(-1)).toBe(
      "2 of 12 notes outside: B in bars 1–2",
    );
  });
});

describe("spelling by key and direction", () => {
  it.each([
    ["D minor", "D4 D#4 E4 Eb4 D4", "D D# E Eb D"],
    ["C major", "C4 C#4 D4 Db4 C4", "C C# D Db C"],
    ["A minor", "A3 G#3 A3 B3 Bb3 A3", "A G# A B Bb A"],
    ["E major", "B3 C4 C#4 B#3 C#4", "B B# C# B# C#"],
    ["Eb minor", "Ab3 A3 Bb3 A3 Ab3", "Ab A Bb Bbb Ab"],
    ["C# minor", "C#4 E4 G#4 B#4 C#5", "C# E G# B# C#"],
  ])("in %s, %s is %s", (key, line, spelled) => {
    const midis = pitches(line).map(midiOf);
    const names = spellLine(midis, keyOf(key)).map(formatPitchClass);
    // Double signs are never written: the neighbour's name stands for them.
    expect(names.join(" ")).toBe(spelled.replace("Bbb", "A"));
  });

  it("in all thirty keys a scale is spelled by its signature, every letter once", () => {
    for (let signs = -7; signs <= 7; signs++) {
      for (const mode of ["major", "minor"] as const) {
        const tonic = pitchClassAtFifths(signs + (mode === "minor" ? 3 : 0));
        const steps = mode === "major" ? [0, 2, 4, 5, 7, 9, 11] : [0, 2, 3, 5, 7, 8, 10];
        const names = spellLine(
          steps.map((step) => midi(48 + chromaOf(tonic) + step)),
          { tonic, mode },
        );
        expect(new Set(names.map(({ step }) => step)).size).toBe(7);
        const sharps = names.reduce((sum, { alter }) => sum + alter, 0);
        expect(sharps).toBe(signs);
      }
    }
  });

  it("keeps the sound and needs no double signs", () => {
    const heights = fc.array(fc.integer({ min: 36, max: 84 }), { maxLength: 20 });
    const signs = fc.integer({ min: -5, max: 5 });
    fc.assert(
      fc.property(heights, signs, fc.constantFrom("major", "minor"), (line, at, mode) => {
        const tonic = pitchClassAtFifths(at + (mode === "minor" ? 3 : 0));
        const spelled = spellLine(line, { tonic, mode: mode });
        expect(spelled.map(midiOf)).toEqual(line);
      }),
    );
  });
});

describe("chord names", () => {
  const QUALITIES = Object.entries(CHORD_TONES) as [ChordQuality, readonly number[]][];

  it.each(QUALITIES)("C%s is named on every root, in root position first", (quality, tones) => {
    for (let root = 0; root < 12; root++) {
      const [first] = nameChord(tones.map((tone) => 48 + root + tone));
      expect(first!.chord.quality).toBe(quality);
      expect(chromaOf(first!.chord.root)).toBe(root);
      expect(first!.chord.bass).toBeUndefined();
    }
  });

  it.each(QUALITIES)("the first reading of every inversion of C%s is what sounds", (_, tones) => {
    for (let inversion = 1; inversion < tones.length; inversion++) {
      const midis = tones.map((tone, index) => 48 + tone + (index < inversion ? 12 : 0));
      const [first] = nameChord(midis);
      const bass = Math.min(...midis) % 12;
      expect(chromaOf(first!.chord.bass ?? first!.chord.root)).toBe(bass);
      const sounding = new Set(midis.map((one) => one % 12));
      for (const chroma of sounding) expect(chromasOf(first!.chord)).toContain(chroma);
    }
  });

  it.each([
    ["E3 G3 C4", "C/E"],
    ["F#2 D3 A3", "D/F#"],
    ["G2 C3 E3", "C/G"],
    ["C3 E3 G3 B3", "Cmaj7"],
    ["Bb2 C3 E3 G3", "C7/Bb"],
    ["E2 B2 E3 G3 B3 E4", "Em"],
    ["A2 E3", "A5"],
    ["E2 A2", "A5/E"],
    ["D3 F#3", "D"],
    ["D3 F3", "Dm"],
    ["G2 F3 B3 E4", "G13"],
    ["E2 G#3 D4 G4", "E7#9"],
    ["D3 A3 D4 G4", "Dsus4"],
    ["C3 G3 D4 E4", "Cadd9"],
    ["C#3 E3 G3 Bb3", "C#dim7"],
    ["A2 D3 F#3 A3", "D/A"],
  ])("%s is %s", (notes, name) => {
    const own = pitches(notes);
    const names = new Map(own.map((pitch) => [midiOf(pitch) % 12, pitch]));
    expect(formatChord(nameChord(own.map(midiOf), { names })[0]!.chord)).toBe(name);
  });

  it("a rootless grip gets its root from the part below", () => {
    const grip = pitches("E3 Bb3 D4").map(midiOf);
    const alone = nameChord(grip)[0]!.chord;
    const [withBass] = nameChord(grip, { bassBelow: 0 });
    expect(formatChord(withBass!.chord)).toBe("C9");
    expect(formatChord(alone)).not.toBe("C9");
    expect(withBass!.reasons[0]).toBe("the other part plays its root");
  });

  it("a key decides between names and spells them", () => {
    const stop = pitches("E3 C4").map(midiOf);
    const inC = nameChord(stop, { key: keyOf("C major") }).map(({ chord }) => formatChord(chord));
    expect(inC[0]).toBe("C/E");
    const five = pitches("C#3 G#3").map(midiOf);
    expect(formatChord(nameChord(five, { key: keyOf("F minor") })[0]!.chord)).toBe("Db5");
    expect(formatChord(nameChord(five, { key: keyOf("C# minor") })[0]!.chord)).toBe("C#5");
  });

  it.each([
    ["one note", [48]],
    ["octaves", [48, 60]],
    ["a cluster of forty notes", Array.from({ length: 40 }, (_, index) => 40 + index)],
    ["nothing", []],
  ])("%s is no chord", (_, midis) => {
    expect(nameChord(midis)).toEqual([]);
  });
});

describe("degrees and intervals", () => {
  it.each([
    ["A", "G minor", "m", "9", false],
    ["Bb", "G minor", "m", "♭3", true],
    ["F#", "C major", "", "♯4", false],
    ["F#", "C major", "7", "♯11", false],
    ["A", "C major", "7", "13", false],
    ["A", "C major", "6", "6", true],
    ["F", "C major", "sus4", "4", true],
  ])("%s over %s%s is %s", (note, root, quality, degree, isTarget) => {
    const chord = { root: keyOf(root).tonic, quality: quality as ChordQuality };
    expect(degreeInChord(pitchOf(`${note}4`), chord)).toEqual({ degree, isTarget });
  });

  it.each([
    ["E3 G3", "m3", 0],
    ["C3 E4", "M3", 1],
    ["C3 C3", "P1", 0],
    ["C3 C4", "P8", 0],
    ["F3 B3", "A4", 0],
    ["B3 F4", "d5", 0],
    ["Ab3 B3", "A2", 0],
    ["G#3 F4", "d7", 0],
    ["C3 C5", "P8", 1],
  ])("from %s it is %s and %i octaves", (notes, name, octaves) => {
    const [low, high] = pitches(notes);
    expect(intervalBetween(low!, high!)).toMatchObject({ name, octaves });
    expect(intervalBetween(high!, low!)).toMatchObject({ name, octaves });
  });
});
