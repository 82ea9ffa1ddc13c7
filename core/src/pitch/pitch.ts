import type { Brand } from "../foundation/brand";
import { err, ok, type Result } from "../foundation/result";

export type Step = "C" | "D" | "E" | "F" | "G" | "A" | "B";

/** Sharps (positive) or flats (negative) on a step; −2 to 2. */
export type Alter = -2 | -1 | 0 | 1 | 2;

/** A note name without its octave. */
export interface PitchClass {
  readonly step: Step;
  readonly alter: Alter;
}

/** A spelled note with its octave, in scientific names: C4 is middle C. `cents` is a deviation, −99 to 99. */
export interface Pitch extends PitchClass {
  readonly octave: number;
  readonly cents?: number;
}

/** Semitone number with C4 = 60, as the MIDI standard counts it. Integer, 0–127. */
export type Midi = Brand<number, "Midi">;

const SEMITONE_OF_STEP: Readonly<Record<Step, number>> = {
  C: 0,
  D: 2,
  E: 4,
  F: 5,
  G: 7,
  A: 9,
  B: 11,
};

const ASCII_SIGN = { "-2": "bb", "-1": "b", "0": "", "1": "#", "2": "##" } as const;
const MUSIC_SIGN = { "-2": "♭♭", "-1": "♭", "0": "", "1": "♯", "2": "♯♯" } as const;

/** @throws RangeError unless `value` is an integer from 0 to 127. */
export function midi(value: number): Midi {
  if (!Number.isInteger(value) || value < 0 || value > 127) {
    throw new RangeError(`midi must be an integer from 0 to 127, got ${value}`);
  }
  return value as Midi;
}

/** Semitones above the C of its octave; may lie outside 0–11 for C♭ and B♯. */
function semitoneOf({ step, alter }: PitchClass): number {
  return SEMITONE_OF_STEP[step] + alter;
}

/** 0–11, C = 0. */
export function chromaOf(pitchClass: PitchClass): number {
  return (semitoneOf(pitchClass) + 12) % 12;
}

/** The semitone number, without the deviation in cents. */
export function midiOf(pitch: Pitch): Midi {
  return midi(12 * (pitch.octave + 1) + semitoneOf(pitch));
}

/** The same name in the octave where it sounds `height`, in semitones with C4 = 60. */
export function atHeight<Named extends PitchClass>(
  name: Named,
  height: number,
): Named & { readonly octave: number } {
  // C♭ and B♯ leave the octave they are written in.
  return { ...name, octave: 4 + (height - midiOf({ ...name, octave: 4 })) / 12 };
}

/** @example formatPitchClass({ step: "B", alter: -1 }) // "Bb" */
export function formatPitchClass({ step, alter }: PitchClass): string {
  return step + ASCII_SIGN[alter];
}

/** For reading: `B♭`. */
export function displayPitchClass({ step, alter }: PitchClass): string {
  return step + MUSIC_SIGN[alter];
}

/** @example formatPitch({ step: "B", alter: -1, octave: 3 }) // "Bb3" */
export function formatPitch(pitch: Pitch): string {
  return formatPitchClass(pitch) + pitch.octave;
}

export function displayPitch(pitch: Pitch): string {
  return displayPitchClass(pitch) + pitch.octave;
}

/**
 * Reads a note name without octave, any case: `Bb`, `f#`, `E♭`.
 * @returns an error that says what was expected.
 */
export function parsePitchClass(text: string): Result<PitchClass> {
  const match = /^([A-Ga-g])(##|♯♯|bb|♭♭|[#♯b♭]?)$/u.exec(text.trim());
  if (!match) {
    return err(`“${text.trim()}” is no note name: a letter A to G, then # or b if needed`);
  }
  const signs = match[2] ?? "";
  const direction = /[#♯]/u.test(signs) ? 1 : -1;
  return ok({
    step: match[1]!.toUpperCase() as Step,
    alter: (signs.length === 0 ? 0 : direction * signs.length) as Alter,
  });
}

/**
 * Reads a note name with its octave (−1 to 9): `G3`, `Bb2`, `c#4`.
 * @returns an error that says what was expected; pitches outside MIDI 0–127 are refused.
 */
export function parsePitch(text: string): Result<Pitch> {
  const match = /^(.*?)(-?\d+)$/u.exec(text.trim());
  if (!match) return err(`“${text.trim()}” is no pitch: expected a note and its octave, like G3`);
  const pitchClass = parsePitchClass(match[1]!);
  if (!pitchClass.ok) return pitchClass;
  const pitch = { ...pitchClass.value, octave: Number(match[2]) };
  const number = 12 * (pitch.octave + 1) + semitoneOf(pitch);
  if (number < 0 || number > 127) {
    return err(`${text.trim()} lies outside C-1 to G9`);
  }
  return ok(pitch);
}
