import type { ChordQuality } from "../../pitch/chord";
import type { Pluck, Technique } from "../../score/technique";

/** Words of MusicXML 4.0 (W3C Music Notation Community Group, 2021) for what the score knows. */

export const TYPE_OF_VALUE: Readonly<Record<number, string>> = {
  1: "whole",
  2: "half",
  4: "quarter",
  8: "eighth",
  16: "16th",
  32: "32nd",
  64: "64th",
};

/** Values that files may hold beside our own, as fractions of a whole note: `[num, den]`. */
export const VALUE_OF_TYPE: Readonly<Record<string, readonly [number, number]>> = {
  ...Object.fromEntries(
    Object.entries(TYPE_OF_VALUE).map(([value, type]) => [type, [1, Number(value)] as const]),
  ),
  breve: [2, 1],
  long: [4, 1],
  maxima: [8, 1],
  "128th": [1, 128],
  "256th": [1, 256],
  "512th": [1, 512],
  "1024th": [1, 1024],
};

interface KindOfChord {
  readonly kind: string;
  readonly degrees?: readonly {
    readonly value: number;
    /** Semitones; 0 where it is left out. */
    readonly alter?: number;
    readonly type: "add" | "subtract" | "alter";
  }[];
}

export const KIND_OF_CHORD: Readonly<Record<ChordQuality, KindOfChord>> = {
  "": { kind: "major" },
  m: { kind: "minor" },
  "5": { kind: "power" },
  "6": { kind: "major-sixth" },
  m6: { kind: "minor-sixth" },
  "7": { kind: "dominant" },
  m7: { kind: "minor-seventh" },
  maj7: { kind: "major-seventh" },
  sus2: { kind: "suspended-second" },
  sus4: { kind: "suspended-fourth" },
  "7sus4": {
    kind: "dominant",
    degrees: [
      { value: 3, type: "subtract" },
      { value: 4, type: "add" },
    ],
  },
  add9: { kind: "major", degrees: [{ value: 9, type: "add" }] },
  "9": { kind: "dominant-ninth" },
  m9: { kind: "minor-ninth" },
  maj9: { kind: "major-ninth" },
  dim: { kind: "diminished" },
  dim7: { kind: "diminished-seventh" },
  m7b5: { kind: "half-diminished" },
  aug: { kind: "augmented" },
  "69": { kind: "major-sixth", degrees: [{ value: 9, type: "add" }] },
  m69: { kind: "minor-sixth", degrees: [{ value: 9, type: "add" }] },
  mMaj7: { kind: "major-minor" },
  "7sus2": {
    kind: "dominant",
    degrees: [
      { value: 3, type: "subtract" },
      { value: 2, type: "add" },
    ],
  },
  "9sus4": {
    kind: "dominant-ninth",
    degrees: [
      { value: 3, type: "subtract" },
      { value: 4, type: "add" },
    ],
  },
  "13sus4": {
    kind: "dominant-13th",
    degrees: [
      { value: 3, type: "subtract" },
      { value: 4, type: "add" },
    ],
  },
  madd9: { kind: "minor", degrees: [{ value: 9, type: "add" }] },
  add11: { kind: "major", degrees: [{ value: 11, type: "add" }] },
  madd11: { kind: "minor", degrees: [{ value: 11, type: "add" }] },
  mMaj9: { kind: "major-minor", degrees: [{ value: 9, type: "add" }] },
  "11": { kind: "dominant-11th" },
  m11: { kind: "minor-11th" },
  maj11: { kind: "major-11th" },
  "13": { kind: "dominant-13th" },
  m13: { kind: "minor-13th" },
  maj13: { kind: "major-13th" },
  "7#5": { kind: "augmented-seventh" },
  "maj7#5": { kind: "major-seventh", degrees: [{ value: 5, alter: 1, type: "alter" }] },
  "7b5": { kind: "dominant", degrees: [{ value: 5, alter: -1, type: "alter" }] },
  "7b9": { kind: "dominant", degrees: [{ value: 9, alter: -1, type: "add" }] },
  "7#9": { kind: "dominant", degrees: [{ value: 9, alter: 1, type: "add" }] },
  "7#11": { kind: "dominant", degrees: [{ value: 11, alter: 1, type: "add" }] },
  "7b13": { kind: "dominant", degrees: [{ value: 13, alter: -1, type: "add" }] },
  "maj7#11": { kind: "major-seventh", degrees: [{ value: 11, alter: 1, type: "add" }] },
};

/** What has no element of its own stands in other-technical, in words that a player reads. */
export const TECHNIQUE_WORDS = {
  "fret-hand-mute": "fret-hand mute",
  "slide-bar": "slide bar",
} as const satisfies Partial<Record<Technique["kind"], string>>;
export const PLUCK_WORDS: Readonly<Partial<Record<Pluck, string>>> = {
  slap: "slap",
  pop: "pop",
  thumb: "thumb",
};
export const HIT_WORDS = { body: "hit on the body", scrape: "pick scrape" } as const;
export const WIDE_VIBRATO = "wide vibrato";
export const PINCHED = "pinched harmonic, partial";
export const TRILL_STEPS = "trill, semitones";
export const RAKE = "rake";
export const TREMOLO_VALUE = "tremolo in";

/** Facts that have no element at all, as named fields of the file's miscellaneous part. */
export const FIELD = {
  note: "note",
  reference: "reference pitch of A4 in Hz",
  tone: "tone",
  picking: "picking",
  kind: "kind of instrument",
  frets: "frets",
} as const;
