import type { TextTabReading } from "@intonazione/core/formats/text-tab";
import type { Gains, Passage } from "@intonazione/core/audio";
import type { Performance, PlayWishes } from "@intonazione/core/playing";
import type { MovedSong, RemappedPart } from "@intonazione/core/remap";
import type { Part, Song } from "@intonazione/core/score";
import type { Capo, Instrument, InstrumentFamily, Tuning } from "@intonazione/core/instrument";

/** Everything that is computed off the main thread. */
export interface Desk {
  remapPart(
    song: Song,
    part: Part,
    to: { readonly instrument: Instrument; readonly capo: Capo },
  ): RemappedPart;
  perform(song: Song, wishes: PlayWishes): Performance;
  /** The passage as a WAV file. `onProgress` is told how much of it is done, 0–1. */
  renderWav(
    passage: Passage,
    gains: Gains,
    tempo: number,
    onProgress: (done: number) => void,
  ): Promise<Uint8Array>;
  moveSong(song: Song, semitones: number): MovedSong;
  readTextTab(
    text: string,
    options: {
      readonly tuning?: Tuning;
      readonly family?: InstrumentFamily;
      readonly capo?: Capo;
    },
  ): TextTabReading;
}
