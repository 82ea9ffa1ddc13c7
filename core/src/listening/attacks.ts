import { NOVELTY_RATE, type Novelty } from "./novelty";

/** A moment at which a sound begins. */
export interface Attack {
  readonly seconds: number;
  /** How much becomes louder, compared with the strongest attack within two seconds: 0–1. */
  readonly strength: number;
}

const frames = (milliseconds: number) => Math.round((milliseconds * NOVELTY_RATE) / 1000);

/** An attack is the highest so far before and behind. */
const NEIGHBOURS = frames(10);
/** Its height is compared with the strongest so far away, … */
const AROUND = frames(2000);
const SHARE = 0.1;
/** … with the mean of what is near, … */
const BEFORE = frames(100);
const BEHIND = frames(70);
const ABOVE_MEAN = 0.02;
/** … and with what novelty does where nothing begins. */
const REST_REACH = frames(750);
const REST_STEP = frames(100);
const REST_SPREADS = 5;
/** So soon after another one it may be the next string of a strum, which lies in the mean of the first. */
const STRUM = frames(90);
/** From the valley before it, in all and of its own height. */
const RISE = 0.015;
const RISE_SHARE = 0.2;
const VALLEY = frames(60);
const LEAST_GAP = frames(15);

/**
 * Attacks at the peaks of novelty that stand out of what is around (after Böck, Krebs & Schedl,
 * Evaluating the online capabilities of onset detection methods, ISMIR 2012), the strings of a strum
 * one by one.
 */
export function pickAttacks({ all }: Pick<Novelty, "all">): readonly Attack[] {
  const attacks: Attack[] = [];
  const strongest = slidingMaximum(all, AROUND);
  const nearest = slidingMaximum(all, NEIGHBOURS);
  const rest = restOf(all);
  const sums = runningSums(all);
  let last = -Infinity;
  for (let index = 0; index < all.length; index++) {
    const value = all[index]!;
    if (value === 0 || value < nearest[index]! || index - last <= LEAST_GAP) continue;
    if (value < SHARE * strongest[index]! || value < rest[Math.floor(index / REST_STEP)]!) continue;
    const rise = value - lowest(all, Math.max(last, index - VALLEY, 0), index);
    if (rise < RISE || rise < RISE_SHARE * value) continue;
    const from = Math.max(0, index - BEFORE);
    const to = Math.min(all.length, index + BEHIND + 1);
    const mean = (sums[to]! - sums[from]!) / (to - from);
    if (index - last >= STRUM && value < mean + ABOVE_MEAN) continue;
    last = index;
    attacks.push({ seconds: index / NOVELTY_RATE, strength: value / strongest[index]! });
  }
  return attacks;
}

/** The greatest value within `reach` before and behind each, by a queue of falling candidates. */
function slidingMaximum(values: Float32Array, reach: number): Float32Array {
  const out = new Float32Array(values.length);
  const queue = new Int32Array(values.length);
  let head = 0;
  let tail = 0;
  for (let index = 0; index < values.length + reach; index++) {
    if (index < values.length) {
      while (tail > head && values[queue[tail - 1]!]! <= values[index]!) tail -= 1;
      queue[tail++] = index;
    }
    const middle = index - reach;
    if (middle < 0) continue;
    while (queue[head]! < middle - reach) head += 1;
    out[middle] = values[queue[head]!]!;
  }
  return out;
}

function lowest(values: Float32Array, from: number, to: number): number {
  let least = values[to]!;
  for (let index = from; index < to; index++) least = Math.min(least, values[index]!);
  return least;
}

/** Sums of the first 0, 1, 2, … values. */
function runningSums(values: Float32Array): Float64Array {
  const sums = new Float64Array(values.length + 1);
  for (let index = 0; index < values.length; index++)
    sums[index + 1] = sums[index]! + values[index]!;
  return sums;
}

/** The height that noise and ringing strings stay below, every `REST_STEP`: by median and quantile. */
function restOf(values: Float32Array): Float32Array {
  const out = new Float32Array(Math.ceil(values.length / REST_STEP));
  for (let step = 0; step < out.length; step++) {
    const middle = step * REST_STEP;
    const near = values.slice(Math.max(0, middle - REST_REACH), middle + REST_REACH).sort();
    const quantile = (share: number) => near[Math.floor(share * (near.length - 1))]!;
    out[step] = quantile(0.5) + REST_SPREADS * (quantile(0.5) - quantile(0.2));
  }
  return out;
}
