import { noteValueOf } from "../rhythm/duration";
import type { Feel } from "../rhythm/feel";
import { compare, fraction, multiply, subtract, toNumber, type Fraction } from "../rhythm/fraction";
import { barLength, type Metre } from "../rhythm/metre";
import { findPlaces, type FoundPlaces } from "./find-places";
import { findTempo } from "./find-tempo";
import { beatOf } from "./grid";

/** A key or pad that was struck, in seconds; with a click from the first beat of the first full bar. */
export interface Tap {
  readonly at: number;
  /** When it was let go. */
  readonly until?: number;
}

export interface TapRules {
  readonly metre: Metre;
  readonly feel: Feel;
  /** The tempo of the click, or of the song where no click led. */
  readonly tempoBpm: number;
  readonly hasClick: boolean;
}

export interface TappedValue {
  /** From this tap to the next one; of the last one to where it was let go. */
  readonly duration: Fraction;
  /** How long it was held, in whole notes. */
  readonly held: Fraction | undefined;
  /** What else it may be, the likeliest first. */
  readonly others: readonly Fraction[];
}

export interface TappedValues {
  /** Where the first tap lies from the start of the first full bar; before 0 it is a pick-up. */
  readonly from: Fraction;
  readonly values: readonly TappedValue[];
  readonly tempoBpm: number;
}

/** How far from a length one may be heard that is worth offering, in seconds. */
const LENGTH_JITTER = 0.08;
/** What a length costs that has to be tied together, in nats. */
const TIED = 4;
const OTHERS = 3;

/** Lengths that a tap may have, in sixteenths and in triplet eighths: as people write them. */
const LENGTHS: readonly Fraction[] = [
  ...Array.from({ length: 32 }, (_, index) => fraction(index + 1, 16)),
  ...[1, 2, 4, 5, 7, 8].map((thirds) => fraction(thirds, 12)),
];

/** The note values that taps mean, each with what it may be as well. At least one tap is needed. */
export function tappedValues(taps: readonly Tap[], rules: TapRules): TappedValues {
  const times = taps.map(({ at }) => at);
  const { tempoBpm, places } = foundIn(times, rules);
  const perWhole = 240 / tempoBpm;
  const holds = areHeld(taps);
  const values = places.map(({ at }, index): TappedValue => {
    const tap = taps[index]!;
    const next = places[index + 1];
    const seconds = holds && tap.until !== undefined ? tap.until - tap.at : undefined;
    const held =
      seconds === undefined ? undefined : lengthsNear(seconds / perWhole, rules, perWhole)[0];
    const duration = next ? subtract(next.at, at) : (held ?? toEndOfBar(at, rules.metre));
    const length = next ? taps[index + 1]!.at - tap.at : seconds;
    const likely = lengthsNear(
      (length ?? toNumber(duration) * perWhole) / perWhole,
      rules,
      perWhole,
    );
    const others = likely.filter((one) => compare(one, duration) !== 0).slice(0, OTHERS);
    return { duration, held, others };
  });
  return { from: places[0]!.at, values, tempoBpm };
}

/** Keys that are only touched say nothing about how long a note lasts. */
const HELD_SHARE = 0.5;

/** Whether most keys are held for a good part of the time until the next one. */
function areHeld(taps: readonly Tap[]): boolean {
  const shares = taps.slice(0, -1).flatMap(({ at, until }, index) => {
    const next = taps[index + 1]!.at;
    return until === undefined ? [] : [(until - at) / (next - at)];
  });
  const middle = shares.sort((a, b) => a - b)[Math.floor(shares.length / 2)];
  return middle !== undefined && middle >= HELD_SHARE;
}

function foundIn(times: readonly number[], rules: TapRules): FoundPlaces & { tempoBpm: number } {
  const { metre, feel, tempoBpm } = rules;
  if (!rules.hasClick) return findTempo(times, { metre, feel }, tempoBpm);
  return { ...findPlaces(times, { metre, feel, secondsPerWhole: 240 / tempoBpm }), tempoBpm };
}

/** Lengths by how likely they are meant, where so many whole notes were heard. */
function lengthsNear(wholes: number, { feel }: TapRules, perWhole: number): readonly Fraction[] {
  const off = (length: Fraction) =>
    Math.min(...soundingLengths(length, feel).map((one) => Math.abs(wholes - one))) * perWhole;
  const cost = (length: Fraction) =>
    (off(length) / LENGTH_JITTER) ** 2 / 2 + (noteValueOf(length) ? 0 : TIED);
  return [...LENGTHS].sort((a, b) => cost(a) - cost(b));
}

/** A swung half of a pair lasts long or short. */
function soundingLengths(length: Fraction, feel: Feel): readonly number[] {
  const written = toNumber(length);
  if (feel.kind === "straight" || compare(length, fraction(1, feel.unit)) !== 0) return [written];
  const ratio = toNumber(feel.ratio);
  return [(2 * written * ratio) / (ratio + 1), (2 * written) / (ratio + 1)];
}

/** What is left of the bar, or of its beat where that is no value of its own. */
function toEndOfBar(at: Fraction, metre: Metre): Fraction {
  const rest = upTo(at, barLength(metre));
  return noteValueOf(rest) ? rest : upTo(at, beatOf(metre));
}

/** How much is missing to the next whole number of steps. */
function upTo(at: Fraction, step: Fraction): Fraction {
  const done = Math.floor(toNumber(at) / toNumber(step));
  return subtract(multiply(step, fraction(done + 1)), at);
}
