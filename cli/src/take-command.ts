import { findPulse, TakeHearing } from "@intonazione/core/listening";
import { performance } from "node:perf_hooks";
import { fileArgument } from "./commands";
import { Unusable } from "./failure";
import { capoOption, numberOption, tuningOption, type Options } from "./options";
import { openSound } from "./sound-files";

const SLOWEST_BPM = 20;
const FASTEST_BPM = 400;

/**
 * What is heard of a take before any note is: reference, tempo, beats and attacks.
 * The file flows by in blocks: its sound never lies in memory whole.
 * @throws Unusable when there is no sound in the file that can be read here.
 */
export async function take(options: Options) {
  const file = fileArgument(options, 1, "take FILE");
  // The strings are asked for by what finds notes; what is heard here does not depend on them.
  tuningOption(options, "strings");
  capoOption(options, "capo");
  const hintBpm = numberOption(options, "bpm", SLOWEST_BPM, FASTEST_BPM);
  const begun = performance.now();
  const sound = await openSound(file);
  const hearing = new TakeHearing(sound.sampleRate);
  let samples = 0;
  try {
    for await (const block of sound.blocks()) {
      hearing.push(block);
      samples += block.length;
    }
  } finally {
    await sound.close();
  }
  if (samples === 0) throw new Unusable(`${file}: there is no sound in it`);
  const traces = hearing.finish();
  const pulse = findPulse(traces, hintBpm);
  return {
    seconds: rounded((performance.now() - begun) / 1000),
    duration: rounded(samples / sound.sampleRate),
    channels: sound.channels,
    referenceCents: traces.reference ? rounded(traces.reference.cents, 1) : null,
    referenceSure: traces.reference ? rounded(traces.reference.sure, 2) : 0,
    tempo: pulse
      ? {
          bpm: rounded(pulse.bpm, 2),
          beats: pulse.beats.map((beat) => rounded(beat)),
          downbeats: pulse.downbeats.map((beat) => rounded(beat)),
          metre: `${pulse.metre}/4`,
          feel: pulse.feel,
        }
      : null,
    attacks: traces.attacks.map(({ seconds }) => rounded(seconds)),
  };
}

function rounded(value: number, digits = 3): number {
  return Math.round(value * 10 ** digits) / 10 ** digits;
}
