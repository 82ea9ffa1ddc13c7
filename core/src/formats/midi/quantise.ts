import { howManyBefore } from "../../foundation/how-many";
import { barIndex, barsOn, type BarIndex } from "../../foundation/bar-index";
import { add, fraction, multiply, toNumber, ZERO, type Fraction } from "../../rhythm/fraction";
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

/** How ticks are to be understood. */
interface Reading {
  /** Where a tick would be played if nothing swung. */
  readonly straightened?: (tick: number) => number;
  /** Notes end there: the last of them with the last bar. */
  readonly areEnds?: boolean;
}

/** Simple grids first: a finer one has to be worth it. */
const CLEAN_GRIDS = [1, 2, 3, 4, 6, 8, 5, 12, 16, 7, 10, 24, 14, 20, 32];
const STRAIGHT_GRIDS: readonly { readonly steps: number; readonly penalty: number }[] = [
  { steps: 1, penalty: 0 },
  { steps: 2, penalty: 0.001 },
  { steps: 4, penalty: 0.002 },
  { steps: 8, penalty: 0.007 },
];
const TRIPLET_GRIDS: typeof STRAIGHT_GRIDS = [
  // A beat with nothing but its beginning is of either kind.
  { steps: 1, penalty: 0 },
  { steps: 3, penalty: 0.003 },
  { steps: 6, penalty: 0.006 },
];

/**
 * Brings ticks to a grid. A beat whose onsets stand exactly (to a tick) on a simple division has
 * it; played ones get the divisions with the least squared distance, finer ones having to save more
 * than their penalty, and triplets more than it costs to change to them from straight beats.
 * @param ticks Rising.
 */
export function quantise(
  ticks: readonly number[],
  bars: readonly MidiBar[],
  ticksPerQuarter: number,
  wish: GridWish,
  { straightened = (tick) => tick, areEnds = false }: Reading = {},
): Quantised {
  const straight = ticks.map(straightened);
  const asHeard = beatsOf(straight, bars, ticksPerQuarter);
  const isClean = cleanShare(asHeard, ticksPerQuarter) > 0.9;
  const isPlayed = wish.kind === "auto" && !isClean;
  const moments = isPlayed
    ? strummed(ticks, TOGETHER * ticksPerQuarter).map(straightened)
    : straight;
  const beats = isPlayed ? beatsOf(moments, bars, ticksPerQuarter) : asHeard;
  const beatsByGrid = new Map<number, number>();
  const grids = new Map<string, number>();
  const played = wish.kind === "auto" ? playedGrids(beats) : undefined;
  for (const [key, beat] of beats) {
    const steps = gridFor(wish, beat, played?.get(key) ?? 4, isClean, ticksPerQuarter);
    grids.set(key, steps);
    beatsByGrid.set(steps, (beatsByGrid.get(steps) ?? 0) + 1);
  }
  let moved = 0;
  let sum = 0;
  let most = 0;
  const onsets = moments.map((tick) => {
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
    const length = (bars[bar]!.endTick - bars[bar]!.startTick) / (4 * ticksPerQuarter);
    if (toNumber(onset) < length - 1e-9) return { bar, onset };
    // What was brought to the end of a bar begins the next one; behind the last one there is none.
    if (bar + 1 < bars.length) return { bar: barsOn(bar, 1), onset: ZERO };
    if (areEnds) return { bar, onset };
    const before = Math.ceil(length * 4 * steps - 1e-6) - 1;
    return { bar, onset: fraction(Math.max(0, before), 4 * steps) };
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

/** Notes of a chord are struck within this share of a quarter note. */
const TOGETHER = 0.11;

/** Rising ticks, those of a chord at their mean: no hand strikes six strings at once. */
function strummed(ticks: readonly number[], span: number): readonly number[] {
  const moments: number[] = [];
  for (let from = 0; from < ticks.length;) {
    let to = from + 1;
    while (to < ticks.length && ticks[to]! - ticks[from]! < span) to++;
    const mean = ticks.slice(from, to).reduce((sum, tick) => sum + tick, 0) / (to - from);
    while (from < to) {
      moments.push(mean);
      from++;
    }
  }
  return moments;
}

/** Steps a quarter note; 0 keeps every tick. */
function gridFor(
  wish: Parameters<typeof quantise>[3],
  beat: readonly number[],
  played: number,
  isClean: boolean,
  ticksPerQuarter: number,
): number {
  switch (wish.kind) {
    case "steps":
      return wish.perQuarter;
    case "exact":
      return 0;
    case "auto":
      return (isClean ? cleanGrid(beat, ticksPerQuarter) : undefined) ?? played;
  }
}

function addressOf(tick: number, bars: readonly MidiBar[], ticksPerQuarter: number) {
  const bar = barAt(tick, bars);
  const inBar = (tick - bars[bar]!.startTick) / ticksPerQuarter;
  const quarter = Math.floor(inBar + 1e-9);
  return { bar, quarter, inBeat: Math.max(0, inBar - quarter), key: gridKey(bar, quarter) };
}

/** What the grid of a beat is kept under. */
export function gridKey(bar: number, quarter: number): string {
  return `${bar} ${quarter}`;
}

/** The bar in which a tick lies; behind the last one, that. */
function barAt(tick: number, bars: readonly MidiBar[]): number {
  return Math.max(0, howManyBefore(bars, ({ startTick }) => startTick <= tick) - 1);
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

/** What it costs to go from straight beats to triplets or back: a triplet among straight notes is rare. */
const CHANGE = 0.004;
/** What all three notes of a triplet say for it. */
const WHOLE_TRIPLET = 0.007;

/** The division of each played beat, so that all together cost least. */
function playedGrids(beats: ReadonlyMap<string, readonly number[]>): Grids {
  const keys = [...beats.keys()];
  // For each beat and family of divisions: the cheapest way up to it.
  const ways: { readonly steps: number; readonly cost: number; readonly from: number }[][] = [];
  for (const beat of beats.values()) {
    const before = ways.at(-1);
    ways.push(
      [STRAIGHT_GRIDS, TRIPLET_GRIDS].map((family, at) => {
        const own = playedGrid(beat, family);
        const [stay, change] = [before?.[at]?.cost ?? 0, (before?.[1 - at]?.cost ?? 0) + CHANGE];
        return stay <= change
          ? { steps: own.steps, cost: own.cost + stay, from: at }
          : { steps: own.steps, cost: own.cost + change, from: 1 - at };
      }),
    );
  }
  const grids = new Map<string, number>();
  const last = ways.at(-1);
  let family = last && last[1]!.cost < last[0]!.cost ? 1 : 0;
  for (let index = ways.length - 1; index >= 0; index--) {
    const way = ways[index]![family]!;
    grids.set(keys[index]!, way.steps);
    family = way.from;
  }
  return grids;
}

/** The division of one beat, of a family of them. */
function playedGrid(beat: readonly number[], family: typeof STRAIGHT_GRIDS) {
  let best = { steps: 4, cost: Number.POSITIVE_INFINITY };
  for (const { steps, penalty } of family) {
    const distance = beat.reduce((sum, at) => sum + (Math.round(at * steps) / steps - at) ** 2, 0);
    // Two notes on one step would be a chord that nobody played.
    const places = new Set(beat.map((at) => Math.round(at * steps)));
    const crowded = beat.length > 1 && places.size < distinct(beat) ? 0.01 : 0;
    const whole = steps === 3 && places.has(1) && places.has(2) ? WHOLE_TRIPLET : 0;
    const cost = distance / beat.length + penalty + crowded - whole;
    if (cost < best.cost) best = { steps, cost };
  }
  return best;
}

/** How many moments a beat has, where what lies within a sixty-fourth is one. */
function distinct(beat: readonly number[]): number {
  const sorted = [...beat].sort((a, b) => a - b);
  return sorted.filter((at, index) => index === 0 || at - sorted[index - 1]! > 1 / 16).length;
}
