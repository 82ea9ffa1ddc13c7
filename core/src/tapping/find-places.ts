import { noteValueOf } from "../rhythm/duration";
import type { Feel } from "../rhythm/feel";
import {
  add,
  compare,
  formatFraction,
  fraction,
  multiply,
  subtract,
  toNumber,
  type Fraction,
} from "../rhythm/fraction";
import { barLength, type Metre } from "../rhythm/metre";
import { gridOf, isCompound, type Division, type GridPlace } from "./grid";

/** When a key went down, in seconds; the first beat of the first full bar is at 0. */
export type TapTime = number;

export interface TapGround {
  readonly metre: Metre;
  readonly feel: Feel;
  readonly secondsPerWhole: number;
}

/** A tap on the grid. */
export interface FoundPlace {
  /** From the start of the first full bar, in whole notes; a pick-up lies before 0. */
  readonly at: Fraction;
  readonly division: Division;
  /** How much later the tap came than the place is played, in seconds. */
  readonly off: number;
}

export interface FoundPlaces {
  readonly places: readonly FoundPlace[];
  /** What it takes to believe it, in nats: less is likelier. */
  readonly cost: number;
  /** How much later the taps came than the grid, on the average, in seconds. */
  readonly lateness: number;
}

/** How exactly people tap, as a standard deviation in seconds; a little wider than practised hands do. */
const JITTER = 0.028;
/** Farther from a place nobody taps who means it, in seconds. */
const REACH = 0.12;
/** How much later or earlier than a click everything may come, by the hand or by the machine. */
const MOST_LATENESS = 0.08;

/**
 * How unlikely a division is before anything was heard, in nats. That most notes fall on beats and
 * halves of beats is the common frame of rhythm perception (metrical weight after Lerdahl and
 * Jackendoff); the figures are round.
 */
const USUAL: Readonly<Record<Division, number>> = {
  beat: 0,
  half: 0.3,
  quarter: 2.5,
  third: 3,
};
/** A note that has to be written as two tied ones. */
const TIED = 1.6;
/** The same length as before: rhythms repeat themselves. */
const REPEATED = 0.7;
/** Halves and thirds in one beat, and from one beat to the next. */
const MIXED_IN_BEAT = 9;
const MIXED = 1;

interface Candidate extends FoundPlace {
  readonly beat: number;
  readonly cost: number;
}

/**
 * Where on the grid taps were meant: the way through all of them that is likeliest as a whole, by
 * dynamic programming over pairs of neighbours. It is found twice: what the phrase uses the first time
 * is likelier the second, and what all taps are late by is taken off.
 */
export function findPlaces(taps: readonly TapTime[], ground: TapGround): FoundPlaces {
  const first = bestWay(taps, ground, USUAL);
  const mean = first.places.reduce((sum, { off }) => sum + off, 0) / Math.max(1, taps.length);
  const lateness = Math.max(-MOST_LATENESS, Math.min(MOST_LATENESS, mean));
  const settled = taps.map((tap) => tap - lateness);
  const second = bestWay(settled, ground, asUsedIn(first.places));
  return { ...second, lateness };
}

function bestWay(
  taps: readonly TapTime[],
  ground: TapGround,
  usual: Readonly<Record<Division, number>>,
): Omit<FoundPlaces, "lateness"> {
  const grid = gridOf(ground.metre, ground.feel);
  const steps = taps.map((tap) => candidatesAt(tap, grid, ground, usual));
  // Ways that end in a pair of neighbours, by the pair.
  let ways: Way[] = (steps[0] ?? []).map((last) => ({
    last,
    before: undefined,
    from: undefined,
    cost: last.cost,
  }));
  for (const step of steps.slice(1)) {
    const next = new Map<string, Way>();
    for (const way of ways) {
      for (const place of step) {
        const length = subtract(place.at, way.last.at);
        if (length.num <= 0) continue;
        const cost = way.cost + place.cost + between(way, place, length);
        const key = `${formatFraction(way.last.at)} ${formatFraction(place.at)}`;
        const known = next.get(key);
        if (!known || cost < known.cost)
          next.set(key, { last: place, before: length, from: way, cost });
      }
    }
    ways = [...next.values()].sort((a, b) => a.cost - b.cost).slice(0, MOST_WAYS);
  }
  const best = ways.reduce<Way | undefined>(
    (one, way) => (one && one.cost <= way.cost ? one : way),
    undefined,
  );
  const places: FoundPlace[] = [];
  for (let way = best; way; way = way.from) places.unshift(way.last);
  return { places, cost: best?.cost ?? Number.POSITIVE_INFINITY };
}

/** As many as can matter: each tap has a handful of places. */
const MOST_WAYS = 400;

interface Way {
  readonly last: Candidate;
  /** The length before it. */
  readonly before: Fraction | undefined;
  readonly from: Way | undefined;
  readonly cost: number;
}

function between({ last, before }: Way, place: Candidate, length: Fraction): number {
  let cost = noteValueOf(length) ? 0 : TIED;
  if (before && compare(before, length) === 0) cost -= REPEATED;
  const isMixed = isThird(last.division) !== isThird(place.division);
  const areInside = last.division !== "beat" && place.division !== "beat";
  if (isMixed && areInside) cost += last.beat === place.beat ? MIXED_IN_BEAT : MIXED;
  return cost;
}

const isThird = (division: Division) => division === "third";

/** The places near a tap; the nearest of all where none is near. */
function candidatesAt(
  tap: TapTime,
  grid: readonly GridPlace[],
  { metre, secondsPerWhole, feel }: TapGround,
  usual: Readonly<Record<Division, number>>,
): readonly Candidate[] {
  const length = barLength(metre);
  const barSeconds = toNumber(length) * secondsPerWhole;
  const beats = grid.filter(({ division }) => division === "beat").length;
  const bar = Math.floor(tap / barSeconds);
  const near = [bar - 1, bar, bar + 1].flatMap((at) =>
    grid.map((place) => {
      const off = tap - (at * barSeconds + place.played * secondsPerWhole);
      const isSwung = feel.kind !== "straight" && !isCompound(metre);
      const own =
        isSwung && place.division === "quarter"
          ? usual.quarter + SWUNG_QUARTER
          : usual[place.division];
      return {
        at: add(multiply(length, fraction(at)), place.at),
        division: place.division,
        beat: at * beats + place.beat,
        off,
        cost: (off * off) / (2 * JITTER * JITTER) + own,
      };
    }),
  );
  const reached = near.filter(({ off }) => Math.abs(off) <= REACH);
  return reached.length > 0
    ? reached
    : [near.reduce((one, other) => (Math.abs(one.off) <= Math.abs(other.off) ? one : other))];
}

/** Where halves are swung, quarters of a beat are played where thirds are, and are rarer. */
const SWUNG_QUARTER = 3;

/** What the phrase uses is likelier in it: each division by its share, never free and never out of the question. */
function asUsedIn(places: readonly FoundPlace[]): Readonly<Record<Division, number>> {
  const share = (division: Division) =>
    (places.filter((place) => place.division === division).length + 0.5) / (places.length + 2);
  const anew = (division: Division) =>
    Math.max(
      0.3,
      Math.min(USUAL[division] + 1, 0.5 * USUAL[division] - 0.5 * Math.log(share(division))),
    );
  return {
    beat: 0,
    half: USUAL.half,
    quarter: anew("quarter"),
    third: anew("third"),
  };
}
