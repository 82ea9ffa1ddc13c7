import { pickAttacks, type Attack } from "./attacks";
import { ChromaHearing } from "./chroma";
import { envelopesOf, type Envelopes } from "./envelope";
import { feelOf, type TakeFeel } from "./feel";
import { downbeatsOf, findBars } from "./find-bars";
import { findBeats } from "./find-beats";
import { NoveltyStream, type Novelty } from "./novelty";
import { PartialsStream } from "./partials";
import { ReferenceHearing, type Reference } from "./reference";
import { TuningsHearing, type TuningStretch } from "./tunings";

/** What is heard of a take before any note is. */
export interface HeardTake {
  readonly attacks: readonly Attack[];
  /** Absent where nothing with a pitch sounds. */
  readonly reference: Reference | undefined;
  /** Absent where there are too few attacks for a beat. */
  readonly pulse: Pulse | undefined;
}

/** The beats of a take and its bars. */
export interface Pulse {
  readonly bpm: number;
  /** Moments in seconds. */
  readonly beats: readonly number[];
  /** Those of the beats that begin a bar. */
  readonly downbeats: readonly number[];
  /** Beats a bar. */
  readonly metre: number;
  readonly feel: TakeFeel;
  /** How likely the tempo, and where bar lines lie, are right: 0–1. */
  readonly sure: number;
  readonly barsSure: number;
  /** Other tempi that may be meant, likelier ones first. */
  readonly others: readonly { readonly bpm: number; readonly sure: number }[];
}

/** What the streams hold when a take is through; beats can be found in it again, with another hint. */
export interface TakeTraces {
  readonly novelty: Novelty;
  readonly chroma: Float32Array;
  readonly attacks: readonly Attack[];
  readonly envelopes: Envelopes | undefined;
  readonly reference: Reference | undefined;
  /** Where its reference changes; one stretch at most where it does not. */
  readonly tunings: readonly TuningStretch[];
}

/**
 * Hears a take as it flows by: attacks, reference, beats and bars. Holds some 250 kB a minute of it,
 * whatever its rate and channels: 15 MB for an hour.
 */
export class TakeHearing {
  private readonly novelty: NoveltyStream;
  private readonly partials: PartialsStream;
  private readonly reference = new ReferenceHearing();
  private readonly tunings = new TuningsHearing();
  private readonly chroma = new ChromaHearing();

  constructor(sampleRate: number) {
    this.novelty = new NoveltyStream(sampleRate);
    this.partials = new PartialsStream(sampleRate, (partials) => {
      this.reference.hear(partials);
      this.tunings.hear(partials);
      this.chroma.hear(partials);
    });
  }

  /** @param block The next samples of all channels together, −1 to 1. */
  push(block: Float32Array): void {
    this.novelty.push(block);
    this.partials.push(block);
  }

  /** The stream is over then. */
  finish(): TakeTraces {
    const novelty = this.novelty.finish();
    this.partials.finish();
    const attacks = pickAttacks(novelty);
    return {
      novelty,
      attacks,
      chroma: this.chroma.values(),
      envelopes: envelopesOf(novelty, attacks),
      reference: this.reference.found(),
      tunings: this.tunings.found(),
    };
  }
}

/** @param hintBpm What somebody said or tapped. */
export function findPulse(
  { novelty, chroma, envelopes }: TakeTraces,
  hintBpm?: number,
): Pulse | undefined {
  if (!envelopes) return undefined;
  const rows = findBeats(envelopes, hintBpm);
  const best = rows[0];
  if (!best) return undefined;
  const bars = findBars(best.beats, 60 / best.bpm, envelopes, novelty.level, chroma);
  const guess = bars[0]!;
  return {
    bpm: best.bpm,
    beats: best.beats,
    downbeats: downbeatsOf(best.beats, guess),
    metre: guess.metre,
    feel: feelOf(best.beats, 60 / best.bpm, envelopes),
    sure: best.sure,
    barsSure: guess.sure,
    others: rows.slice(1).map(({ bpm, sure }) => ({ bpm, sure })),
  };
}
