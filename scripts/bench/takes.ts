import { readFileSync } from "node:fs";
import { join } from "node:path";
import { TakeHearing, type TakeTraces } from "@intonazione/core/listening";
import { mixToMono, readWavFrames, readWavLayout } from "@intonazione/core/sound";

/** What was played in a take, as make_takes.py writes it down. */
export interface TakeTruth {
  readonly file: string;
  readonly kind: string;
  readonly instrument: "guitar" | "bass";
  readonly bpm: number;
  readonly meter: readonly [number, number];
  readonly swing: boolean;
  readonly beats: readonly number[] | null;
  readonly downbeats: readonly number[];
  readonly detune_cents: number | null;
  readonly drums: boolean;
  readonly duration_s: number;
  readonly notes: readonly { readonly on: number; readonly legato?: string }[];
}

export function readTakes(folder: string): readonly TakeTruth[] {
  return JSON.parse(readFileSync(join(folder, "truth.json"), "utf8")) as TakeTruth[];
}

/** The tempo as somebody says it who is off by up to 5 %, as score.py does. */
export function hintFor(take: TakeTruth): number {
  return Math.round(take.bpm * (1 + 0.05 * ((take.notes.length % 3) - 1)));
}

export interface Mono {
  readonly samples: Float32Array;
  readonly sampleRate: number;
}

export function readMono(file: string): Mono {
  const bytes = readFileSync(file);
  const layout = readWavLayout(bytes, bytes.length);
  if (!layout.ok) throw new Error(`${file}: ${layout.error.message}`);
  const { channels, frames, at, sampleRate } = layout.value;
  const samples = Array.from({ length: channels }, () => new Float32Array(frames));
  readWavFrames(bytes.subarray(at), layout.value, samples);
  return { samples: mixToMono(samples, frames, new Float32Array(frames)), sampleRate };
}

export function hear({ samples, sampleRate }: Mono): TakeTraces {
  const hearing = new TakeHearing(sampleRate);
  hearing.push(samples);
  return hearing.finish();
}

export const hearFile = (file: string) => hear(readMono(file));

/** Harmonic mean of precision and recall in percent; each truth takes the nearest that is left, as score.py does. */
export function momentsF1(
  truth: readonly number[],
  heard: readonly number[],
  tolerance = 0.07,
): number {
  const { hits } = matched(truth, heard, tolerance);
  return truth.length + heard.length > 0 ? (200 * hits) / (truth.length + heard.length) : 100;
}

/** How many of `truth` were heard, and what was heard besides. */
export function matched(truth: readonly number[], heard: readonly number[], tolerance: number) {
  const left = [...heard];
  let hits = 0;
  for (const moment of truth) {
    let nearest = -1;
    for (const [index, other] of left.entries()) {
      if (nearest < 0 || Math.abs(other - moment) < Math.abs(left[nearest]! - moment)) {
        nearest = index;
      }
    }
    if (nearest < 0 || Math.abs(left[nearest]! - moment) > tolerance) continue;
    hits += 1;
    left.splice(nearest, 1);
  }
  return { hits, left };
}
