import { beatEvidence } from "./beat-evidence";
import { BEAT_WEIGHTS } from "./beat-weights.data";
import type { Envelopes } from "./envelope";
import { judge } from "./judge";
import { Tempogram } from "./tempogram";
import { periodOf, trackBeats } from "./track-beats";

/** A row of beats that may be the one. */
export interface BeatRow {
  /** Beats a minute, the mean. */
  readonly bpm: number;
  /** Moments in seconds, from the first attack to the last. */
  readonly beats: readonly number[];
  /** How likely it is among all that were tried, 0–1. */
  readonly sure: number;
}

const SLOWEST = 45;
const FASTEST = 230;
const STEP = 1.01;
const PEAKS = 9;
const MULTIPLES = [2, 1 / 2, 3 / 2, 2 / 3, 3, 1 / 3];
/** As far as a hint of the tempo may be wrong. */
const HINT_REACH = 0.08;
const SAME_TEMPO = 0.03;
/** A beat may lie so much before the first attack, in seconds, … */
const EARLY = 0.07;
/** … and behind the last attack by this share of a beat. */
const LATE = 0.5;

/**
 * Rows of beats, the likeliest first: candidates by the tempogram, each tracked, also halfway between
 * its beats, and weighed by what speaks for them.
 * @param hintBpm What somebody said or tapped: only tempi near it are tried.
 * @returns Empty when there are not enough attacks for two beats.
 */
export function findBeats(envelopes: Envelopes, hintBpm?: number): readonly BeatRow[] {
  const rows = beatRows(envelopes, hintBpm);
  const sure = judge(
    rows.map(({ evidence }) => evidence),
    BEAT_WEIGHTS,
  );
  return rows
    .map(({ bpm, beats }, index) => ({ bpm, beats, sure: sure[index]! }))
    .sort((a, b) => b.sure - a.sure);
}

/** All that is tried, with its evidence: for `findBeats`, and for fitting its weights. */
export function beatRows(envelopes: Envelopes, hintBpm?: number) {
  const tempogram = new Tempogram(envelopes.all);
  const { tempi, mostWithMultiples } = candidateTempi(tempogram, hintBpm);
  const rows: (Omit<BeatRow, "sure"> & { readonly evidence: readonly number[] })[] = [];
  for (const tempo of tempi) {
    const tracked = trackBeats(envelopes.all, 60 / tempo);
    if (tracked.length < 3) continue;
    const period = periodOf(tracked);
    for (const isShifted of [false, true]) {
      const shifted = tracked.map((beat, index) =>
        isShifted ? (beat + (tracked[index + 1] ?? beat + period)) / 2 : beat,
      );
      const beats = fitted(shifted, period, envelopes);
      if (beats.length < 4) continue;
      rows.push({
        bpm: 60 / period,
        beats,
        evidence: beatEvidence(beats, tracked, isShifted, envelopes, tempogram, mostWithMultiples),
      });
    }
  }
  return rows;
}

function candidateTempi(tempogram: Tempogram, hintBpm: number | undefined) {
  const grid: { bpm: number; strength: number }[] = [];
  for (let bpm = SLOWEST; bpm <= FASTEST; bpm *= STEP) {
    grid.push({ bpm, strength: tempogram.withMultiples(bpm) + 0.3 * tempogram.at(bpm / 2) });
  }
  const peaks = grid
    .filter(
      ({ strength }, index) =>
        strength >= (grid[index - 1]?.strength ?? 0) &&
        strength >= (grid[index + 1]?.strength ?? 0),
    )
    .sort((a, b) => b.strength - a.strength)
    .slice(0, PEAKS)
    .map(({ bpm }) => bpm);
  const tempi = [...peaks];
  for (const multiple of MULTIPLES) {
    for (const peak of peaks.slice(0, 2)) {
      const bpm = multiple * peak;
      if (bpm < SLOWEST || bpm > FASTEST) continue;
      if (tempi.every((other) => Math.abs(other / bpm - 1) >= SAME_TEMPO)) tempi.push(bpm);
    }
  }
  const mostWithMultiples = Math.max(...grid.map(({ bpm }) => tempogram.withMultiples(bpm)), 1e-9);
  if (hintBpm === undefined) return { tempi, mostWithMultiples };
  const near = tempi.filter((bpm) => Math.abs(bpm / hintBpm - 1) < HINT_REACH);
  return { tempi: near.length > 0 ? near : [hintBpm], mostWithMultiples };
}

/** The same row from the first attack to the last: beats added before, cut off on both sides. */
function fitted(
  beats: readonly number[],
  period: number,
  { first, last }: Envelopes,
): readonly number[] {
  const row = [...beats];
  while (row[0]! - period > first - EARLY) row.unshift(row[0]! - period);
  while (row.at(-1)! + period < last + LATE * period) row.push(row.at(-1)! + period);
  return row.filter((beat) => beat >= first - EARLY && beat <= last + LATE * period);
}
