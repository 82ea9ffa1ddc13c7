import { fifthsOf, pitchClassAtFifths } from "./key";
import { atHeight, midiOf, type Pitch } from "./pitch";

/**
 * Moves pitches so many semitones up, all their names alike along the line of fifths (a semitone is
 * seven fifths, and twelve fifths lead back to the same sound), so that what was a fourth stays one;
 * of the ways that sound alike the one with the fewest signs. A name that would still need a double
 * sign goes by its neighbour's.
 *
 * @example transposed(["E2", "A2", "B3"].map(pitch), 7) // ["B2", "E3", "F#4"].map(pitch)
 */
export function transposed(pitches: readonly Pitch[], semitones: number): readonly Pitch[] {
  if (semitones === 0) return pitches;
  const around = ((((7 * semitones) % 12) + 12) % 12) - 12;
  const signsOf = (fifths: number) =>
    pitches.reduce((sum, pitch) => sum + signs(fifthsOf(pitch) + fifths), 0);
  const [fifths] = [around, around + 12].sort((a, b) => signsOf(a) - signsOf(b));
  return pitches.map((pitch) => {
    const at = fifthsOf(pitch) + fifths!;
    const name = pitchClassAtFifths(signs(at) < 2 ? at : at < 0 ? at + 12 : at - 12);
    return atHeight({ ...pitch, ...name }, midiOf(pitch) + semitones);
  });
}

/** How many sharps or flats a name would have, however far out. */
function signs(fifths: number): number {
  return Math.abs(Math.floor((fifths + 1) / 7));
}
