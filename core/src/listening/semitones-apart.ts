import { PARTIALS_RATE } from "./partials";

/** A note that is written where the take has it: seconds and a MIDI number. */
export interface WrittenNote {
  readonly from: number;
  readonly to: number;
  readonly midi: number;
}

/** How far what sounds lies from what is written. */
export interface Transposition {
  /** −6 to 5: octaves cannot be told apart by this. */
  readonly semitones: number;
  /** 0–1: by how much more it fits than the next likely one. */
  readonly sure: number;
}

/** A note's own pitch class, its fifth (third partial) and its third (fifth partial), and how loud. */
const PARTIALS: readonly (readonly [interval: number, weight: number])[] = [
  [0, 1],
  [7, 0.3],
  [4, 0.15],
];
const FEWEST_NOTES = 8;
/** What is struck is noise at first, and a long note is over before it ends. */
const AFTER_SECONDS = 0.05;
const MOST_SECONDS = 0.6;

/**
 * Finds by how many semitones a take lies apart from the notes that are written along it: the shift
 * under which the pitch classes that sound fit best to those that should, as keys are found by profiles
 * (Gómez, Tonal description of polyphonic audio, 2006).
 * @param chroma Twelve numbers a frame of partials, C first.
 * @returns undefined where too few notes are written or nothing sounds
 */
export function semitonesApart(
  chroma: Float32Array,
  notes: readonly WrittenNote[],
): Transposition | undefined {
  if (notes.length < FEWEST_NOTES) return undefined;
  const heard = new Float64Array(12 * 12);
  // For each written pitch class, what sounds while it is held.
  for (const { from, to, midi } of notes) {
    const first = Math.ceil((from + AFTER_SECONDS) * PARTIALS_RATE);
    const last = Math.min(to, from + MOST_SECONDS) * PARTIALS_RATE;
    const written = ((midi % 12) + 12) % 12;
    for (let frame = first; frame <= last && 12 * frame + 12 <= chroma.length; frame++) {
      const sum = soundIn(chroma, frame);
      for (let pitch = 0; pitch < 12 && sum > 0; pitch++) {
        heard[12 * written + pitch]! += chroma[12 * frame + pitch]! / sum;
      }
    }
  }
  const total = heard.reduce((sum, amount) => sum + amount, 0);
  if (total === 0) return undefined;
  const fits = Array.from({ length: 12 }, (_, shift) => fitOf(heard, shift) / total);
  const order = [...fits.keys()].sort((a, b) => fits[b]! - fits[a]!);
  const [best, next] = [order[0]!, order[1]!];
  return {
    semitones: best > 5 ? best - 12 : best,
    sure: Math.min(1, (fits[best]! - fits[next]!) / fits[best]!),
  };
}

function soundIn(chroma: Float32Array, frame: number): number {
  let sum = 0;
  for (let pitch = 0; pitch < 12; pitch++) sum += chroma[12 * frame + pitch]!;
  return sum;
}

function fitOf(heard: Float64Array, shift: number): number {
  let fit = 0;
  for (let written = 0; written < 12; written++) {
    for (const [interval, weight] of PARTIALS) {
      fit += weight * heard[12 * written + ((written + interval + shift) % 12)]!;
    }
  }
  return fit;
}
