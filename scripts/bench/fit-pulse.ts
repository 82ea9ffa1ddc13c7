import { writeFileSync } from "node:fs";
import { join } from "node:path";
import {
  BAR_EVIDENCE,
  barGuesses,
  BEAT_EVIDENCE,
  beatRows,
  downbeatsOf,
  judge,
  type Weights,
} from "@intonazione/core/listening";
import { hintFor, momentsF1, readTakes, hearFile, type TakeTruth } from "./takes";

/**
 * Fits the weights by which beats and bars are judged to takes whose truth is known, and writes them.
 *
 * usage: fit-pulse FOLDER... (made by make_takes.py). Folders that end in ":2" keep every third take aside.
 */
interface Candidate {
  readonly evidence: readonly number[];
  readonly isRight: boolean;
}

const STEPS = 800;
const RATE = 0.02;
const SHRINKAGE = 3;
const folders = process.argv.slice(2);
const beatSets: (readonly Candidate[])[] = [];
const barSets: (readonly Candidate[])[] = [];

for (const [folder, keepsAside] of folders.map(
  (folder) => [folder.replace(/:2$/, ""), folder.endsWith(":2")] as const,
)) {
  for (const [index, take] of readTakes(folder).entries()) {
    if (keepsAside && index % 3 === 2) continue;
    const traces = hearFile(join(folder, take.file));
    if (!traces.envelopes) continue;
    beatSets.push(
      beatRows(traces.envelopes).map(({ bpm, beats, evidence }) => ({
        evidence,
        isRight:
          isRightTempo(take, bpm) && (take.beats === null || momentsF1(take.beats, beats) > 75),
      })),
    );
    const rows = beatRows(traces.envelopes, hintFor(take));
    const right = rows.find(
      ({ bpm, beats }) =>
        take.beats !== null && isRightTempo(take, bpm) && momentsF1(take.beats, beats) > 75,
    );
    if (!right) continue;
    const guesses = barGuesses(
      right.beats,
      60 / right.bpm,
      traces.envelopes,
      traces.novelty.level,
      traces.chroma,
    ).map(({ evidence, metre, phase }) => {
      const downbeats = downbeatsOf(right.beats, { metre, phase });
      return { evidence, f1: momentsF1(take.downbeats, downbeats) };
    });
    const best = Math.max(...guesses.map(({ f1 }) => f1));
    if (best > 70) {
      barSets.push(guesses.map(({ evidence, f1 }) => ({ evidence, isRight: f1 > best - 5 })));
    }
  }
}

write("beat", BEAT_EVIDENCE, fit(beatSets));
write("bar", BAR_EVIDENCE, fit(barSets));

function isRightTempo(take: TakeTruth, bpm: number): boolean {
  return Math.abs(bpm / take.bpm - 1) < 0.02;
}

/** Gradient ascent on the likelihood of the right ones, with weights drawn towards 0. */
function fit(sets: readonly (readonly Candidate[])[]): Weights {
  const rows = sets.flat().map(({ evidence }) => evidence);
  const count = rows[0]!.length;
  const each = (of: (index: number) => number) => Array.from({ length: count }, (_, at) => of(at));
  const mean = each((at) => rows.reduce((sum, row) => sum + row[at]!, 0) / rows.length);
  const spread = each(
    (at) =>
      Math.sqrt(rows.reduce((sum, row) => sum + (row[at]! - mean[at]!) ** 2, 0) / rows.length) || 1,
  );
  let weight = each(() => 0);
  const usable = sets.filter((set) => set.some(({ isRight }) => isRight));
  for (let step = 0; step < STEPS; step++) {
    const gradient = weight.map((value) => -SHRINKAGE * value);
    for (const set of usable) {
      const shares = judge(
        set.map(({ evidence }) => evidence),
        { weight, mean, spread },
      );
      const right = set.reduce((sum, { isRight }, at) => sum + (isRight ? shares[at]! : 0), 0);
      for (const [at, { evidence, isRight }] of set.entries()) {
        const pull = (isRight ? shares[at]! / right : 0) - shares[at]!;
        for (let index = 0; index < count; index++) {
          gradient[index]! += (pull * (evidence[index]! - mean[index]!)) / spread[index]!;
        }
      }
    }
    weight = weight.map((value, at) => value + (RATE * gradient[at]!) / Math.sqrt(usable.length));
  }
  return { weight, mean, spread };
}

function write(name: string, words: readonly string[], { weight, mean, spread }: Weights): void {
  const list = (values: readonly number[]) => values.map((value) => Number(value.toPrecision(4)));
  const text = `import type { Weights } from "./judge";

/** Fitted by scripts/bench/fit-pulse.ts, in the order of ${name.toUpperCase()}_EVIDENCE. */
export const ${name.toUpperCase()}_WEIGHTS: Weights = {
  weight: [${list(weight)
    .map((value, at) => `\n    ${value}, // ${words[at]}`)
    .join("")}
  ],
  mean: [${list(mean).join(", ")}],
  spread: [${list(spread).join(", ")}],
};
`;
  writeFileSync(`core/src/listening/${name}-weights.data.ts`, text);
}
