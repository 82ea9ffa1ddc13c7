import type { BarIndex } from "../foundation/bar-index";
import { intervalBetween, type Interval } from "../pitch/interval";
import { compare, type Fraction } from "../rhythm/fraction";
import { sonorities, type HeardNote, type Sonority } from "./heard";

/** Two parts at one moment, when either of them begins to sound. */
export interface HarmonicInterval {
  /** Index of the bar. */
  readonly bar: BarIndex;
  readonly onset: Fraction;
  /** Of each part the note that the interval is measured from: the upper one of a chord. */
  readonly one: HeardNote;
  readonly other: HeardNote;
  readonly interval: Interval;
  /** A semitone, or an octave more, between any of their notes. */
  readonly clash: boolean;
  /** Whether both begin here, rather than one going on. */
  readonly isTogether: boolean;
}

/** Two parts of a phrase interval by interval, wherever both sound. */
export function harmonyBetween(
  one: readonly HeardNote[],
  other: readonly HeardNote[],
): readonly HarmonicInterval[] {
  const a = sonorities(one);
  const b = sonorities(other);
  const moments: HarmonicInterval[] = [];
  let [i, j] = [-1, -1];
  while (i + 1 < a.length || j + 1 < b.length) {
    const [nextA, nextB] = [a[i + 1], b[j + 1]];
    const order = !nextA ? 1 : !nextB ? -1 : compareMoments(nextA, nextB);
    if (order <= 0) i++;
    if (order >= 0) j++;
    const at = order <= 0 ? nextA! : nextB!;
    const [ours, theirs] = [soundsOn(a[i], at.start), soundsOn(b[j], at.start)];
    if (ours.length === 0 || theirs.length === 0) continue;
    const [upper, below] = [ours.at(-1)!, theirs.at(-1)!];
    moments.push({
      bar: at.bar,
      onset: at.onset,
      one: upper,
      other: below,
      interval: intervalBetween(upper.pitch, below.pitch),
      clash: ours.some((x) => theirs.some((y) => isClash(x.midi, y.midi))),
      isTogether: order === 0,
    });
  }
  return moments;
}

function compareMoments(a: Sonority, b: Sonority): number {
  return a.bar - b.bar || compare(a.onset, b.onset);
}

function soundsOn(moment: Sonority | undefined, start: number): readonly HeardNote[] {
  return moment?.notes.filter(({ until }) => until > start + 1e-9) ?? [];
}

/** A semitone or a minor ninth; a major seventh is heard as colour. */
function isClash(one: number, other: number): boolean {
  const apart = Math.abs(one - other);
  return apart === 1 || apart === 13;
}

export interface Parallel {
  /** The interval that most of the moments share, like “third”. */
  readonly number: number;
  /** Its share of the moments, 0–1. */
  readonly share: number;
  /** Moments that leave it. */
  readonly leaving: readonly HarmonicInterval[];
}

/** At least so much of it has to be one interval to be called parallel. */
const PARALLEL_SHARE = 0.6;
const LEAST_MOMENTS = 4;

/** Whether two parts go in parallel, and where they leave it; undefined where they do not. */
export function parallelOf(moments: readonly HarmonicInterval[]): Parallel | undefined {
  const together = moments.filter(({ isTogether }) => isTogether);
  if (together.length < LEAST_MOMENTS) return undefined;
  const counts = new Map<number, number>();
  for (const { interval } of together) {
    const number = numberOf(interval);
    counts.set(number, (counts.get(number) ?? 0) + 1);
  }
  const [number, count] = [...counts].reduce((a, b) => (b[1] > a[1] ? b : a));
  const share = count / together.length;
  if (share < PARALLEL_SHARE) return undefined;
  return {
    number,
    share,
    leaving: together.filter(({ interval }) => numberOf(interval) !== number),
  };
}

function numberOf({ name }: Interval): number {
  return Number(name.at(-1));
}
