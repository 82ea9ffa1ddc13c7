import { join } from "node:path";
import { hear, readMono, readTakes } from "./takes";
import { attacksF1, mean, rounded } from "./takes-score";

/**
 * How well what is played slowly can still be heard: attacks at 100, 50 and 25 %.
 *
 * usage: slowed-takes FOLDER [EVERY] (takes with their truth; every which of them, 1 for all)
 */
const [folder = "", every = "4"] = process.argv.slice(2);
const BLOCK = 128;

/** Plays samples as the audio thread does. */
async function played(
  samples: Float32Array,
  sampleRate: number,
  rate: number,
): Promise<Float32Array> {
  // What the audio thread offers the library.
  Object.assign(globalThis, { sampleRate, currentTime: 0 });
  const { openStretch } = await import("../../web/worklets/stretch-module");
  const { Stretched } = await import("../../web/worklets/stretched");
  const stretched = new Stretched(await openStretch(), sampleRate, 1);
  const source = (_: number, from: number, into: Float32Array) => {
    into.fill(0);
    const start = Math.max(0, from);
    const end = Math.min(samples.length, from + into.length);
    if (end > start) into.set(samples.subarray(start, end), start - from);
  };
  const out = new Float32Array(
    BLOCK * Math.ceil((samples.length / rate + stretched.latency) / BLOCK),
  );
  for (let at = 0; at < out.length; at += BLOCK) {
    const place = { at: at * rate, rate, semitones: 0 };
    stretched.render(source, place, [out.subarray(at, at + BLOCK)]);
  }
  return out.subarray(stretched.latency);
}

const figures: Record<string, Record<string, number[]>> = {};
const takes = readTakes(folder).filter((_, index) => index % Number(every) === 0);
for (const take of takes) {
  const { samples, sampleRate } = readMono(join(folder, take.file));
  for (const rate of [1, 0.5, 0.25]) {
    const slowed = await played(samples, sampleRate, rate);
    const { attacks } = hear({ samples: slowed, sampleRate });
    const heard = attacks.map(({ seconds }) => seconds * rate);
    const kind = take.drums ? "under drums" : take.kind === "strum" ? "strums" : "clean";
    ((figures[`${100 * rate} %`] ??= {})[kind] ??= []).push(attacksF1(take, heard));
  }
}
process.stdout.write(
  `${JSON.stringify(
    Object.fromEntries(
      Object.entries(figures).map(([speed, kinds]) => [
        speed,
        Object.fromEntries(
          Object.entries(kinds).map(([kind, values]) => [kind, rounded(mean(values))]),
        ),
      ]),
    ),
    undefined,
    2,
  )}\n`,
);
