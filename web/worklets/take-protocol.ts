import type { TakePlan } from "@intonazione/core/takes";

/** To the audio thread. */
export type TakeAct =
  /** Where the sound comes from: a port that answers `SoundWish` with `SoundPiece`. */
  | { readonly kind: "supply"; readonly port: MessagePort }
  /** Plays from a moment, in seconds of the take, at once; or only has its sound brought. */
  | {
      readonly kind: "play" | "get-ready";
      readonly plan: TakePlan;
      readonly cents: number;
      readonly at: number;
    }
  /** Goes on another way from where it stands. */
  | { readonly kind: "change"; readonly plan: TakePlan; readonly cents: number }
  | { readonly kind: "seek"; readonly at: number }
  | { readonly kind: "stop" }
  /** What was supplied is heard otherwise now, and has to be asked for again. */
  | { readonly kind: "stale" }
  /** Beats to be clicked at, in seconds of the take, in order; those that begin a bar are accented. */
  | {
      readonly kind: "clicks";
      readonly beats: Float64Array;
      readonly isAccented: Uint8Array;
      readonly gain: number;
    }
  | { readonly kind: "gain"; readonly gain: number; readonly pan: number };

/** From the audio thread: where the playing stands from a frame of the audio clock on. */
export interface TakeTurn {
  readonly frame: number;
  readonly seconds: number;
  /** 0 while it waits for sound. */
  readonly rate: number;
  readonly round: number;
  readonly isDone: boolean;
}

/** From the audio thread to the supply: a piece that is wanted, by its number. */
export interface SoundWish {
  readonly piece: number;
}

/** Piece `piece` holds the samples from `piece · PIECE_SECONDS` on. */
export interface SoundPiece {
  readonly piece: number;
  readonly channels: readonly Float32Array[];
}

/** Whole tenths, so that a piece is a whole number of samples at every usual rate. */
export const PIECE_SECONDS = 1;

/** Where the bundle lies; made from `take.worklet.ts` by every build. */
export const TAKE_MODULE = "/worklets/take.js";
