import { writeFileSync } from "node:fs";
import { extname } from "node:path";
import { renderPassage, writeWav } from "@intonazione/core/audio";
import { BACKING_PART, CLICK_PART, perform } from "@intonazione/core/playing";
import type { Outcome } from "./commands";
import { Unusable } from "./failure";
import { integerOption, type Options } from "./options";
import { readSongFile } from "./song-files";

const SAMPLE_RATE = 44_100;
const MAX_SECONDS = 3600;

/** A song as a WAV file, played through its form by the string model. */
export function render(options: Options): Outcome {
  const [file, target] = options.words;
  if (file === undefined || target === undefined || options.words.length !== 2) {
    throw new Unusable("expected render IN OUT.wav");
  }
  if (extname(target).toLowerCase() !== ".wav")
    throw new Unusable(`${target}: sound files end in .wav`);
  const tempo = (integerOption(options, "tempo", 25, 150) ?? 100) / 100;
  const { song, findings } = readSongFile(file);
  const { passage, events, bars } = perform(song);
  if (passage.seconds / tempo > MAX_SECONDS) {
    throw new Unusable(
      `${file}: lasts ${Math.round(passage.seconds / tempo)} s, at most ${MAX_SECONDS} can be rendered`,
    );
  }
  const extras = options.values["with"]?.split(",") ?? [];
  const unknown = extras.find((word) => word !== CLICK_PART && word !== BACKING_PART);
  if (unknown !== undefined) throw new Unusable(`--with must be click or backing, got ${unknown}`);
  const gains = new Map(
    [CLICK_PART, BACKING_PART].map((id) => [id, extras.includes(id) ? 1 : 0] as const),
  );
  const steps = renderPassage(passage, tempo, SAMPLE_RATE, gains);
  let step = steps.next();
  while (!step.done) step = steps.next();
  try {
    writeFileSync(target, writeWav(step.value, SAMPLE_RATE));
  } catch (error) {
    throw new Unusable(
      `${target}: ${error instanceof Error ? error.message : "cannot be written"}`,
    );
  }
  const output = {
    seconds: Math.round((1000 * step.value.length) / SAMPLE_RATE) / 1000,
    bars: bars.length,
    events: events.length,
  };
  return { file, findings, output };
}
