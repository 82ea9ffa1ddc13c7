import type { TextTabReading } from "@intonazione/core/formats/text-tab";
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
