import { NOVELTY_RATE, type Novelty } from "./novelty";
import type { Attack } from "./attacks";

/** Values of an envelope a second: what beats are found in. */
export const ENVELOPE_RATE = NOVELTY_RATE / 2;

/** Novelty at half its rate, in measures of itself: 1 is a good attack, 1.5 the most there is. */
export interface Envelopes {
  readonly all: Float32Array;
  readonly low: Float32Array;
  readonly high: Float32Array;
  /** In seconds: attacks that lie closer than 50 ms are one. */
  readonly attacks: readonly WeighedMoment[];
  readonly first: number;
  readonly last: number;
}

export interface WeighedMoment {
  readonly seconds: number;
  /** The envelope there, 0–1.5. */
  readonly weight: number;
}

const MOST = 1.5;
const ONE_MOMENT = 0.05;

/** @returns undefined without attacks. */
export function envelopesOf(novelty: Novelty, attacks: readonly Attack[]): Envelopes | undefined {
  if (attacks.length === 0) return undefined;
  const all = smooth(halved(novelty.all));
  const [low, high] = [halved(novelty.low), halved(novelty.high)];
  const measured = (values: Float32Array, share: number, reach: number) => {
    const heights = attacks
      .map(({ seconds }) => peakAt(values, seconds, reach))
      .sort((a, b) => a - b);
    const good = heights[Math.floor(heights.length * share)]! || 1e-6;
    return values.map((value) => Math.min(MOST, value / good));
  };
  const measuredAll = measured(all, 0.7, 0);
  const moments: { seconds: number; weight: number }[] = [];
  for (const { seconds } of attacks) {
    const weight = peakAt(measuredAll, seconds, 0);
    const last = moments.at(-1);
    if (last && seconds - last.seconds < ONE_MOMENT) last.weight = Math.max(last.weight, weight);
    else moments.push({ seconds, weight });
  }
  return {
    all: measuredAll,
    low: measured(low, 0.8, PEAK_REACH),
    high: measured(high, 0.8, PEAK_REACH),
    attacks: moments,
    first: attacks[0]!.seconds,
    last: attacks.at(-1)!.seconds,
  };
}

/** Frames before and behind within which a beat has its attack: 30 ms. */
export const PEAK_REACH = 3;

/** The highest value at a moment, `reach` frames before and behind it included; 0 outside. */
export function peakAt(values: Float32Array, seconds: number, reach: number): number {
  const middle = Math.round(seconds * ENVELOPE_RATE);
  let most = 0;
  const to = Math.min(values.length - 1, middle + reach);
  for (let index = Math.max(0, middle - reach); index <= to; index++) {
    most = Math.max(most, values[index]!);
  }
  return most;
}

function halved(values: Float32Array): Float32Array {
  return Float32Array.from({ length: Math.ceil(values.length / 2) }, (_, index) =>
    Math.max(values[2 * index]!, values[2 * index + 1] ?? 0),
  );
}

/** By a Gaussian of 15 ms whose middle is 1: what was a peak stays as high. */
function smooth(values: Float32Array): Float32Array {
  const sigma = 1.5;
  const reach = Math.ceil(3 * sigma);
  const kernel = Array.from({ length: 2 * reach + 1 }, (_, at) =>
    Math.exp(-0.5 * ((at - reach) / sigma) ** 2),
  );
  const out = new Float32Array(values.length);
  for (let index = 0; index < values.length; index++) {
    let sum = 0;
    const from = Math.max(-reach, -index);
    const to = Math.min(reach, values.length - 1 - index);
    for (let shift = from; shift <= to; shift++) {
      sum += values[index + shift]! * kernel[shift + reach]!;
    }
    out[index] = sum;
  }
  return out;
}
