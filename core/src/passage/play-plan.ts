import type { NoiseAct } from "./passage";

/** How a passage is played over and over. */
export interface PlayPlan {
  /** Seconds of the passage, from 0 to its end. */
  readonly from: number;
  readonly to: number;
  readonly isLooping: boolean;
  /** Where the first round begins; absent at `from`. */
  readonly startAt?: number;
  readonly tempo: TempoSteps;
  /** What is counted in before the first round, from 0, and how long that takes at full tempo. */
  readonly countIn?: { readonly seconds: number; readonly clicks: readonly NoiseAct[] };
}

/** Slow first, then faster by and by, as shares of the full tempo. */
export interface TempoSteps {
  /** 0.25–2. */
  readonly start: number;
  /** What each step adds; 0 stays at the start. */
  readonly step: number;
  /** Rounds before the next step. */
  readonly everyRounds: number;
  /** Where the steps end. */
  readonly to: number;
}

const MIN_TEMPO_SHARE = 0.25;
const MAX_TEMPO_SHARE = 2;

/** The share of the full tempo in the nth round, from 0. */
export function tempoInRound({ start, step, everyRounds, to }: TempoSteps, round: number): number {
  const steps = Math.floor(round / Math.max(1, everyRounds));
  const wanted = start + steps * step;
  const bounded = step > 0 ? Math.min(wanted, Math.max(start, to)) : wanted;
  return Math.min(MAX_TEMPO_SHARE, Math.max(MIN_TEMPO_SHARE, bounded));
}

/** Loudness of one part, 0–1; 0 is muted. */
export type Gains = ReadonlyMap<string, number>;

/** Where the playing stands. */
export interface PlayPosition {
  /** Seconds of the passage; negative while it is counted in. */
  readonly seconds: number;
  readonly round: number;
  /** Seconds of the passage that go by in one second. */
  readonly rate: number;
  readonly isDone: boolean;
}
