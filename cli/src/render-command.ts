import { extname } from "node:path";
import { BACKING_PART, CLICK_PART, gainsWith, perform } from "@intonazione/core/playing";
import type { Outcome } from "./commands";
import { Unusable } from "./failure";
import { integerOption, type Options } from "./options";
import { readSongFile, writeWhole } from "./song-files";
import { soundOf } from "./sound";

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
  const extras = options.values["with"]?.split(",") ?? [];
  const unknown = extras.find((word) => word !== CLICK_PART && word !== BACKING_PART);
  if (unknown !== undefined) throw new Unusable(`--with must be click or backing, got ${unknown}`);
  const { wav, seconds } = soundOf(file, passage, tempo, gainsWith(extras));
  writeWhole(target, wav);
  const output = {
    seconds,
    bars: bars.length,
    events: events.length,
  };
  return { file, findings, output };
}
