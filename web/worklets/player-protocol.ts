import type { Passage, PlayPlan } from "@intonazione/core/passage";

/** What the audio thread plays, as it is handed over once. */
export interface PlayerOptions {
  readonly passage: Passage;
  readonly plan: PlayPlan;
  readonly gains: readonly (readonly [string, number])[];
  /** The frame of the audio clock at which it begins; before that it is silent. */
  readonly startFrame: number;
}

/** To the audio thread. */
export type PlayerAct = {
  readonly kind: "gains";
  readonly gains: readonly (readonly [string, number])[];
};

/** From the audio thread: where the playing stands at a frame of the audio clock, whenever that turns. */
export interface PlayerTurn {
  readonly frame: number;
  /** Of the passage; negative while it is counted in. */
  readonly seconds: number;
  readonly rate: number;
  /** From 0. */
  readonly round: number;
  readonly isDone: boolean;
}

/** Where the bundle lies; made from `player.worklet.ts` by every build. */
export const PLAYER_MODULE = "/worklets/player.js";
