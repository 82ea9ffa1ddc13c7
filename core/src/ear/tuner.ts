import type { StringTarget } from "../neck/targets";
import { centsBetween, STANDARD_REFERENCE_HZ } from "../pitch/frequency";
import { midi, type Midi } from "../pitch/pitch";

/** What a tuner says of one tone. */
export interface TunerReading {
  readonly hz: number;
  /** The string that was meant: the nearest one, or the chosen one. */
  readonly target: StringTarget;
  /** How far above its target, in cents. */
  readonly cents: number;
  /** The note that sounds, whatever string it was meant for, and how far above it. */
  readonly midi: Midi;
  readonly noteCents: number;
  readonly verdict: TunerVerdict;
}

export type TunerVerdict = "in-tune" | "flat" | "sharp" | "another-note";

/** Nearer than this nobody hears the difference on a plucked string, in cents. */
export const IN_TUNE_CENTS = 2;
/** Further than this it is another note, in cents. */
const ANOTHER_NOTE_CENTS = 250;

/**
 * Reads a tone against what the strings shall sound.
 * @param chosen The string that is being tuned; absent takes the nearest one.
 * @returns undefined when there is no target, or the tone lies outside of what strings sound.
 */
export function readTuner(
  hz: number,
  targets: readonly StringTarget[],
  { referenceHz = STANDARD_REFERENCE_HZ, chosen }: TunerOptions = {},
): TunerReading | undefined {
  const semitones = 69 + centsBetween(referenceHz, hz) / 100;
  const nearest = Math.round(semitones);
  const target =
    chosen === undefined
      ? nearestTarget(hz, targets)
      : targets.find(({ string }) => string === chosen);
  if (!target || !(nearest >= 0 && nearest <= 127)) return undefined;
  const cents = centsBetween(target.hz, hz);
  return {
    hz,
    target,
    cents,
    midi: midi(nearest),
    noteCents: 100 * (semitones - nearest),
    verdict: verdictOf(cents),
  };
}

export interface TunerOptions {
  readonly referenceHz?: number;
  readonly chosen?: number;
}

function nearestTarget(hz: number, targets: readonly StringTarget[]): StringTarget | undefined {
  const distance = (target: StringTarget) => Math.abs(centsBetween(target.hz, hz));
  return targets.reduce<StringTarget | undefined>(
    (best, target) => (best && distance(best) <= distance(target) ? best : target),
    undefined,
  );
}

function verdictOf(cents: number): TunerVerdict {
  if (Math.abs(cents) <= IN_TUNE_CENTS) return "in-tune";
  if (Math.abs(cents) > ANOTHER_NOTE_CENTS) return "another-note";
  return cents < 0 ? "flat" : "sharp";
}

/** The middle one of the last readings: one stray window moves nothing. */
export class SteadyPitch {
  private readonly recent: number[] = [];

  constructor(private readonly size = 5) {}

  /** @returns the steady pitch in Hz; undefined until three windows agree within half a semitone. */
  add(hz: number | undefined): number | undefined {
    if (hz === undefined) {
      this.recent.length = 0;
      return undefined;
    }
    const last = this.recent.at(-1);
    // Another string: the old ones say nothing of it.
    if (last !== undefined && Math.abs(centsBetween(last, hz)) > 50) this.recent.length = 0;
    this.recent.push(hz);
    if (this.recent.length > this.size) this.recent.shift();
    if (this.recent.length < 3) return undefined;
    const sorted = [...this.recent].sort((a, b) => a - b);
    return sorted[Math.floor(sorted.length / 2)];
  }
}
