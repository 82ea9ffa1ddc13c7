import { barIndex, barsOn, type BarIndex } from "../../foundation/bar-index";
import { add, fraction, multiply, toNumber, type Fraction } from "../../rhythm/fraction";
import type { MidiBar } from "./midi-maps";
import { durationOfTicks } from "./midi-maps";

/** How onsets are brought to a grid: found beat by beat, every tick as it is, or one grid for all. */
export type GridWish =
  | { readonly kind: "auto" }
  | { readonly kind: "exact" }
  /** So many steps a quarter note. */
  | { readonly kind: "steps"; readonly perQuarter: number };

/** The grid of each beat that has one, by bar and quarter note. */
export type Grids = ReadonlyMap<string, number>;

/** How far notes were moved, and onto what. */
export interface Quantised {
  /** In the order of the given ticks: from the start of the bar, as a fraction of a whole note. */
  readonly onsets: readonly { readonly bar: BarIndex; readonly onset: Fraction }[];
  readonly measure: Moved;
  readonly grids: Grids;
  /** Nearly all stand on simple divisions to within a tick: a program wrote them. */
  readonly isClean: boolean;
}

export interface Moved {
  /** Quarter notes by their grid, steps a quarter: how the piece is divided. */
  readonly beatsByGrid: ReadonlyMap<number, number>;
  readonly notes: number;
  /** Notes that did not stand on their grid to within a tick. */
  readonly moved: number;
  /** In thousandths of a quarter note. */
  readonly meanMillibeats: number;
  readonly mostMillibeats: number;
}

/** Simple grids first: a finer one has to be worth it. */
const CLEAN_GRIDS = [1, 2, 3, 4, 6, 8, 5, 12, 16, 7, 10, 24, 14, 20, 32];
const PLAYED_GRIDS: readonly { readonly steps: number; readonly penalty: number }[] = [
  { steps: 1, penalty: 0 },
  { steps: 2, penalty: 0.001 },
  { steps: 4, penalty: 0.002 },
  { steps: 3, penalty: 0.003 },
  { steps: 6, penalty: 0.006 },
  { steps: 8, penalty: 0.007 },
];

/**
 * Brings ticks to a grid. A beat whose onsets stand exactly (to a tick) on a simple division has
 * it; a played one gets the division with the least squared distance, finer ones and triplets
 * having to save more than their penalty.
 */
export function quantise(
  ticks: readonly number[],
  bars: readonly MidiBar[],
  ticksPerQuarter: number,
  wish: GridWish | { readonly kind: "given"; readonly grids: Grids },
): Quantised {
  const beats = beatsOf(ticks, bars, ticksPerQuarter);
  const isClean = cleanShare(beats, ticksPerQuarter) > 0.9;
  const beatsByGrid = new Map<number, number>();
  const grids = new Map<string, number>();
  for (const [key, beat] of beats) {
    const steps = gridFor(wish, key, beat, isClean, ticksPerQuarter);
    grids.set(key, steps);
    beatsByGrid.set(steps, (beatsByGrid.get(steps) ?? 0) + 1);
  }
  let moved = 0;
  let sum = 0;
  let most = 0;
  const onsets = ticks.map((tick) => {
    const { bar: index, quarter, inBeat, key } = addressOf(tick, bars, ticksPerQuarter);
    const bar = barIndex(index);
    const steps = grids.get(key)!;
    if (steps === 0) {
      return { bar, onset: durationOfTicks(tick - bars[bar]!.startTick, ticksPerQuarter) };
    }
    const step = Math.round(inBeat * steps);
    const off = Math.abs(step / steps - inBeat);
    if (off * ticksPerQuarter > 1) moved++;
    sum += off;
    most = Math.max(most, off);
    const onset = add(fraction(quarter, 4), multiply(fraction(step, steps), fraction(1, 4)));
    // What was brought to the end of a bar begins the next one.
    const length = (bars[bar]!.endTick - bars[bar]!.startTick) / (4 * ticksPerQuarter);
    return toNumber(onset) >= length - 1e-9 && bar + 1 < bars.length
      ? { bar: barsOn(bar, 1), onset: fraction(0) }
      : { bar, onset };
  });
  const notes = ticks.length;
  return {
    onsets,
    measure: {
      beatsByGrid,
      notes,
      moved,
      meanMillibeats: notes === 0 ? 0 : Math.round((1000 * sum) / notes),
      mostMillibeats: Math.round(1000 * most),
    },
    grids,
    isClean,
  };
}

/** Steps a quarter note; 0 keeps every tick. */
function gridFor(
  wish: Parameters<typeof quantise>[3],
  key: string,
  beat: readonly number[],
  isClean: boolean,
  ticksPerQuarter: number,
): number {
  switch (wish.kind) {
    case "steps":
      return wish.perQuarter;
    case "exact":
      return 0;
    case "given":
      return wish.grids.get(key) ?? 4;
    case "auto":
      return (isClean ? cleanGrid(beat, ticksPerQuarter) : undefined) ?? playedGrid(beat);
  }
}

function addressOf(tick: number, bars: readonly MidiBar[], ticksPerQuarter: number) {
  const bar = barAt(tick, bars);
  const inBar = (tick - bars[bar]!.startTick) / ticksPerQuarter;
  const quarter = Math.floor(inBar + 1e-9);
  return { bar, quarter, inBeat: Math.max(0, inBar - quarter), key: `${bar} ${quarter}` };
}

/** The bar in which a tick lies; behind the last one, that. */
function barAt(tick: number, bars: readonly MidiBar[]): number {
  let low = 0;
  let high = bars.length;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (bars[middle]!.startTick <= tick) low = middle;
    else high = middle;
  }
  return low;
}

function beatsOf(ticks: readonly number[], bars: readonly MidiBar[], ticksPerQuarter: number) {
  const beats = new Map<string, number[]>();
  for (const tick of ticks) {
    const { key, inBeat } = addressOf(tick, bars, ticksPerQuarter);
    const beat = beats.get(key);
    if (beat) beat.push(inBeat);
    else beats.set(key, [inBeat]);
  }
  return beats;
}

/** How many beats stand on a simple division to within a tick: near all in what a program wrote. */
function cleanShare(
  beats: ReadonlyMap<string, readonly number[]>,
  ticksPerQuarter: number,
): number {
  if (beats.size === 0) return 1;
  let clean = 0;
  for (const beat of beats.values()) if (cleanGrid(beat, ticksPerQuarter) !== undefined) clean++;
  return clean / beats.size;
}

function cleanGrid(beat: readonly number[], ticksPerQuarter: number): number | undefined {
  const tolerance = 1.01 / ticksPerQuarter;
  return CLEAN_GRIDS.find(
    (steps) =>
      // A grid as fine as the ticks would fit anything.
      tolerance * steps < 0.25 &&
      beat.every((at) => Math.abs(Math.round(at * steps) / steps - at) <= tolerance),
  );
}

function playedGrid(beat: readonly number[]): number {
  let best = 4;
  let least = Number.POSITIVE_INFINITY;
  for (const { steps, penalty } of PLAYED_GRIDS) {
    const distance = beat.reduce((sum, at) => sum + (Math.round(at * steps) / steps - at) ** 2, 0);
    // Two notes on one step would be a chord that nobody played.
    const places = new Set(beat.map((at) => Math.round(at * steps)));
    const crowded = beat.length > 1 && places.size < distinct(beat) ? 0.01 : 0;
    const cost = distance / beat.length + penalty + crowded;
    if (cost < least) [best, least] = [steps, cost];
  }
  return best;
}

/** How many moments a beat has, where what lies within a sixty-fourth is one. */
function distinct(beat: readonly number[]): number {
  const sorted = [...beat].sort((a, b) => a - b);
  return sorted.filter((at, index) => index === 0 || at - sorted[index - 1]! > 1 / 16).length;
}
