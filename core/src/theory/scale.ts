import { err, ok, type Result } from "../foundation/result";
import { fifthsOf, pitchClassAtFifths, type Key, type Mode } from "../pitch/key";
import { chromaOf, displayPitchClass, formatPitchClass, parsePitchClass } from "../pitch/pitch";
import type { PitchClass } from "../pitch/pitch";
import { SCALE_ROWS } from "./scales.data";

export type ScaleName = (typeof SCALE_ROWS)[number][0];

/** A scale on any tonic. */
export interface ScaleKind {
  readonly name: ScaleName;
  /** In rising order: 1 ♭3 4 … */
  readonly degrees: readonly string[];
  /** The degrees as fifths from the tonic, in their order. */
  readonly fifths: readonly number[];
  /** Semitones above the tonic, rising. */
  readonly semitones: readonly number[];
  /** By whose profile its tonic is heard. */
  readonly family: Mode;
  readonly prior: number;
  /** Semitones of the degrees that the plain scale of its family has otherwise; of seven-note scales. */
  readonly telling: readonly number[];
}

/** A tonic with its scale: what teachers call a key, modes and pentatonics among them. */
export interface Scale {
  readonly tonic: PitchClass;
  readonly name: ScaleName;
}

const STEP_FIFTHS = [0, 2, 4, -1, 1, 3, 5];

/** Fifths from the tonic of a degree: −3 for “♭3”. */
function fifthsOfDegree(degree: string): number {
  const signs = [...degree.slice(0, -1)].reduce((sum, sign) => sum + (sign === "♯" ? 1 : -1), 0);
  return STEP_FIFTHS[Number(degree.at(-1)) - 1]! + 7 * signs;
}

/** A fifth is 7 semitones. */
export function semitonesOfFifths(fifths: number): number {
  return (((7 * fifths) % 12) + 12) % 12;
}

const PLAIN = { major: "1 2 3 4 5 6 7", minor: "1 2 ♭3 4 5 ♭6 ♭7" } as const;

export const SCALES: readonly ScaleKind[] = SCALE_ROWS.map(([name, text, family, prior]) => {
  const degrees = text.split(" ");
  const fifths = degrees.map(fifthsOfDegree);
  const semitones = fifths.map(semitonesOfFifths);
  const plain: readonly string[] = PLAIN[family].split(" ");
  const telling =
    degrees.length === 7 ? semitones.filter((_, index) => !plain.includes(degrees[index]!)) : [];
  return { name, degrees, fifths, semitones, family, prior, telling };
});

const BY_NAME = new Map(SCALES.map((kind) => [kind.name, kind]));

export function scaleKind(name: ScaleName): ScaleKind {
  return BY_NAME.get(name)!;
}

/** The names of a scale's notes, rising. @example notesOfScale({ tonic: name("D"), name: "dorian" }).map(displayPitchClass).join(" ") // "D E F G A B C" */
export function notesOfScale({ tonic, name }: Scale): readonly PitchClass[] {
  return scaleKind(name).fifths.map((fifths) => pitchClassAtFifths(fifthsOf(tonic) + fifths));
}

/** The pitch classes of a scale, 0–11 with C = 0. */
export function chromasOfScale(scale: Scale): ReadonlySet<number> {
  const tonic = chromaOf(scale.tonic);
  return new Set(scaleKind(scale.name).semitones.map((step) => (tonic + step) % 12));
}

/** The key whose signature a scale is written under, and by which its notes are spelled. */
export function keyOfScale({ tonic, name }: Scale): Key {
  return { tonic, mode: scaleKind(name).family };
}

/** A song's key as a scale: minor is the natural one. */
export function scaleOfKey({ tonic, mode }: Key): Scale {
  return { tonic, name: mode };
}

/** @example formatScale({ tonic: name("F#"), name: "dorian" }) // "F# dorian" */
export function formatScale({ tonic, name }: Scale): string {
  return `${formatPitchClass(tonic)} ${name}`;
}

/** For reading: `F♯ dorian`. */
export function displayScale({ tonic, name }: Scale): string {
  return `${displayPitchClass(tonic)} ${name}`;
}

/** Other names of the same scales. */
const ALIASES: Readonly<Record<string, ScaleName>> = {
  "": "major",
  m: "minor",
  min: "minor",
  maj: "major",
  ionian: "major",
  aeolian: "minor",
  "natural minor": "minor",
  pentatonic: "minor pentatonic",
  "pentatonic minor": "minor pentatonic",
  "pentatonic major": "major pentatonic",
  "minor blues": "blues",
  diminished: "whole-half diminished",
};

/** Reads a scale: `D dorian`, `F#m`, `Bb`, `A minor pentatonic`. */
export function parseScaleName(text: string): Result<Scale> {
  const match = /^([A-Ga-g](?:##|bb|[#♯b♭])?)\s*(.*)$/u.exec(text.trim());
  const tonic = match && parsePitchClass(match[1]!);
  const said = match?.[2]?.trim().toLowerCase() ?? "";
  const name = BY_NAME.get(said as ScaleName)?.name ?? ALIASES[said];
  if (!tonic?.ok || !name) {
    return err(
      `“${text.trim()}” is no key or scale: expected a note, then major, minor, dorian, blues …`,
    );
  }
  return ok({ tonic: tonic.value, name });
}

/**
 * Of two spellings of a tonic the one under which its scale has fewer signs; six flats and six
 * sharps are told apart by what the ear was told before.
 */
export function tonicNear(chroma: number, name: ScaleName, near?: PitchClass): PitchClass {
  const base = semitonesOfFifths(chroma);
  const { fifths } = scaleKind(name);
  const cost = (tonic: number) => {
    const signs = fifths.reduce(
      (sum, step) => sum + Math.abs(Math.floor((tonic + step + 1) / 7)),
      0,
    );
    return signs + (near ? Math.abs(tonic - fifthsOf(near)) * 0.5 : 0);
  };
  const best = [base - 12, base].reduce((a, b) => (cost(a) < cost(b) ? a : b));
  return pitchClassAtFifths(best);
}
