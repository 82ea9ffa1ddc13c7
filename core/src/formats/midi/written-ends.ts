import { howManyBefore } from "../../foundation/how-many";
import { add, compare, fraction, subtract, toNumber, type Fraction } from "../../rhythm/fraction";
import { barLength } from "../../rhythm/metre";
import { oddPartOf, writtenAs } from "../../rhythm/duration";
import type { MidiBar } from "./midi-maps";
import { gridKey, type Grids } from "./quantise";

/** How long a struck note sounded, and what comes behind it. */
export interface HeardNote {
  /** Whole notes from the start of the piece, on the grid. */
  readonly onset: Fraction;
  /** How long it sounded, in whole notes. */
  readonly heard: number;
  /** When the voice goes on; absent behind its last note. */
  readonly next: Fraction | undefined;
}

/** How a note is written. */
export interface WrittenEnd {
  readonly end: Fraction;
  /** It is played much shorter than written: on purpose, as far as that can be heard. */
  readonly isShort: boolean;
}

export interface TimeOfBars {
  readonly bars: readonly MidiBar[];
  /** Whole notes from the start of the piece. */
  readonly starts: readonly Fraction[];
  readonly ticksPerQuarter: number;
  /** How onsets divide each beat. */
  readonly grids: Grids;
}

/** What it costs to read a value or rest, against what it costs to be played shorter than written. */
const COST = {
  /** For each halving below what is usually played of a value. */
  short: 1.2,
  /** For each doubling above it. */
  long: 5,
  rest: 0.5,
  /** A rest of a sixteenth or a triplet of it; less is hardly ever read. */
  smallRest: 0.9,
  tinyRest: 3,
  /** For each further note that a value needs to be written, and each dot. */
  tied: 0.4,
  dot: 0.1,
  unwritable: 6,
  /** It ends to a tick where a grid has a line. */
  exact: -0.6,
} as const;
/** Less of a value than this is played short. */
const FULL = 0.8;
const SHORT = 0.62;
/** Longer values are not played staccato, they end. */
const LONGEST_STACCATO = fraction(1, 4);
/** So many notes have to agree on how much of a value is played, in tenths. */
const [AGREEING, LEAST_AGREEING, WITHIN] = [0.6, 8, 0.1];

/**
 * How much of a value a part usually plays: 1 where notes last until the next, 0.5 where all are
 * cut in the middle. What nearly every note does says nothing about any of them.
 */
export function usualShare(notes: readonly HeardNote[]): number {
  const shares = notes
    .flatMap(({ onset, heard, next }) => {
      const room = next ? toNumber(subtract(next, onset)) : 0;
      return room > 0 && room <= 1 / 4 && heard <= 1.05 * room ? [heard / room] : [];
    })
    .sort((a, b) => a - b);
  const middle = shares[shares.length >> 1] ?? 1;
  const agreeing = shares.filter((share) => Math.abs(share - middle) <= WITHIN).length;
  const isUsual = agreeing >= LEAST_AGREEING && agreeing >= AGREEING * shares.length;
  return isUsual ? Math.min(1, Math.max(0.2, middle)) : 1;
}

/**
 * Chooses for each note where it ends on paper: of the next onset and the lines of the grid around
 * where it is let go, the one that is read most easily for how it is played. A note that is let go
 * early is a full value, not one of a 64th less and a rest; a real silence is a rest.
 * @param share How much of a value this part usually plays.
 */
export function writtenEnd(note: HeardNote, share: number, time: TimeOfBars): WrittenEnd {
  const { onset, heard, next } = note;
  const from = toNumber(onset);
  const tick = 1.01 / (4 * time.ticksPerQuarter);
  let best: WrittenEnd | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (const end of linesAround(from + heard, onset, next, time)) {
    const written = toNumber(subtract(end, onset));
    const gap = next ? subtract(next, end) : undefined;
    const isExact = Math.abs(written - heard) <= tick;
    // A uniform gate ends on a line of its own by chance.
    const isMeant = isExact && share > 0.97;
    const played = isMeant ? 1 : heard / (share * written);
    const cost =
      (played < FULL ? COST.short * Math.log2(FULL / played) : 0) +
      (played > 1.1 ? COST.long * Math.log2(played / 1.1) : 0) +
      (isMeant ? COST.exact : 0) +
      valueCost(subtract(end, onset)) +
      (gap && gap.num > 0 ? restCost(gap) : 0);
    if (cost >= least) continue;
    least = cost;
    const isShort =
      !isMeant && played < SHORT && compare(subtract(end, onset), LONGEST_STACCATO) <= 0;
    best = { end, isShort };
  }
  return best ?? { end: next ?? add(onset, fraction(1, 16)), isShort: false };
}

function valueCost(value: Fraction): number {
  const notes = writtenAs(value);
  if (!notes) return COST.unwritable;
  // Dotted values have a numerator of 3 or 7.
  const dots = notes.filter(({ num }) => num > 1).length;
  return COST.tied * (notes.length - 1) + COST.dot * dots;
}

function restCost(gap: Fraction): number {
  const size = toNumber(gap);
  const isTriplet = oddPartOf(gap.den) > 1;
  const least = isTriplet ? 1 / 24 : 1 / 16;
  if (size < least - 1e-9) return COST.rest + COST.tinyRest;
  const small = size <= 1 / 16 + 1e-9 ? COST.smallRest : 0;
  const pieces = writtenAs(gap)?.length ?? 4;
  return COST.rest + small + (COST.tied / 2) * (pieces - 1);
}

/** Where a note may end: the next onset, and the lines just before and behind where it is let go. */
function linesAround(
  heardEnd: number,
  onset: Fraction,
  next: Fraction | undefined,
  time: TimeOfBars,
): readonly Fraction[] {
  const { bars, starts, grids } = time;
  const lines: Fraction[] = next ? [next] : [];
  const index = lastStart(starts, heardEnd);
  const inBar = heardEnd - toNumber(starts[index]!);
  const quarter = Math.floor(4 * inBar + 1e-9);
  const grid = grids.get(gridKey(index, quarter)) ?? gridAt(onset, time) ?? 4;
  for (const steps of stepsOf(grid)) {
    const at = inBar * 4 * steps;
    for (const step of [Math.floor(at + 1e-6), Math.ceil(at - 1e-6)]) {
      const within = fraction(step, 4 * steps);
      const room = barLength(bars[index]!.metre);
      const end = add(starts[index]!, compare(within, room) > 0 ? room : within);
      const isBetween = compare(end, onset) > 0 && (!next || compare(end, next) < 0);
      if (isBetween) lines.push(end);
    }
  }
  return lines;
}

/** The grid of the beat in which a note begins. */
function gridAt(onset: Fraction, { starts, grids }: TimeOfBars): number | undefined {
  const index = lastStart(starts, toNumber(onset));
  const quarter = Math.floor(4 * (toNumber(onset) - toNumber(starts[index]!)) + 1e-9);
  return grids.get(gridKey(index, quarter));
}

/** Lines a quarter note that a note may end on where onsets divide the beat so. */
function stepsOf(grid: number): readonly number[] {
  if (grid <= 4 && grid !== 3) return [1, 2, 4];
  if (grid === 3) return [1, 3];
  return grid % 4 === 0 && oddPartOf(grid) === 1 ? [1, 2, 4, grid] : [1, grid];
}

function lastStart(starts: readonly Fraction[], at: number): number {
  return Math.max(0, howManyBefore(starts, (start) => toNumber(start) <= at + 1e-9) - 1);
}
