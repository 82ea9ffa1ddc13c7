import type { Gains, Passage } from "@intonazione/core/passage";
import { renderPassage, writeWav } from "@intonazione/core/synthesis";
import { Unusable } from "./failure";

const SAMPLE_RATE = 44_100;
const MAX_SECONDS = 3600;

export interface Sound {
  readonly wav: Uint8Array;
  readonly seconds: number;
}

/**
 * A passage as a WAV file.
 * @param tempo 1 is as written
 * @throws Unusable when it lasts longer than an hour.
 */
export function soundOf(file: string, passage: Passage, tempo: number, gains: Gains): Sound {
  if (passage.seconds / tempo > MAX_SECONDS) {
    throw new Unusable(
      `${file}: lasts ${Math.round(passage.seconds / tempo)} s, at most ${MAX_SECONDS} can be rendered`,
    );
  }
  const steps = renderPassage(passage, tempo, SAMPLE_RATE, gains);
  let step = steps.next();
  while (!step.done) step = steps.next();
  const seconds = Math.round((1000 * step.value.length) / SAMPLE_RATE) / 1000;
  return { wav: writeWav([step.value], SAMPLE_RATE), seconds };
}
