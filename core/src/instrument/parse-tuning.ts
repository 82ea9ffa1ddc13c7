import { err, ok, type Result } from "../foundation/result";
import { midiOf, parsePitch, parsePitchClass, type Pitch } from "../pitch/pitch";
import type { InstrumentKind } from "./instrument";
import { MAX_STRINGS, MIN_STRINGS, type Tuning } from "./tuning";

export interface TuningReading {
  readonly tuning: Tuning;
  /** The kind of instrument whose usual strings lie nearest. */
  readonly kind: InstrumentKind;
  /** How far from that kind's usual strings, in weighted semitones; 0 is the usual tuning itself. */
  readonly distance: number;
}

interface Reference {
  readonly kind: InstrumentKind;
  /** MIDI numbers, thickest string first. */
  readonly open: readonly number[];
  /** How much nearer a tuning must lie before this rarer instrument is believed. */
  readonly rarity: number;
}

const REFERENCES: readonly Reference[] = [
  { kind: "bass", open: [28, 33, 38, 43], rarity: 0 },
  { kind: "guitar", open: [45, 50, 55, 59, 64], rarity: 0 },
  { kind: "bass", open: [23, 28, 33, 38, 43], rarity: 0 },
  { kind: "guitar", open: [40, 45, 50, 55, 59, 64], rarity: 0 },
  { kind: "baritone", open: [35, 40, 45, 50, 54, 59], rarity: 14 },
  { kind: "bass", open: [23, 28, 33, 38, 43, 48], rarity: 17 },
  { kind: "guitar", open: [35, 40, 45, 50, 55, 59, 64], rarity: 0 },
  { kind: "guitar", open: [30, 35, 40, 45, 50, 55, 59, 64], rarity: 0 },
  { kind: "guitar", open: [25, 30, 35, 40, 45, 50, 55, 59, 64], rarity: 0 },
];

/** Strings are slackened further than they are tightened: a semitone up weighs as much as two down. */
const UP_WEIGHT = 2;
/** A string that sounds no higher than its thicker neighbour is unusual, though it exists. */
const NOT_RISING = 12;

/**
 * Reads open pitches from the thickest string to the thinnest, with or without octaves, any case,
 * separated by blanks, commas or dashes; `DADGBE` may be written in one word. An octave that is not
 * given is inferred: each string goes to where it lies nearest to the usual set of that many
 * strings, rather down than up, and rising.
 *
 * @example parseTuning("D A D G B E") // D2 A2 D3 G3 B3 E4
 * @example parseTuning("C F C G")     // C1 F1 C2 G2, a bass
 * @returns an error that names the token that could not be read and what was expected.
 */
export function parseTuning(text: string): Result<TuningReading> {
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
  let best: (Fit & { kind: InstrumentKind }) | undefined;
  for (const reference of REFERENCES) {
    if (reference.open.length !== tokens.length) continue;
    const fit = nearest(choices, reference.open);
    const cost = fit.cost + reference.rarity;
    if (!best || cost < best.cost) best = { ...fit, cost, kind: reference.kind };
  }
  if (!best) throw new RangeError(`no reference set for ${tokens.length} strings`);
  return ok({ tuning: [...best.pitches].reverse(), kind: best.kind, distance: best.cost });
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
  if (/\d$/u.test(token)) {
    const pitch = parsePitch(token);
    if (!pitch.ok) return pitch;
    return midiOf(pitch.value) < 12 || midiOf(pitch.value) > 90
      ? err(`${token} is no pitch a string is tuned to: expected C0 to F#6`)
      : ok([pitch.value]);
  }
  const pitchClass = parsePitchClass(token);
  if (!pitchClass.ok) {
    return /^[AE]s$|^[A-G]is$/iu.test(token)
      ? err(`“${token}”: write flats with b and sharps with #, like Eb or F#`)
      : pitchClass;
  }
  return ok([0, 1, 2, 3, 4, 5].map((octave) => ({ ...pitchClass.value, octave })));
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
