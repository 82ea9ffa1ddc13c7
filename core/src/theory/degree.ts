import { fifthsOf, type Key } from "../pitch/key";
import type { PitchClass } from "../pitch/pitch";

/**
 * Where a note stands in a key, counted from its tonic and told apart from the major scale, as
 * teachers number them in major and minor alike.
 * @example degreeOf(name("F"), key("D minor")) // "♭3"
 */
export function degreeOf(name: PitchClass, { tonic }: Key): string {
  // On the line of fifths from the tonic: 4 1 5 2 6 3 7 are the major scale, seven further a sharp.
  const steps = fifthsOf(name) - fifthsOf(tonic);
  const alter = Math.floor((steps + 1) / 7);
  const degree = ["4", "1", "5", "2", "6", "3", "7"][(((steps + 1) % 7) + 7) % 7]!;
  const sign = alter < 0 ? "♭".repeat(-alter) : "♯".repeat(alter);
  return sign + degree;
}
