import type { BarIndex } from "@intonazione/core/foundation";
import type { CalloutContext } from "@intonazione/core/callout";
import type { OpenedTalk } from "@intonazione/core/formats/captions";
import type { TextTabReading } from "@intonazione/core/formats/text-tab";
import type { Gains, Passage } from "@intonazione/core/passage";
import type { BandWishes, Performance } from "@intonazione/core/playing";
import type { TakeMap } from "@intonazione/core/takes";
import type { PlayWishes } from "@intonazione/core/sounding";
import type { Advice, Profile, WeighedPlace, Wishes } from "@intonazione/core/placement";
import type { MovedSong, RemapHow, RemappedPart, Target } from "@intonazione/core/remap";
import type { Bar, Line, Part, Song } from "@intonazione/core/score";
import type { TuningRequest, TuningSearchResult } from "@intonazione/core/tuning-finder";
import type { Capo, InstrumentFamily, Tuning } from "@intonazione/core/instrument";

import type { OpenedFile, WantedVoices } from "./read-files";

export interface LineAddress {
  readonly phraseId: string;
  readonly partId: string;
}

export interface AdviceRequest {
  readonly wishes: Wishes;
  readonly profile: Profile;
  /** The only bar to be placed, by index; the whole phrase where it is left out. */
  readonly onlyBar?: BarIndex;
  /** How many ways; 3 where it is left out. */
  readonly count?: number;
}

/** A take of the bench band, and where its beats are. */
export interface BandFile {
  readonly wav: Uint8Array<ArrayBuffer>;
  readonly map: TakeMap;
}

/** Everything that is computed off the main thread. */
export interface Desk {
  remapPart(song: Song, part: Part, to: Target, how?: RemapHow): RemappedPart;
  /** The best ways to place a phrase of a part where it stands, or only one of its bars. */
  advise(song: Song, at: LineAddress, request: AdviceRequest): Advice;
  /** A way that was chosen for a line, and the suggestions behind it placed anew after it. */
  carryOn(song: Song, at: LineAddress, bars: readonly Bar[], profile: Profile): readonly Line[];
  /** What each place of one note would cost its line. */
  weighPlaces(
    song: Song,
    at: LineAddress,
    noteId: string,
    profile: Profile,
  ): readonly WeighedPlace[];
  /** Works out the hands of a part beforehand, as far as a moment of idleness goes. @returns whether all. */
  warmUp(song: Song, partId: string, profile: Profile): boolean;
  findTuning(request: TuningRequest): TuningSearchResult;
  perform(song: Song, wishes: PlayWishes): Performance;
  /** The passage as a WAV file. `onProgress` is told how much of it is done, 0–1. */
  renderWav(
    passage: Passage,
    gains: Gains,
    tempo: number,
    onProgress: (done: number) => void,
  ): Promise<Uint8Array>;
  /** The song as the bench band plays it, as a WAV file; undefined where nothing is written. */
  benchBand(song: Song, wishes: BandWishes): BandFile | undefined;
  /** Reads any file that may hold a song, as far as it goes. */
  openFile(name: string, bytes: Uint8Array, wanted: WantedVoices): OpenedFile;
  /** What can be played of a talk, phrase by phrase. */
  openTalk(text: string, context: CalloutContext): OpenedTalk;
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
