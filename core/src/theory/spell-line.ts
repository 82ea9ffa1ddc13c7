import { fifthsOf, pitchClassAtFifths, type Key } from "../pitch/key";
import { atHeight, chromaOf, midi, type Pitch } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";

const STEPS_OF_KEY = {
  major: [0, 2, 4, 5, 7, 9, 11],
  // Harmonic and melodic minor among them: their raised degrees are named by the key.
  minor: [0, 2, 3, 5, 7, 8, 9, 10, 11],
} as const;

/**
 * Spells a line by its key and its direction: what is of the key by the key; what is not, as the
 * raised note below where it rises by a semitone to the next, as the lowered note above where it
 * falls by one. Elsewhere by the place on the line of fifths nearest to the key.
 *
 * @param midis In the order in which they sound.
 * @example spellLine([62, 63, 64, 63, 62], key("D minor")).map(formatPitch).join(" ") // "D4 D#4 E4 Eb4 D4"
 */
export function spellLine(midis: readonly number[], key: Key): readonly Pitch[] {
  const tonic = chromaOf(key.tonic);
  const steps: readonly number[] = STEPS_OF_KEY[key.mode];
  return midis.map((height, index) => {
    const usual = spellMidi(midi(height), key);
    if (steps.includes((height - tonic + 120) % 12)) return usual;
    let behind = index + 1;
    while (behind < midis.length && midis[behind] === height) behind++;
    const next = midis[behind];
    const way = next === undefined ? 0 : next - height;
    if (Math.abs(way) !== 1) return withoutDoubleSign(usual, height);
    const target = fifthsOf(spellMidi(midi(next!), key));
    // A semitone between neighbouring letters is five fifths.
    const own = target + (way > 0 ? 5 : -5);
    if (own < -8 || own > 12) return withoutDoubleSign(usual, height);
    return atHeight(pitchClassAtFifths(own), height);
  });
}

/** A♮ where a chromatic note would be B♭♭. */
function withoutDoubleSign(pitch: Pitch, height: number): Pitch {
  if (Math.abs(pitch.alter) < 2) return pitch;
  return atHeight(pitchClassAtFifths(fifthsOf(pitch) - 6 * pitch.alter), height);
}
