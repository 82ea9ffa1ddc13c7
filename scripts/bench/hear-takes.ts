import { join } from "node:path";
import { findPulse } from "@intonazione/core/listening";
import { hear, hintFor, momentsF1, readMono, readTakes } from "./takes";
import { attacksF1, mean, rounded } from "./takes-score";

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
const feel = { swing: [] as number[], straight: [] as number[] };
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
  const told = take.swing ? "swing" : "straight";
  feel[told].push(Number(hinted?.feel === told));
  if (take.beats === null) continue;
  beats.found.push(momentsF1(take.beats, found?.beats ?? []));
  beats.hinted.push(momentsF1(take.beats, hinted?.beats ?? []));
}

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
      feelWithHint: {
        swing: `${feel.swing.filter(Boolean).length} of ${feel.swing.length}`,
        straight: `${feel.straight.filter(Boolean).length} of ${feel.straight.length}`,
      },
      timesRealTime: Math.round((1000 * heardSeconds) / spent),
    },
    undefined,
    2,
  )}\n`,
);

function isNear(ratio: number, to: number): boolean {
  return Math.abs(ratio / to - 1) < 0.02;
}
