import type {
  Pulse,
  Reference,
  Transposition,
  TuningStretch,
  WrittenNote,
} from "@intonazione/core/listening";
import type { Waveform } from "@intonazione/core/sound";
import type { RecordingProblem } from "@/media/recording-problem";

/** What is known of a take as soon as it is opened. */
export interface TakeFacts {
  readonly seconds: number;
  readonly channels: number;
  readonly type: string;
  readonly hasPicture: boolean;
}

/** What is heard of a take before any note is, but for its beats, which a hint may change. */
export interface HeardBefore {
  readonly attacks: readonly number[];
  readonly reference: Reference | undefined;
  readonly pulse: Pulse | undefined;
  readonly tunings: readonly TuningStretch[];
  /** Nothing louder than a whisper is in it. */
  readonly isSilent: boolean;
}

/** Red, green and blue, 0–255 each. */
export type Ink = readonly [number, number, number];

/** A tile of the pitch picture in ink on nothing, high pitches at the top. */
export interface DrawnTile {
  readonly bitmap: ImageBitmap;
  /** False while some of it has not been heard yet. */
  readonly isWhole: boolean;
}

/** Hears and draws the take at hand. */
export interface TakeEar {
  /** @param takeId What is heard of it is kept under. */
  open(takeId: string, file: Blob): Promise<TakeFacts | RecordingProblem>;
  waveform(): Promise<Waveform>;
  /** @param onProgress Told how much is done, 0–1. */
  hear(onProgress: (done: number) => void): Promise<HeardBefore>;
  /** The beats again, with what somebody said or tapped. */
  pulse(hintBpm: number | undefined): Pulse | undefined;
  /** How far what sounds lies from what is written along it; once it was heard. */
  transposition(notes: readonly WrittenNote[]): Transposition | undefined;
  /** A tile of the pitch picture; of coarser levels as much as was heard so far. */
  tile(level: number, index: number, ink: Ink): Promise<DrawnTile | undefined>;
}
