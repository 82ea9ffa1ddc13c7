import { ENVELOPE_RATE } from "./envelope";

/** Costs a beat that comes earlier or later than its period says, by the square of the logarithm. */
const STEADINESS = 400;
const SHORTEST = 0.85;
const LONGEST = 1.18;

/**
 * The beats that fall on most of an envelope while keeping near a period, by dynamic programming
 * (Ellis, Beat tracking by dynamic programming, J. New Music Research 36, 2007).
 * @param period In seconds.
 * @returns Moments in seconds, over the whole envelope; a period longer than it gives one.
 */
export function trackBeats(envelope: Float32Array, period: number): number[] {
  const frames = period * ENVELOPE_RATE;
  const from = Math.max(1, Math.round(SHORTEST * frames));
  const to = Math.round(LONGEST * frames);
  const costs = Float64Array.from(
    { length: to + 1 },
    (_, step) => STEADINESS * Math.log(step / frames) ** 2,
  );
  const gains = new Float64Array(envelope.length);
  const before = new Int32Array(envelope.length).fill(-1);
  for (let index = 0; index < envelope.length; index++) {
    let best = 0;
    for (let step = from; step <= Math.min(to, index); step++) {
      const gain = gains[index - step]! - costs[step]!;
      if (gain > best) {
        best = gain;
        before[index] = index - step;
      }
    }
    gains[index] = envelope[index]! + best;
  }
  let last = envelope.length - 1;
  for (let index = last; index >= Math.max(0, envelope.length - frames); index--) {
    if (gains[index]! > gains[last]!) last = index;
  }
  const beats: number[] = [];
  for (let index = last; index >= 0; index = before[index]!) beats.push(index / ENVELOPE_RATE);
  return beats.reverse();
}

/** The mean time from beat to beat, by the line of least squares through them. At least two beats. */
export function periodOf(beats: readonly number[]): number {
  const middle = (beats.length - 1) / 2;
  const mean = beats.reduce((sum, beat) => sum + beat, 0) / beats.length;
  let [product, square] = [0, 0];
  for (const [index, beat] of beats.entries()) {
    product += (index - middle) * (beat - mean);
    square += (index - middle) ** 2;
  }
  return product / square;
}
