import { fifthsOf, pitchClassAtFifths, type Key } from "../pitch/key";
import { moveChord, type Chord, type ChordQuality } from "../pitch/chord";
import { fingeredKey } from "./fingered";

/** The shape of a chord that sounds, named in the key that the hand plays in. */
export function fingeredChord(chord: Chord, shift: number, key: Key): Chord {
  return moveChord(chord, fifthsOf(fingeredKey(key, shift).tonic) - fifthsOf(key.tonic));
}

/** What a shape sounds where `key` does: the inverse of `fingeredChord`. */
export function soundOfShape(shape: Chord, shift: number, key: Key): Chord {
  return moveChord(shape, fifthsOf(key.tonic) - fifthsOf(fingeredKey(key, shift).tonic));
}

/** The other way round: the key that sounds where the hand plays in `key`. */
export function soundingKey(key: Key, shift: number): Key {
  return fingeredKey(key, -shift);
}

/** What a shape sounds that is called `chord` in the fingered key. */
export function soundingChord(chord: Chord, shift: number, fingered: Key): Chord {
  return fingeredChord(chord, -shift, fingered);
}

/** The triads of a key by degree, as fifths from the tonic; minor with the fifth raised beside it. */
const TRIADS: Readonly<Record<Key["mode"], readonly (readonly [number, ChordQuality])[]>> = {
  major: [
    [0, ""],
    [2, "m"],
    [4, "m"],
    [-1, ""],
    [1, ""],
    [3, "m"],
  ],
  minor: [
    [0, "m"],
    [-3, ""],
    [-1, "m"],
    [1, "m"],
    [1, ""],
    [-4, ""],
    [-2, ""],
  ],
};

/** The triads that songs in a key are made of, without the diminished ones; spelled by the key. */
export function triadsOf({ tonic, mode }: Key): readonly Chord[] {
  return TRIADS[mode].map(([fifths, quality]) => ({
    root: pitchClassAtFifths(fifthsOf(tonic) + fifths),
    quality,
  }));
}
