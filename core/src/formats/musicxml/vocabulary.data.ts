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
  readonly degrees?: readonly { readonly value: number; readonly type: "add" | "subtract" }[];
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
};

/** Kinds that have no quality here, and the nearest that has; what is left off is reported. */
export const NEAREST_KIND: Readonly<Record<string, ChordQuality>> = {
  "augmented-seventh": "aug",
  "major-minor": "m",
  "dominant-11th": "9",
  "major-11th": "maj9",
  "minor-11th": "m9",
  "dominant-13th": "9",
  "major-13th": "maj9",
  "minor-13th": "m9",
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
