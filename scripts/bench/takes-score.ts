import { matched, type TakeTruth } from "./takes";

/** As score.py counts; under drums, what the drums strike is not counted as heard besides. */
export function attacksF1(take: TakeTruth, heard: readonly number[]): number {
  const struck = apart(take.notes.filter(({ legato }) => !legato).map(({ on }) => on));
  const { hits, left } = matched(struck, apart(heard), take.instrument === "bass" ? 0.09 : 0.06);
  const drums = take.drums ? drumStrikes(take) : [];
  const besides = left.filter((moment) => !drums.some((drum) => Math.abs(drum - moment) <= 0.06));
  return (200 * hits) / (struck.length + hits + besides.length);
}

/** Moments closer than 30 ms count once. */
function apart(moments: readonly number[]): readonly number[] {
  const kept: number[] = [];
  for (const moment of [...moments].sort((a, b) => a - b)) {
    if (moment - (kept.at(-1) ?? -1) > 0.03) kept.push(moment);
  }
  return kept;
}

/** Drums strike every half beat from the first bar line on; swung ones at two thirds. */
function drumStrikes({ downbeats, meter, bpm, swing, duration_s }: TakeTruth): readonly number[] {
  const bar = (4 * meter[0]) / meter[1];
  const strikes: number[] = [];
  for (let half = 0; ; half++) {
    const at = Math.min(downbeats.length - 1, Math.floor(half / 2 / bar));
    const from = downbeats[at]!;
    const length = (downbeats[at + 1] ?? from + (bar * 60) / bpm) - from;
    const beat = half / 2 - at * bar;
    const swung = swing && beat % 1 !== 0 ? Math.floor(beat) + 2 / 3 : beat;
    const strike = from + (swung / bar) * length;
    if (strike > duration_s) return strikes;
    strikes.push(strike);
  }
}

export function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
}

export function rounded(value: number): number {
  return Math.round(10 * value) / 10;
}
