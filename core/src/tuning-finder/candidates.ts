import type { InstrumentFamily } from "../instrument/instrument";
import { TUNING_LIBRARY } from "../instrument/tuning-library";
import { isSameTuning, type Tuning } from "../instrument/tuning";
import { midiOf, type Pitch } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import { midi } from "../pitch/pitch";

/** A tuning that may have been used, with a capo. */
export interface Candidate {
  readonly name: string;
  readonly tuning: Tuning;
  readonly capo: number;
  /** What each string sounds open with the capo on; index 0 is string 1. */
  readonly open: readonly number[];
  /** How usual it is, before anything was heard: 0 for standard, less for everything else. */
  readonly prior: number;
}

const MOST_CAPO = 9;

/** How much less usual than standard; a judgement, for players of popular music. */
const PRIORS: Readonly<Record<string, number>> = {
  standard: 0,
  "half-step-down": -0.6,
  "whole-step-down": -1,
  "drop-d": -0.4,
  "drop-c-sharp": -1,
  "drop-c": -1,
  "double-drop-d": -1.2,
  "open-g": -1,
  "open-d": -1,
  "open-e": -1.2,
  "open-a": -1.4,
  "open-c": -1.4,
  "modal-d": -0.9,
  "open-g-five": -1.3,
  "bass-standard": 0,
  "bass-half-step-down": -0.6,
  "bass-drop-d": -0.6,
  "bass-five": -0.4,
  "baritone-b": 0,
  "baritone-a": -0.4,
  "baritone-c": -0.6,
  "seven-standard": -1.2,
};
/** What a slide-bar is played in: a major chord lies straight across. */
const OPEN_MAJOR: readonly string[] = ["open-g", "open-d", "open-e", "open-a"];
/** How much less usual every other tuning is under a bar. */
const WITHOUT_BAR = -1;
const UNUSUAL = -1.7;
const VARIANT = -2.6;
const CAPO = -1.2;
const CAPO_FRET = -0.12;

/** Tunings that players change by hand, one string at a time. */
const CHANGED_BY_HAND: Readonly<Record<InstrumentFamily, readonly string[]>> = {
  guitar: ["standard", "half-step-down", "drop-d", "open-g", "open-d", "modal-d"],
  bass: ["bass-standard", "bass-five"],
  baritone: ["baritone-b"],
};

const C_MAJOR = { tonic: { step: "C", alter: 0 }, mode: "major" } as const;

/** Every tuning of the library for a family under every capo, and near variants without one. */
export function candidatesFor(family: InstrumentFamily, withBar = false): readonly Candidate[] {
  const library = TUNING_LIBRARY.filter((named) => named.family === family);
  const known = library.flatMap(({ id, name, tuning }) =>
    Array.from({ length: family === "bass" ? 1 : MOST_CAPO + 1 }, (_, capo) =>
      candidate(
        name,
        tuning,
        capo,
        withBar && OPEN_MAJOR.includes(id)
          ? 0
          : (PRIORS[id] ?? UNUSUAL) + (withBar ? WITHOUT_BAR : 0),
      ),
    ),
  );
  const variants = library
    .filter(({ id }) => CHANGED_BY_HAND[family].includes(id))
    .flatMap(({ name, tuning }) =>
      tuning.flatMap((_, index) =>
        [-2, -1, 1, 2].map((by) => ({
          name: `${name}, string ${index + 1} ${by < 0 ? "down" : "up"} ${Math.abs(by)}`,
          tuning: tuning.with(index, moved(tuning[index]!, by)),
        })),
      ),
    )
    .filter(({ tuning }) => !library.some((named) => isSameTuning(named.tuning, tuning)))
    .map(({ name, tuning }) => candidate(name, tuning, 0, VARIANT));
  return [...known, ...variants];
}

function candidate(name: string, tuning: Tuning, capo: number, usual: number): Candidate {
  return {
    name,
    tuning,
    capo,
    open: tuning.map((open) => midiOf(open) + capo),
    prior: usual + (capo === 0 ? 0 : CAPO + CAPO_FRET * capo),
  };
}

function moved(open: Pitch, by: number): Pitch {
  return spellMidi(midi(midiOf(open) + by), C_MAJOR);
}
