import { compare } from "../rhythm/fraction";
import type { HeardNote } from "./heard";

const STEP_WORDS: Readonly<Record<number, string>> = {
  1: "a semitone",
  2: "a whole tone",
  3: "a minor third",
  4: "a major third",
  5: "a fourth",
  6: "a tritone",
  7: "a fifth",
  8: "a minor sixth",
  9: "a major sixth",
  10: "a minor seventh",
  11: "a major seventh",
  12: "an octave",
};
const LEAST_NOTES = 3;

/** A line by what is heard of it. */
export interface Riff {
  readonly phrase: { readonly name: string };
  readonly heard: readonly HeardNote[];
}

/**
 * Whether an earlier phrase is the same line, moved as a whole.
 * Like “the riff of Opening, a fourth lower”.
 */
export function sameRiff(line: Riff, lines: readonly Riff[]): string | undefined {
  if (line.heard.length < LEAST_NOTES) return undefined;
  for (const other of lines) {
    if (other === line) return undefined;
    const moved = movedBy(other.heard, line.heard);
    if (moved === undefined) continue;
    const words = STEP_WORDS[Math.abs(moved)];
    if (moved === 0) return `the riff of ${other.phrase.name} again`;
    if (words)
      return `the riff of ${other.phrase.name}, ${words} ${moved < 0 ? "lower" : "higher"}`;
  }
  return undefined;
}

/** Semitones from one line to the other, where rhythm and steps are the same. */
function movedBy(from: readonly HeardNote[], to: readonly HeardNote[]): number | undefined {
  if (from.length !== to.length) return undefined;
  const moved = to[0]!.midi - from[0]!.midi;
  const isSame = from.every((note, index) => {
    const other = to[index]!;
    return (
      other.midi - note.midi === moved &&
      other.bar === note.bar &&
      compare(other.onset, note.onset) === 0
    );
  });
  return isSame ? moved : undefined;
}
