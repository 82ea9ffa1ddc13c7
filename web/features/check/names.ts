import { displayChord, type Chord, type Key } from "@intonazione/core/pitch";
import {
  displayScale,
  fingeredChord,
  fingeredKey,
  keyOfScale,
  type Scale,
} from "@intonazione/core/theory";

/** A scale as the hand plays it, where all that sounds is so many semitones above its shapes. */
export function fingeredScaleName(scale: Scale, shift: number): string {
  return displayScale({ ...scale, tonic: fingeredKey(keyOfScale(scale), shift).tonic });
}

export function fingeredChordName(chord: Chord, shift: number, key: Key): string {
  return displayChord(fingeredChord(chord, shift, key));
}
