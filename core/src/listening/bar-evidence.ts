import { ENVELOPE_RATE, peakAt, type Envelopes } from "./envelope";
import { NOVELTY_RATE } from "./novelty";
import { PARTIALS_RATE } from "./partials";

/** What a beat may have that others have not: one number a beat for each, measured over all beats. */
export interface BeatMeasures {
  readonly attack: readonly number[];
  readonly low: readonly number[];
  readonly high: readonly number[];
  readonly loudness: readonly number[];
  readonly rise: readonly number[];
  /** How different the pitch classes of one beat, and of three, are before and behind. */
  readonly change: readonly number[];
  readonly changeOfBar: readonly number[];
}

/** What speaks for bar lines; measured by the weights of `bar-weights.data.ts`. */
export const BAR_EVIDENCE = [
  "attack on one",
  "low on one",
  "high on one",
  "loud on one",
  "louder on one",
  "other pitches from one on",
  "other pitches from bar to bar",
  "attack on three, not on two and four",
  "low on three",
  "high on three",
  "loud on three",
  "louder on three",
  "other pitches from three on",
  "attack on one of three",
  "low on one of three",
  "high on one of three",
  "loud on one of three",
  "three beats a bar",
  "sound begins on one",
  "sound begins up to two beats before one",
  "sound begins earlier",
  "beats from the first sound to one",
] as const;

/** @param chroma Twelve numbers a frame of partials. @param level Loudness at the rate of novelty. */
export function measureBeats(
  beats: readonly number[],
  period: number,
  { all, low, high }: Envelopes,
  level: Float32Array,
  chroma: Float32Array,
): BeatMeasures {
  const reach = Math.round(0.04 * ENVELOPE_RATE);
  const loudness = beats.map((beat) => decibels(loudest(level, beat - 0.02, beat + 0.08)));
  const before = beats.map((beat) => decibels(loudest(level, beat - 0.08, beat - 0.04)));
  const change = (beat: number, span: number) =>
    1 -
    likeness(
      pitchClasses(chroma, beat - span * period, beat),
      pitchClasses(chroma, beat + 0.05, beat + span * period),
    );
  return {
    attack: standardised(beats.map((beat) => peakAt(all, beat, reach))),
    low: standardised(beats.map((beat) => peakAt(low, beat, reach))),
    high: standardised(beats.map((beat) => peakAt(high, beat, reach))),
    loudness: standardised(loudness),
    rise: standardised(loudness.map((value, index) => value - before[index]!)),
    change: standardised(beats.map((beat) => change(beat, 1))),
    changeOfBar: standardised(beats.map((beat) => change(beat, 3))),
  };
}

/**
 * The evidence for bars of `metre` beats whose first bar line is beat `phase`, in the order of
 * `BAR_EVIDENCE`.
 * @param lead Beats from the first sound to that bar line.
 */
export function barEvidence(
  measures: BeatMeasures,
  metre: number,
  phase: number,
  lead: number,
): number[] {
  const { attack, low, high, loudness, rise, change, changeOfBar } = measures;
  const on = (values: readonly number[], place: number) => meanOn(values, metre, phase, place);
  const onThree = (values: readonly number[]) =>
    metre === 4 ? on(values, 2) - (on(values, 1) + on(values, 3)) / 2 : 0;
  const ofThree = (values: readonly number[]) => (metre === 3 ? on(values, 0) : 0);
  return [
    ...[attack, low, high, loudness, rise, change, changeOfBar].map((values) => on(values, 0)),
    ...[attack, low, high, loudness, rise, change].map(onThree),
    ...[attack, low, high, loudness].map(ofThree),
    metre === 3 ? 1 : 0,
    Math.abs(lead) < 0.2 ? 1 : 0,
    lead > 0.25 && lead < 1.8 ? 1 : 0,
    lead >= 1.8 ? 1 : 0,
    lead,
  ];
}

function meanOn(values: readonly number[], metre: number, phase: number, place: number): number {
  let [sum, count] = [0, 0];
  const from = (phase + place) % metre;
  for (let index = from; index < values.length; index += metre) {
    sum += values[index]!;
    count += 1;
  }
  return count > 0 ? sum / count : 0;
}

function loudest(level: Float32Array, from: number, to: number): number {
  let most = 0;
  const last = Math.min(level.length - 1, Math.round(to * NOVELTY_RATE));
  for (let index = Math.max(0, Math.round(from * NOVELTY_RATE)); index <= last; index++) {
    most = Math.max(most, level[index]!);
  }
  return most;
}

const decibels = (level: number) => 20 * Math.log10(level + 1e-4);

/** What sounds of each pitch class between two moments. */
function pitchClasses(chroma: Float32Array, from: number, to: number): number[] {
  const sums = new Array<number>(12).fill(0);
  const last = Math.min(chroma.length / 12, Math.round(to * PARTIALS_RATE));
  for (let frame = Math.max(0, Math.round(from * PARTIALS_RATE)); frame < last; frame++) {
    for (let index = 0; index < 12; index++) sums[index]! += chroma[12 * frame + index]!;
  }
  return sums;
}

/** Cosine of the angle between two, 0–1; 0 where one is silent. */
function likeness(a: readonly number[], b: readonly number[]): number {
  let [product, squareA, squareB] = [0, 0, 0];
  for (const [index, value] of a.entries()) {
    product += value * b[index]!;
    squareA += value ** 2;
    squareB += b[index]! ** 2;
  }
  return product / Math.sqrt(squareA * squareB + 1e-9);
}

/** Less their mean, in their standard deviations; all 0 where they do not differ. */
function standardised(values: readonly number[]): readonly number[] {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  const square = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length;
  const deviation = Math.sqrt(square) || 1;
  return values.map((value) => (value - mean) / deviation);
}
