import { err, ok, type Result } from "../foundation/result";
import { fifthsOf, plainNameAtFifths } from "./key";
import {
  chromaOf,
  displayPitchClass,
  formatPitchClass,
  parsePitchClass,
  type PitchClass,
} from "./pitch";

/** A chord as its symbol says it. */
export interface Chord {
  readonly root: PitchClass;
  /** As written behind the root, in the spelling of `CHORD_TONES`. */
  readonly quality: ChordQuality;
  /** The lowest note where it is not the root. */
  readonly bass?: PitchClass;
}

/** Semitones above the root, by quality; what lies above the seventh is folded into one octave. */
export const CHORD_TONES = {
  "": [0, 4, 7],
  m: [0, 3, 7],
  "5": [0, 7],
  "6": [0, 4, 7, 9],
  m6: [0, 3, 7, 9],
  "69": [0, 2, 4, 7, 9],
  m69: [0, 2, 3, 7, 9],
  "7": [0, 4, 7, 10],
  m7: [0, 3, 7, 10],
  maj7: [0, 4, 7, 11],
  mMaj7: [0, 3, 7, 11],
  sus2: [0, 2, 7],
  sus4: [0, 5, 7],
  "7sus2": [0, 2, 7, 10],
  "7sus4": [0, 5, 7, 10],
  "9sus4": [0, 2, 5, 7, 10],
  "13sus4": [0, 2, 5, 7, 9, 10],
  add9: [0, 2, 4, 7],
  madd9: [0, 2, 3, 7],
  add11: [0, 4, 5, 7],
  madd11: [0, 3, 5, 7],
  "9": [0, 2, 4, 7, 10],
  m9: [0, 2, 3, 7, 10],
  maj9: [0, 2, 4, 7, 11],
  mMaj9: [0, 2, 3, 7, 11],
  "11": [0, 2, 4, 5, 7, 10],
  m11: [0, 2, 3, 5, 7, 10],
  maj11: [0, 2, 4, 5, 7, 11],
  "13": [0, 2, 4, 7, 9, 10],
  m13: [0, 2, 3, 7, 9, 10],
  maj13: [0, 2, 4, 7, 9, 11],
  dim: [0, 3, 6],
  dim7: [0, 3, 6, 9],
  m7b5: [0, 3, 6, 10],
  aug: [0, 4, 8],
  "7#5": [0, 4, 8, 10],
  "maj7#5": [0, 4, 8, 11],
  "7b5": [0, 4, 6, 10],
  "7b9": [0, 1, 4, 7, 10],
  "7#9": [0, 3, 4, 7, 10],
  "7#11": [0, 4, 6, 7, 10],
  "7b13": [0, 4, 7, 8, 10],
  "maj7#11": [0, 4, 6, 7, 11],
} as const satisfies Readonly<Record<string, readonly number[]>>;
export type ChordQuality = keyof typeof CHORD_TONES;

/** Other ways people write a quality. */
const ALIASES: Readonly<Record<string, ChordQuality>> = {
  maj: "",
  major: "",
  M: "",
  min: "m",
  minor: "m",
  "-": "m",
  "−": "m",
  min7: "m7",
  "-7": "m7",
  M7: "maj7",
  major7: "maj7",
  Δ: "maj7",
  sus: "sus4",
  "7sus": "7sus4",
  add2: "add9",
  "2": "add9",
  "6add9": "69",
  m6add9: "m69",
  minMaj7: "mMaj7",
  mmaj7: "mMaj7",
  mM7: "mMaj7",
  M9: "maj9",
  M13: "maj13",
  add4: "add11",
  min9: "m9",
  min11: "m11",
  min13: "m13",
  "9sus": "9sus4",
  "13sus": "13sus4",
  aug7: "7#5",
  "+7": "7#5",
  "7♯5": "7#5",
  "7♭5": "7b5",
  "7♭9": "7b9",
  "7♯9": "7#9",
  "7♯11": "7#11",
  "7♭13": "7b13",
  "maj7♯11": "maj7#11",
  "maj7♯5": "maj7#5",
  "°": "dim",
  o: "dim",
  "°7": "dim7",
  o7: "dim7",
  ø: "m7b5",
  "m7♭5": "m7b5",
  "+": "aug",
};

/**
 * Reads a chord symbol: `A`, `F#m7`, `B♭maj7`, `D/F#`.
 * @returns an error that says what was expected.
 */
export function parseChord(text: string): Result<Chord> {
  // “6/9” is one quality, not a chord over a bass.
  const said = text.trim().replace(/^([A-G][#♯b♭]?m?)6\/9/u, "$169");
  const match = /^([A-G][#♯b♭]?)([^/]*)(?:\/(.+))?$/u.exec(said);
  const root = match && parsePitchClass(match[1]!);
  if (!match || !root?.ok)
    return err(`“${text.trim()}” is no chord: expected one like A, F#m7 or D/F#`);
  const quality = qualityOf(match[2]!.trim().replace(/^\((.*)\)$/u, "$1"));
  if (quality === undefined) {
    return err(
      `“${text.trim()}”: “${match[2]!.trim()}” is no kind of chord known here, like m, 7, maj7 or sus4`,
    );
  }
  if (match[3] === undefined) return ok({ root: root.value, quality });
  const bass = parsePitchClass(match[3]);
  return bass.ok ? ok({ root: root.value, quality, bass: bass.value }) : bass;
}

function qualityOf(written: string): ChordQuality | undefined {
  return written in CHORD_TONES ? (written as ChordQuality) : ALIASES[written];
}

/** Reads several, separated by blanks, commas or bar lines. */
export function parseChords(text: string): Result<readonly Chord[]> {
  const chords: Chord[] = [];
  for (const word of text.split(/[\s,;|]+|\s[-–]\s/u)) {
    if (word === "") continue;
    const chord = parseChord(word);
    if (!chord.ok) return chord;
    chords.push(chord.value);
  }
  return ok(chords);
}

/** @example formatChord({ root: name("D"), quality: "", bass: name("F#") }) // "D/F#" */
export function formatChord(chord: Chord): string {
  return writeChord(chord, formatPitchClass);
}

/** For reading: `D/F♯`. */
export function displayChord(chord: Chord): string {
  return writeChord(chord, displayPitchClass);
}

function writeChord({ root, quality, bass }: Chord, write: (name: PitchClass) => string): string {
  return write(root) + quality + (bass ? `/${write(bass)}` : "");
}

/** The pitch classes of a chord, 0–11 with C = 0, its bass among them. */
export function chromasOf({ root, quality, bass }: Chord): ReadonlySet<number> {
  const tones = CHORD_TONES[quality].map((tone) => (chromaOf(root) + tone) % 12);
  return new Set(bass ? [...tones, chromaOf(bass)] : tones);
}

/**
 * The same chord so many fifths further on the line of fifths. All its names move alike, and by an
 * octave of fifths more where they would leave the names that people read (F♭ to B♯).
 */
export function moveChord({ root, quality, bass }: Chord, fifths: number): Chord {
  const move = (name: PitchClass) => plainNameAtFifths(fifthsOf(name) + fifths);
  return { root: move(root), quality, ...(bass && { bass: move(bass) }) };
}
