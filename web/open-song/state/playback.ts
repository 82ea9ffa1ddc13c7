import { USUAL_SETTINGS, type PlaySettings } from "../playback/settings";

export type PlayState =
  | { readonly kind: "stopped" }
  | { readonly kind: "preparing" }
  | {
      readonly kind: "playing";
      readonly round: number;
      readonly rate: number;
      readonly isCounting: boolean;
    }
  | { readonly kind: "failed" };

/** What is played and how, and whether it sounds just now. */
export interface PlaybackState {
  readonly settings: PlaySettings;
  readonly playing: PlayState;
}

export const STANDSTILL: PlaybackState = { settings: USUAL_SETTINGS, playing: { kind: "stopped" } };

export function isSounding({ playing }: PlaybackState): boolean {
  return playing.kind === "playing" || playing.kind === "preparing";
}
