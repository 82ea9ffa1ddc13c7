import type { BarIndex } from "../foundation/bar-index";
import type { PitchClass } from "../pitch/pitch";
import { correlation, profileOf } from "./key-profile";
import { scaleKind, SCALES, tonicNear, type Scale, type ScaleKind } from "./scale";

/** One note as evidence for a key. */
export interface KeyNote {
  readonly midi: number;
  /** How much it counts: its length, and where in the bar it falls. Above 0. */
  readonly weight: number;
  /** Number of its bar, for the evidence. */
  readonly bar: BarIndex;
  /** Whether it begins its bar. */
  readonly isOnDownbeat: boolean;
  /** Notes of one chord are one moment; equal numbers sound together, later ones follow. */
  readonly moment: number;
}

/** One key that the notes may be in. */
export interface KeyReading {
  readonly scale: Scale;
  /** 0–1. */
  readonly score: number;
  /** How the profile fits by itself, −1 to 1. */
  readonly correlation: number;
  /** The share of the weight that lies within the scale, 0–1. */
  readonly within: number;
}

/** What a key is called clear by; judgements. */
const CLEAR_SCORE = 0.58;
const CLEAR_CORRELATION = 0.45;
const LEAST_WITHIN = 0.72;
const LEAST_CLASSES = 3;
const LEAST_NOTES = 4;
/** A mode is told from the plain scale by a note or two: fewer notes than these are no evidence. */
const LEAST_NOTES_OF_MODE = 8;

/** Scales of other than seven notes are named only where nearly all of their notes are played. */
const MOST_UNPLAYED: Readonly<Partial<Record<number, number>>> = { 5: 0, 6: 0, 8: 0 };

/** A degree that tells a mode from the plain scale has to be more than a passing note. */
const THIN = 0.03;
const AGAINST_THIN = 0.04;

interface PitchWeights {
  readonly weights: readonly number[];
  readonly total: number;
  /** By pitch class, 0–1: how much begins, ends and stands lowest on the downbeats. */
  readonly anchors: readonly number[];
}

/**
 * The keys and modes that notes may be in, the likeliest first: the correlation with a key profile
 * (the Krumhansl–Schmuckler method) for every scale on every tonic, how much of the weight lies
 * within the scale, how many of its notes are played, and what the line begins, rests and ends on.
 * The mix of these is ours.
 * @param near What the names are spelled close to, where two are as good.
 * @returns empty where there is no note.
 */
export function rankKeys(notes: readonly KeyNote[], near?: PitchClass): readonly KeyReading[] {
  if (notes.length === 0) return [];
  const heard = hear(notes);
  const readings: (Omit<KeyReading, "scale"> & {
    readonly kind: ScaleKind;
    readonly tonic: number;
  })[] = [];
  for (const kind of SCALES) {
    const profile = profileOf(kind);
    for (let tonic = 0; tonic < 12; tonic++) {
      const reading = readingOf(kind, tonic, profile, heard);
      if (reading) readings.push({ ...reading, kind, tonic });
    }
  }
  return readings
    .sort((a, b) => b.score - a.score)
    .slice(0, 12)
    .map(({ kind, tonic, ...reading }) => ({
      ...reading,
      score: Math.round(1000 * Math.min(1, Math.max(0, reading.score))) / 1000,
      scale: { tonic: tonicNear(tonic, kind.name, near), name: kind.name },
    }));
}

/** The best reading where it is clear: enough notes, and a profile that fits. */
export function clearKey(
  readings: readonly KeyReading[],
  notes: readonly KeyNote[],
): KeyReading | undefined {
  const [best] = readings;
  const classes = new Set(notes.map(({ midi }) => midi % 12)).size;
  if (!best || notes.length < LEAST_NOTES || classes < LEAST_CLASSES) return undefined;
  if (scaleKind(best.scale.name).telling.length > 0 && notes.length < LEAST_NOTES_OF_MODE) {
    return undefined;
  }
  const isClear =
    best.score >= CLEAR_SCORE &&
    best.correlation >= CLEAR_CORRELATION &&
    best.within >= LEAST_WITHIN;
  return isClear ? best : undefined;
}

function hear(notes: readonly KeyNote[]): PitchWeights {
  const weights = new Array<number>(12).fill(0);
  let total = 0;
  for (const { midi, weight } of notes) {
    weights[midi % 12]! += weight;
    total += weight;
  }
  const lowest = lowestByMoment(notes);
  const anchors = new Array<number>(12).fill(0);
  const downbeats = lowest.filter(({ isOnDownbeat }) => isOnDownbeat);
  for (const { midi } of downbeats) anchors[midi % 12]! += 0.35 / downbeats.length;
  anchors[lowest[0]!.midi % 12]! += 0.25;
  anchors[lowest.at(-1)!.midi % 12]! += 0.4;
  return { weights, total, anchors };
}

function lowestByMoment(notes: readonly KeyNote[]): readonly KeyNote[] {
  const lowest: KeyNote[] = [];
  for (const note of notes) {
    const last = lowest.at(-1);
    if (last?.moment !== note.moment) lowest.push(note);
    else if (note.midi < last.midi) lowest[lowest.length - 1] = note;
  }
  return lowest;
}

function readingOf(
  { semitones, prior, telling }: ScaleKind,
  tonic: number,
  profile: readonly number[],
  { weights, total, anchors }: PitchWeights,
): Omit<KeyReading, "scale"> | undefined {
  let inside = 0;
  let played = 0;
  for (const step of semitones) {
    const weight = weights[(tonic + step) % 12]!;
    inside += weight;
    if (weight > 0) played++;
  }
  if (semitones.length - played > (MOST_UNPLAYED[semitones.length] ?? semitones.length)) {
    return undefined;
  }
  const thin = telling.filter((step) => weights[(tonic + step) % 12]! < THIN * total).length;
  const within = inside / total;
  const fit = correlation(weights, profile, tonic);
  const score =
    0.35 * fit +
    0.3 * Math.max(0, 1 - 3 * (1 - within)) +
    0.12 * (played / semitones.length) +
    0.28 * anchors[tonic]! -
    AGAINST_THIN * thin -
    prior;
  return { score, correlation: fit, within };
}
