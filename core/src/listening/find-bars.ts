import { barEvidence, measureBeats } from "./bar-evidence";
import { BAR_WEIGHTS } from "./bar-weights.data";
import type { Envelopes } from "./envelope";
import { judge } from "./judge";

/** Where the bar lines of a row of beats may lie. */
export interface BarGuess {
  /** Beats a bar. */
  readonly metre: 3 | 4;
  /** Which beat is the first bar line, from 0. */
  readonly phase: number;
  /** 0–1. */
  readonly sure: number;
}

const METRES = [3, 4] as const;

/** Those of the beats that begin a bar. */
export function downbeatsOf(
  beats: readonly number[],
  { metre, phase }: Pick<BarGuess, "metre" | "phase">,
): readonly number[] {
  return beats.filter((_, index) => index >= phase && (index - phase) % metre === 0);
}

/** Guesses for bars of three and of four beats, the likeliest first. */
export function findBars(
  beats: readonly number[],
  period: number,
  envelopes: Envelopes,
  level: Float32Array,
  chroma: Float32Array,
): readonly BarGuess[] {
  const guesses = barGuesses(beats, period, envelopes, level, chroma);
  const sure = judge(
    guesses.map(({ evidence }) => evidence),
    BAR_WEIGHTS,
  );
  return guesses
    .map(({ metre, phase }, index) => ({ metre, phase, sure: sure[index]! }))
    .sort((a, b) => b.sure - a.sure);
}

/** All that is tried, with its evidence: for `findBars`, and for fitting its weights. */
export function barGuesses(
  beats: readonly number[],
  period: number,
  envelopes: Envelopes,
  level: Float32Array,
  chroma: Float32Array,
) {
  const measures = measureBeats(beats, period, envelopes, level, chroma);
  return METRES.flatMap((metre) =>
    beats.slice(0, metre).map((beat, phase) => {
      const lead = (beat - envelopes.first) / period;
      return { metre, phase, evidence: barEvidence(measures, metre, phase, lead) };
    }),
  );
}
