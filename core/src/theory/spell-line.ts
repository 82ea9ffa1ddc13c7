import { fifthsOf, pitchClassAtFifths, type Key } from "../pitch/key";
import { atHeight, chromaOf, midi, type Pitch } from "../pitch/pitch";
import { spellMidi, spellPlainly } from "../pitch/spelling";
import { costBeside, namesOf } from "./spell-chord";

const STEPS_OF_KEY = {
  major: [0, 2, 4, 5, 7, 9, 11],
  // Harmonic and melodic minor among them: their raised degrees are named by the key.
  minor: [0, 2, 3, 5, 7, 8, 9, 10, 11],
} as const;

/**
 * Spells a line by its key and its direction: what is of the key by the key; what is not, as the
 * raised note below where it rises by a semitone to the next, as the lowered note above where it
 * falls by one. Elsewhere as a chord with the notes of the key around it would name it, the third
 * of a broken chord as a third; and where they say nothing by the place on the line of fifths
 * nearest to the key.
 *
 * @param midis In the order in which they sound.
 * @param ofBar So many of them are of one bar; those behind it say where the line goes, no chord.
 * @example spellLine([62, 63, 64, 63, 62], key("D minor")).map(formatPitch).join(" ") // "D4 D#4 E4 Eb4 D4"
 */
export function spellLine(
  midis: readonly number[],
  key: Key,
  ofBar = midis.length,
): readonly Pitch[] {
  const tonic = chromaOf(key.tonic);
  const steps: readonly number[] = STEPS_OF_KEY[key.mode];
  return midis.slice(0, ofBar).map((height, index) => {
    const usual = spellMidi(midi(height), key);
    if (steps.includes((height - tonic + 120) % 12)) return usual;
    let behind = index + 1;
    while (behind < midis.length && midis[behind] === height) behind++;
    const next = midis[behind];
    const way = next === undefined ? 0 : next - height;
    if (Math.abs(way) !== 1) return byNeighbours(midis.slice(0, ofBar), index, key);
    const target = fifthsOf(spellMidi(midi(next!), key));
    // A semitone between neighbouring letters is five fifths.
    const own = target + (way > 0 ? 5 : -5);
    if (own < -8 || own > 12) return spellPlainly(midi(height), key);
    return atHeight(pitchClassAtFifths(own), height);
  });
}

/** So many notes on either side may be of the same broken chord. */
const NEIGHBOURS = 3;
/** What the usual name has to cost more than another. */
const CLEARLY = 2;

/** The name that thirds and fifths around a note ask for, or the usual one. */
function byNeighbours(midis: readonly number[], index: number, key: Key): Pitch {
  const steps: readonly number[] = STEPS_OF_KEY[key.mode];
  const tonic = chromaOf(key.tonic);
  const height = midis[index]!;
  const around = new Set(midis.slice(Math.max(0, index - NEIGHBOURS), index + NEIGHBOURS + 1));
  const ofKey = [...around].filter((one) => steps.includes((one - tonic + 120) % 12));
  const usual = spellPlainly(midi(height), key);
  const costOf = (fifths: number) =>
    ofKey.reduce((sum, one) => {
      return sum + costBeside(height - one, fifths - fifthsOf(spellMidi(midi(one), key)));
    }, 0);
  const own = fifthsOf(usual);
  const others = namesOf(own).filter((fifths) => fifths !== own);
  const better = others.find((fifths) => costOf(fifths) + CLEARLY <= costOf(own));
  return better === undefined ? usual : atHeight(pitchClassAtFifths(better), height);
}
