import type { PitchClass } from "@intonazione/core/pitch";
import type { PhraseMove } from "@intonazione/core/remap";

const LETTERS = "CDEFGAB";
const HEIGHTS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** How far one root is from another by the shorter way: in semitones, or in steps of the letters. */
export function shortWay(from: PitchClass, to: PitchClass, kind: PhraseMove["kind"]): number {
  if (kind === "scale") {
    const steps = (LETTERS.indexOf(to.step) - LETTERS.indexOf(from.step) + 7) % 7;
    return steps > 3 ? steps - 7 : steps;
  }
  const height = ({ step, alter }: PitchClass) => HEIGHTS[step]! + alter;
  const semitones = (((height(to) - height(from)) % 12) + 12) % 12;
  return semitones > 6 ? semitones - 12 : semitones;
}
