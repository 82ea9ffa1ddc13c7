import { howManyBefore } from "../../foundation/how-many";
import { STRAIGHT, type Feel } from "../../rhythm/feel";
import { fraction } from "../../rhythm/fraction";
import type { MidiBar } from "./midi-maps";

/** Where the second of two swung eighths may be played, in a quarter note; and in the mean. */
const [EARLIEST, LATEST] = [0.55, 0.78];
const [LEAST_MEAN, MOST_MEAN] = [0.57, 0.72];
/** Onsets so near to a third of the beat are of a triplet. */
const NEAR = 0.08;
/** Fewer swung beats say nothing. */
const LEAST_BEATS = 4;
/** Ratios that people mean; what was played is told as the nearest of them. */
const RATIOS = [fraction(3, 2), fraction(2)];

/** How a file swings, and where its ticks would stand if it did not. */
export interface Swing {
  readonly feel: Feel;
  /** The tick at which a moment would be played straight. */
  readonly straightened: (tick: number) => number;
}

export const NO_SWING: Swing = { feel: STRAIGHT, straightened: (tick) => tick };

/**
 * Whether eighths are swung: nearly every beat that has something off the beat has it late, and few
 * are whole triplets (those are written as such, and music of nothing else does not swing).
 * @param onsets in ticks, of all who are taken
 */
export function swingIn(
  onsets: readonly number[],
  bars: readonly MidiBar[],
  ticksPerQuarter: number,
): Swing {
  if (bars.some(({ metre }) => metre.unit > 4)) return NO_SWING;
  const starts = bars.map(({ startTick }) => startTick);
  const addressOf = (tick: number) => {
    const start = starts[howManyBefore(starts, (one) => one <= tick) - 1] ?? 0;
    const inBar = (tick - start) / ticksPerQuarter;
    const beat = Math.floor(inBar + NEAR);
    return { start: start + beat * ticksPerQuarter, at: inBar - beat };
  };
  const beats = new Map<number, number[]>();
  for (const tick of onsets) {
    const { start, at } = addressOf(tick);
    const beat = beats.get(start);
    if (beat) beat.push(at);
    else beats.set(start, [at]);
  }
  const triplets = new Set<number>();
  const late: number[] = [];
  let others = 0;
  for (const [start, beat] of beats) {
    const inside = beat.filter((at) => at > NEAR && at < 1 - NEAR);
    if (inside.length === 0) continue;
    if (inside.some((at) => Math.abs(at - 1 / 3) < NEAR)) triplets.add(start);
    else if (inside.every((at) => at > EARLIEST && at < LATEST)) late.push(...inside);
    else others++;
  }
  const isMost = late.length > 6 * others && late.length > 2 * triplets.size;
  if (late.length < LEAST_BEATS || !isMost) return NO_SWING;
  const mean = late.reduce((sum, at) => sum + at, 0) / late.length;
  if (mean < LEAST_MEAN || mean > MOST_MEAN) return NO_SWING;
  const played = mean / (1 - mean);
  const ratio = RATIOS.reduce((best, one) =>
    Math.abs(Math.log(one.num / one.den / played)) <
    Math.abs(Math.log(best.num / best.den / played))
      ? one
      : best,
  );
  const straightened = (tick: number) => {
    const { start, at } = addressOf(tick);
    if (triplets.has(start) || at <= 0) return tick;
    const moved = at <= mean ? (at / mean) * 0.5 : 0.5 + ((at - mean) / (1 - mean)) * 0.5;
    return start + moved * ticksPerQuarter;
  };
  return { feel: { kind: "swing", unit: 8, ratio }, straightened };
}
