import { midi, spellMidi, type Key } from "@intonazione/core/pitch";
import { degreeOf } from "@intonazione/core/theory";

const OF_KEY = {
  major: ["1", "2", "3", "4", "5", "6", "7"],
  minor: ["1", "2", "♭3", "4", "5", "♭6", "6", "♭7", "7"],
} as const;

/** Whether a sound is of no scale of the key; in minor the raised sixth and seventh are of one. */
export function isOutside(height: number, key: Key): boolean {
  const degree = degreeOf(spellMidi(midi(height), key), key);
  return !(OF_KEY[key.mode] as readonly string[]).includes(degree);
}
