import type { Gains, PlayPlan, TempoSteps } from "@intonazione/core/passage";
import {
  BACKING_PART,
  CLICK_PART,
  countInBefore,
  type Performance,
} from "@intonazione/core/playing";

/** What is played: everything through the form, the phrase at the cursor, or the selected bars of it. */
export const RANGES = ["phrase", "selection", "song"] as const;
export type PlayRange = (typeof RANGES)[number];

/** What sounds: what is written, the record, or the two together. */
export const SOURCES = ["strip", "take", "both"] as const;
export type PlaySource = (typeof SOURCES)[number];

export interface Fader {
  /** 0–1. */
  readonly volume: number;
  readonly isMuted: boolean;
  readonly isSolo: boolean;
}

export interface PlaySettings {
  /** The record is heard only where the take at hand is tied to the score. */
  readonly source: PlaySource;
  /** Between strip and take, where both sound: 0 is the strip alone, 1 the take alone. */
  readonly balance: number;
  /** The strip at the left and the take at the right. */
  readonly isSplit: boolean;
  readonly range: PlayRange;
  readonly isLooping: boolean;
  readonly hasCountIn: boolean;
  readonly hasClick: boolean;
  readonly hasBacking: boolean;
  /** In per cent of the song's tempo, 25–150. */
  readonly tempoPercent: number;
  /** What is added after so many rounds of a loop, and up to where; 0 adds nothing. */
  readonly stepPercent: number;
  readonly everyRounds: number;
  readonly toPercent: number;
  /** By part; a part that is not named plays at full volume. */
  readonly faders: Readonly<Record<string, Fader>>;
}

export const USUAL_SETTINGS: PlaySettings = {
  source: "strip",
  balance: 0.5,
  isSplit: false,
  range: "phrase",
  isLooping: false,
  hasCountIn: false,
  hasClick: false,
  hasBacking: false,
  tempoPercent: 100,
  stepPercent: 0,
  everyRounds: 4,
  toPercent: 100,
  faders: {},
};

export const OPEN_FADER: Fader = { volume: 0.8, isMuted: false, isSolo: false };

/** How loud every part is: a solo silences the parts beside it, not the click and the backing. */
export function gainsOf(settings: PlaySettings, partIds: readonly string[]): Gains {
  const faderOf = (id: string) => settings.faders[id] ?? OPEN_FADER;
  const hasSolo = partIds.some((id) => faderOf(id).isSolo);
  const gains = new Map<string, number>();
  for (const id of partIds) {
    const { volume, isMuted, isSolo } = faderOf(id);
    gains.set(id, isMuted || (hasSolo && !isSolo) ? 0 : volume);
  }
  gains.set(CLICK_PART, settings.hasClick ? 0.6 : 0);
  gains.set(BACKING_PART, settings.hasBacking ? 0.6 : 0);
  return gains;
}

/** @param startAt Where the first round begins, in seconds of the performance. */
export function planOf(
  settings: PlaySettings,
  { bars, passage }: Pick<Performance, "bars" | "passage">,
  startAt: number,
): PlayPlan {
  const first = bars.findLast(({ startSeconds }) => startSeconds <= startAt) ?? bars[0];
  return {
    from: 0,
    to: passage.seconds,
    startAt,
    isLooping: settings.isLooping,
    tempo: tempoOf(settings),
    ...(settings.hasCountIn && first && { countIn: countInBefore(first) }),
  };
}

/** Steps belong to a loop; what is played once keeps its tempo. */
export function tempoOf({
  isLooping,
  tempoPercent,
  stepPercent,
  everyRounds,
  toPercent,
}: PlaySettings): TempoSteps {
  return {
    start: tempoPercent / 100,
    step: isLooping ? stepPercent / 100 : 0,
    everyRounds,
    to: toPercent / 100,
  };
}

/** How loud and where strip and take are. */
export function balanceOf({ balance, isSplit }: PlaySettings): {
  readonly strip: { readonly gain: number; readonly pan: number };
  readonly take: { readonly gain: number; readonly pan: number };
} {
  return {
    strip: { gain: Math.min(1, 2 * (1 - balance)), pan: isSplit ? -1 : 0 },
    take: { gain: Math.min(1, 2 * balance), pan: isSplit ? 1 : 0 },
  };
}
