import { peakAt, PEAK_REACH, type Envelopes } from "./envelope";
import type { Tempogram } from "./tempogram";
import { periodOf } from "./track-beats";

/** Usual tempo, in beats a minute, from which others are counted in octaves. */
const USUAL_BPM = 112;
/** How often a beat is divided, for the roundness of attacks within it. */
const DIVISIONS = [1, 2, 3, 4, 6] as const;

/** What speaks for a row of beats; each is a number that the weights of `beat-weights.data.ts` measure. */
export const BEAT_EVIDENCE = [
  "attack on the beat",
  "later third over earlier third",
  "every other beat stronger",
  "every other beat lower",
  "every other beat higher",
  "low on the beat over low between",
  "attacks at the beat",
  "attacks at halves",
  "attacks at thirds",
  "attacks at quarters",
  "attacks at sixths",
  "octaves from the usual tempo",
  "octaves from the usual tempo, squared",
  "octaves of attacks a beat",
  "octaves of attacks a beat, squared",
  "unsteadiness",
  "tempogram",
  "tempogram, twice as fast",
  "tempogram, four times as fast",
  "tempogram, three times as fast",
  "tempogram with multiples",
  "lies between the beats that were tracked",
] as const;

/**
 * The evidence for a row of beats, in the order of `BEAT_EVIDENCE`.
 * @param tracked The beats as they were tracked; `beats` may lie halfway between them.
 */
export function beatEvidence(
  beats: readonly number[],
  tracked: readonly number[],
  isShifted: boolean,
  envelopes: Envelopes,
  tempogram: Tempogram,
  mostWithMultiples: number,
): number[] {
  const { all, low, high, attacks } = envelopes;
  const period = periodOf(tracked);
  const bpm = 60 / period;
  const at = (values: Float32Array, position: number) => meanAt(values, beats, period, position);
  const octaves = Math.log2(bpm / USUAL_BPM);
  const attacksABeat = Math.log2(attacks.length / beats.length);
  return [
    at(all, 0),
    logRatio(at(all, 2 / 3), at(all, 1 / 3)),
    alternation(all, beats),
    alternation(low, beats),
    alternation(high, beats),
    logRatio(at(low, 0), at(low, 0.5)),
    ...DIVISIONS.map((division) => roundness(envelopes, beats, period, division)),
    octaves,
    octaves ** 2,
    attacksABeat,
    attacksABeat ** 2,
    10 * unsteadiness(tracked, period),
    tempogram.at(bpm) / tempogram.most,
    tempogram.at(2 * bpm) / tempogram.most,
    tempogram.at(4 * bpm) / tempogram.most,
    tempogram.at(3 * bpm) / tempogram.most,
    tempogram.withMultiples(bpm) / mostWithMultiples,
    isShifted ? 1 : 0,
  ];
}

/** Time to the next beat; behind the last one, the period. */
const lengthOf = (beats: readonly number[], index: number, period: number) =>
  (beats[index + 1] ?? beats[index]! + period) - beats[index]!;

/** How far a moment is from beat `index` towards the next one: 0–1 between them. */
export function shareOfBeat(
  seconds: number,
  beats: readonly number[],
  index: number,
  period: number,
): number {
  return (seconds - beats[index]!) / lengthOf(beats, index, period);
}

/** Mean height at a share of the way from each beat to the next. */
function meanAt(
  values: Float32Array,
  beats: readonly number[],
  period: number,
  share: number,
): number {
  let sum = 0;
  for (const [index, beat] of beats.entries()) {
    sum += peakAt(values, beat + share * lengthOf(beats, index, period), PEAK_REACH);
  }
  return sum / beats.length;
}

/** How differently odd and even beats sound: 0 alike, 1 one of them is silent. */
function alternation(values: Float32Array, beats: readonly number[]): number {
  const sums: [number, number] = [0, 0];
  const counts: [number, number] = [0, 0];
  for (const [index, beat] of beats.entries()) {
    const side = index % 2 === 0 ? 0 : 1;
    sums[side] += peakAt(values, beat, PEAK_REACH);
    counts[side] += 1;
  }
  const [even, odd] = [sums[0] / Math.max(1, counts[0]), sums[1] / Math.max(1, counts[1])];
  return Math.abs(even - odd) / (even + odd + 0.05);
}

/** 1 when all attacks lie on the `division` parts of the beat, 0 when anywhere, −1 halfway between. */
function roundness(
  { attacks }: Envelopes,
  beats: readonly number[],
  period: number,
  division: number,
): number {
  let [sum, weights, index] = [0, 0, 0];
  for (const { seconds, weight } of attacks) {
    while (index + 1 < beats.length && beats[index + 1]! <= seconds) index += 1;
    const share = shareOfBeat(seconds, beats, index, period);
    sum += weight * Math.cos(2 * Math.PI * division * share);
    weights += weight;
  }
  return sum / (weights || 1);
}

/** How much the steps from beat to beat differ from the period: a share, by the root of the mean square. */
function unsteadiness(beats: readonly number[], period: number): number {
  let sum = 0;
  for (let index = 1; index < beats.length; index++) {
    sum += Math.log((beats[index]! - beats[index - 1]!) / period) ** 2;
  }
  return Math.sqrt(sum / Math.max(1, beats.length - 1));
}

const logRatio = (a: number, b: number) => Math.log((a + 0.1) / (b + 0.1));
