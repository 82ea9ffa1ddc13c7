import type { MidiNote } from "./midi-notes";

/** From which velocity on a note of a voice is accented, and below which it is a ghost. */
export interface Loudness {
  readonly accent: number;
  readonly ghost: number;
}

/** So much louder than the middle of its voice a note is struck on purpose, in steps of velocity. */
const LOUDER = 20;
/** Where more notes than this stand out, it is how somebody plays, and none is an accent. */
const MOST_ACCENTS = 1 / 6;
/** A program writes few different velocities; each of them means something. */
const FEW_VELOCITIES = 5;
/** What programs accent and ghost by, where they write few velocities. */
const WRITTEN: Loudness = { accent: 110, ghost: 35 };

/**
 * Accents and ghosts by a voice's own loudness: what stands out of it, not what is loud by itself.
 * @example loudnessOf([60, 60, 60, 60, 60, 60, 90].map((velocity) => ({ velocity }))) // { accent: 110, ghost: 35 }
 */
export function loudnessOf(notes: readonly Pick<MidiNote, "velocity">[]): Loudness {
  const sorted = notes.map(({ velocity }) => velocity).sort((a, b) => a - b);
  const middle = sorted[sorted.length >> 1] ?? 80;
  const isWritten = new Set(sorted).size <= FEW_VELOCITIES;
  // A program that writes everything loud means no accent by it.
  const isAnyPlain = sorted.some((one) => one >= WRITTEN.ghost && one < WRITTEN.accent);
  if (isWritten && isAnyPlain) return WRITTEN;
  const ghost = Math.min(WRITTEN.ghost, middle / 2);
  const accent = middle + LOUDER;
  const louder = sorted.filter((velocity) => velocity >= accent).length;
  const isRare = louder <= MOST_ACCENTS * sorted.length;
  return { accent: isRare ? accent : Number.POSITIVE_INFINITY, ghost };
}
