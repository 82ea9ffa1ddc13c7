import { atHeight, midiOf, type Alter, type Pitch, type Step } from "../../pitch/pitch";
import { integerOf, textOf, type XmlElement } from "../xml/read-xml";

/** How far a part sounds from where it is written. */
export interface Transposition {
  readonly semitones: number;
  /** Steps of the scale; semitones alone would not say how to spell. */
  readonly steps: number;
}

export const AS_WRITTEN: Transposition = { semitones: 0, steps: 0 };

const STEPS: readonly Step[] = ["C", "D", "E", "F", "G", "A", "B"];

/** A pitch element as it sounds; undefined where it is none, or lies outside MIDI 0–127. */
export function readPitch(
  element: XmlElement,
  { semitones, steps }: Transposition,
): Pitch | undefined {
  const pitch = pitchIn(element, "step", "octave", "alter");
  if (!pitch || semitones === 0) return pitch;
  const at = STEPS.indexOf(pitch.step) + steps;
  const step = STEPS[((at % 7) + 7) % 7]!;
  const height = midiOf(pitch) + semitones;
  if (height < 0 || height > 127) return undefined;
  for (const alter of [0, 1, -1, 2, -2] as const) {
    const named = atHeight({ ...pitch, step, alter }, height);
    if (Number.isInteger(named.octave)) return named;
  }
  return undefined;
}

export function readTuningPitch(element: XmlElement): Pitch | undefined {
  return pitchIn(element, "tuning-step", "tuning-octave", "tuning-alter");
}

function pitchIn(
  element: XmlElement,
  stepName: string,
  octaveName: string,
  alterName: string,
): Pitch | undefined {
  const step = textOf(element, stepName);
  const octave = integerOf(element, octaveName);
  const bent = Number(textOf(element, alterName) ?? 0);
  if (!step || !/^[A-G]$/u.test(step) || octave === undefined || octave < -1 || octave > 9) {
    return undefined;
  }
  const alter = Math.round(bent);
  if (!Number.isFinite(bent) || Math.abs(alter) > 2) return undefined;
  const cents = Math.round(100 * (bent - alter));
  const pitch = { step: step as Step, alter: (alter + 0) as Alter, octave };
  const height = 12 * (octave + 1) + [0, 2, 4, 5, 7, 9, 11][STEPS.indexOf(pitch.step)]! + alter;
  if (height < 0 || height > 127) return undefined;
  return cents === 0 ? pitch : { ...pitch, cents };
}

export function readTransposition(element: XmlElement): Transposition {
  const octaves = integerOf(element, "octave-change") ?? 0;
  const chromatic = integerOf(element, "chromatic") ?? 0;
  const diatonic = integerOf(element, "diatonic") ?? Math.round((chromatic * 7) / 12);
  return { semitones: chromatic + 12 * octaves, steps: diatonic + 7 * octaves };
}
