import { join } from "node:path";
import { findPulse } from "@intonazione/core/listening";
import { hear, hintFor, matched, momentsF1, readMono, readTakes, type TakeTruth } from "./takes";

/**
 * Holds what is heard of takes against what was played: attacks, reference, tempo, beats, bars.
 *
 * usage: hear-takes FOLDER [aside | known] (made by make_takes.py; `aside` is every third take, by
 * which nothing was fitted, `known` the others)
 */
const [folder = "", which] = process.argv.slice(2);
const takes = readTakes(folder).filter(
  (_, index) => which === undefined || (index % 3 === 2) === (which === "aside"),
);
const attacks: Record<string, number[]> = {};
const cents: number[] = [];
const tempo = { exact: [] as number[], octave: [] as number[], hinted: [] as number[] };
const beats = { found: [] as number[], hinted: [] as number[] };
const bars = { found: [] as number[], hinted: [] as number[] };
let [spent, heardSeconds] = [0, 0];

for (const take of takes) {
  const sound = readMono(join(folder, take.file));
  const begun = performance.now();
  const traces = hear(sound);
  const found = findPulse(traces);
  spent += performance.now() - begun;
  heardSeconds += take.duration_s;
  const hinted = findPulse(traces, hintFor(take));
  const kind = take.drums ? "under drums" : take.kind === "strum" ? "strums" : "clean";
  (attacks[kind] ??= []).push(
    attacksF1(
      take,
      traces.attacks.map(({ seconds }) => seconds),
    ),
  );
  if (take.detune_cents !== null) {
    cents.push(Math.abs((traces.reference?.cents ?? 100) - take.detune_cents));
  }
  const ratio = (found?.bpm ?? 0) / take.bpm;
  tempo.exact.push(Number(isNear(ratio, 1)));
  tempo.octave.push(Number([1 / 3, 1 / 2, 2 / 3, 1, 3 / 2, 2, 3].some((to) => isNear(ratio, to))));
  tempo.hinted.push(Number(isNear((hinted?.bpm ?? 0) / take.bpm, 1)));
  bars.found.push(momentsF1(take.downbeats, found?.downbeats ?? []));
  bars.hinted.push(momentsF1(take.downbeats, hinted?.downbeats ?? []));
  if (take.beats === null) continue;
  beats.found.push(momentsF1(take.beats, found?.beats ?? []));
  beats.hinted.push(momentsF1(take.beats, hinted?.beats ?? []));
}

const mean = (values: readonly number[]) =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
const quantile = (values: readonly number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.floor(share * (values.length - 1))];
process.stdout.write(
  `${JSON.stringify(
    {
      takes: takes.length,
      attacks: Object.fromEntries(
        Object.entries(attacks).map(([kind, values]) => [kind, rounded(mean(values))]),
      ),
      referenceCents: {
        median: rounded(quantile(cents, 0.5) ?? 0),
        nineInTen: rounded(quantile(cents, 0.9) ?? 0),
      },
      tempoPercent: {
        exact: rounded(100 * mean(tempo.exact)),
        butForOctave: rounded(100 * mean(tempo.octave)),
        exactWithHint: rounded(100 * mean(tempo.hinted)),
      },
      beatsF1: { found: rounded(mean(beats.found)), withHint: rounded(mean(beats.hinted)) },
      downbeatsF1: { found: rounded(mean(bars.found)), withHint: rounded(mean(bars.hinted)) },
      timesRealTime: Math.round((1000 * heardSeconds) / spent),
    },
    undefined,
    2,
  )}\n`,
);

/** As score.py counts; under drums, what the drums strike is not counted as heard besides. */
function attacksF1(take: TakeTruth, heard: readonly number[]): number {
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

function isNear(ratio: number, to: number): boolean {
  return Math.abs(ratio / to - 1) < 0.02;
}

function rounded(value: number): number {
  return Math.round(10 * value) / 10;
}
