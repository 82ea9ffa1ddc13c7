import { err, ok, type Result } from "../foundation/result";
import { midiOf, parsePitch, parsePitchClass, type Pitch } from "../pitch/pitch";
import type { InstrumentFamily } from "./instrument";
import { MAX_STRINGS, MIN_STRINGS, type Tuning } from "./tuning";

export interface SpelledTuning {
  readonly tuning: Tuning;
  /** The family whose usual strings lie nearest. */
  readonly family: InstrumentFamily;
  /** How far from that family's usual strings, in weighted semitones; 0 is the usual tuning itself. */
  readonly distance: number;
  /** True when an octave had to be guessed. */
  readonly isInferred: boolean;
}

interface Reference {
  readonly family: InstrumentFamily;
  /** MIDI numbers, thickest string first. */
  readonly open: readonly number[];
  /** How much nearer a tuning must lie before this rarer instrument is believed. */
  readonly rarity: number;
}

const REFERENCES: readonly Reference[] = [
  { family: "bass", open: [28, 33, 38, 43], rarity: 0 },
  { family: "guitar", open: [50, 55, 59, 64], rarity: 40 },
  { family: "guitar", open: [45, 50, 55, 59, 64], rarity: 0 },
  { family: "bass", open: [23, 28, 33, 38, 43], rarity: 0 },
  { family: "guitar", open: [40, 45, 50, 55, 59, 64], rarity: 0 },
  { family: "baritone", open: [35, 40, 45, 50, 54, 59], rarity: 5 },
  { family: "bass", open: [23, 28, 33, 38, 43, 48], rarity: 17 },
  { family: "guitar", open: [35, 40, 45, 50, 55, 59, 64], rarity: 0 },
  { family: "guitar", open: [30, 35, 40, 45, 50, 55, 59, 64], rarity: 0 },
  { family: "guitar", open: [25, 30, 35, 40, 45, 50, 55, 59, 64], rarity: 0 },
];

/** Strings are slackened further than they are tightened: a semitone up weighs as much as two down. */
const UP_WEIGHT = 2;
/** What all strings have in common is one decision, and lighter than moving each by itself. */
const COMMON_SHIFTS = [0, -1, -2, -3, -4, -5, -6, -7, 1, 2];
const COMMON_WEIGHT = 1.5;
/** A string that sounds no higher than its thicker neighbour is unusual, though it exists. */
const NOT_RISING = 12;

/**
 * Reads open pitches from the thickest string to the thinnest, with or without octaves, any case,
 * separated by blanks, commas or dashes; `DADGBE` may be written in one word. A string that is off
 * by some cents says so: `E2+12c`. An octave that is not given is inferred: each string goes to
 * where it lies nearest to the usual set of that many strings, rather down than up, and rising.
 *
 * @param wanted The family, where it is known; a rarer one is then believed.
 * @example formatTuning(spelledTuning("D A D G B E").value.tuning) // "D2 A2 D3 G3 B3 E4"
 * @example formatTuning(spelledTuning("C F C G").value.tuning) // "C1 F1 C2 G2"
 * @returns an error that names the token that could not be read and what was expected.
 */
export function spelledTuning(text: string, wanted?: InstrumentFamily): Result<SpelledTuning> {
  const tokens = tokensOf(text);
  if (tokens.length < MIN_STRINGS || tokens.length > MAX_STRINGS) {
    return err(
      `a tuning has ${MIN_STRINGS} to ${MAX_STRINGS} strings, got ${tokens.length}: ` +
        `write them from the thickest to the thinnest, like D A D G B E`,
    );
  }
  const choices: Pitch[][] = [];
  for (const [index, token] of tokens.entries()) {
    const pitch = choicesOf(token);
    if (!pitch.ok) return err(`string ${tokens.length - index}: ${pitch.error}`);
    choices.push(pitch.value);
  }
  const sized = REFERENCES.filter(({ open }) => open.length === tokens.length);
  const ofFamily = sized.filter(({ family }) => family === wanted);
  let best: (Fit & { family: InstrumentFamily }) | undefined;
  for (const { open, rarity, family } of ofFamily.length > 0 ? ofFamily : sized) {
    for (const shift of COMMON_SHIFTS) {
      const fit = nearest(
        choices,
        open.map((height) => height + shift),
      );
      const common = (shift > 0 ? UP_WEIGHT * shift : -shift) * COMMON_WEIGHT;
      const cost = fit.cost + common + (ofFamily.length > 0 ? 0 : rarity);
      if (!best || cost < best.cost) best = { ...fit, cost, family };
    }
  }
  if (!best) throw new RangeError(`no reference set for ${tokens.length} strings`);
  return ok({
    tuning: [...best.pitches].reverse(),
    family: wanted ?? best.family,
    distance: best.cost,
    isInferred: choices.some((choice) => choice.length > 1),
  });
}

function tokensOf(text: string): string[] {
  const words = text
    .trim()
    .split(/[\s,;/]+|(?<=[A-Ga-g#♯b♭\d])-(?=[A-Ga-g])/u)
    .filter((word) => word !== "");
  const compact = words.length === 1 ? words[0]!.match(/[A-G](?:[#♯b♭])?\d?|e$/gu) : null;
  return compact && compact.join("") === words[0] ? compact : words;
}

/** The given pitch, or the pitch class in every octave a string can have. */
function choicesOf(token: string): Result<Pitch[]> {
  const off = /^(.+?)([+\-−]\d{1,2})(?:c|ct|¢)$/u.exec(token);
  const cents = off ? Number(off[2]!.replace("−", "-")) : 0;
  const name = off?.[1] ?? token;
  const deviation = cents === 0 ? {} : { cents };
  if (/\d$/u.test(name)) {
    const pitch = parsePitch(name);
    if (!pitch.ok) return pitch;
    return midiOf(pitch.value) < 12 || midiOf(pitch.value) > 90
      ? err(`${name} is no pitch a string is tuned to: expected C0 to F#6`)
      : ok([{ ...pitch.value, ...deviation }]);
  }
  const pitchClass = parsePitchClass(name);
  if (!pitchClass.ok) {
    return /^[AE]s$|^[A-G]is$|^[DGC]es$/iu.test(name)
      ? err(`“${name}”: write flats with b and sharps with #, like Eb or F#`)
      : pitchClass;
  }
  return ok([0, 1, 2, 3, 4, 5].map((octave) => ({ ...pitchClass.value, octave, ...deviation })));
}

interface Fit {
  readonly cost: number;
  /** Thickest string first. */
  readonly pitches: readonly Pitch[];
}

/** The cheapest choice of octaves, by dynamic programming from string to string. */
function nearest(choices: readonly (readonly Pitch[])[], reference: readonly number[]): Fit {
  let fits: Fit[] = [{ cost: 0, pitches: [] }];
  for (const [index, options] of choices.entries()) {
    fits = options.map((pitch) => {
      const offset = midiOf(pitch) - reference[index]!;
      const own = offset > 0 ? offset * UP_WEIGHT : -offset;
      const through = fits.map((fit) => {
        const previous = fit.pitches.at(-1);
        const rises = !previous || midiOf(pitch) > midiOf(previous);
        return { cost: fit.cost + own + (rises ? 0 : NOT_RISING), pitches: fit.pitches };
      });
      const least = through.reduce((a, b) => (b.cost < a.cost ? b : a));
      return { cost: least.cost, pitches: [...least.pitches, pitch] };
    });
  }
  return fits.reduce((a, b) => (b.cost < a.cost ? b : a));
}
