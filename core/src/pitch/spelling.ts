import { fifthsOf, pitchClassAtFifths, type Key } from "./key";
import { atHeight, midiOf, type Midi, type Pitch } from "./pitch";

/**
 * Spells a semitone number in a key, by the line of fifths: of all names of the pitch the one that
 * lies in the twelve fifths around the tonic. In major that is ♭2 … ♯4; in minor the window sits one
 * fifth lower (♭5 … 7), since minor riffs lower the fifth far more often than they raise the fourth.
 *
 * @example spellMidi(midi(58), key("D minor")) // pitch("Bb3")
 * @example spellMidi(midi(61), key("C# minor")) // pitch("C#4")
 */
export function spellMidi(number: Midi, key: Key): Pitch {
  let names = namesByKey.get(key);
  if (!names) {
    names = [];
    namesByKey.set(key, names);
  }
  return (names[number] ??= Object.freeze(spell(number, key)));
}

/**
 * The same without double signs: A where a chromatic note would be B♭♭.
 * @example spellPlainly(midi(50), key("D# minor")) // pitch("D3")
 */
export function spellPlainly(number: Midi, key: Key): Pitch {
  const pitch = spellMidi(number, key);
  if (Math.abs(pitch.alter) < 2) return pitch;
  return atHeight(pitchClassAtFifths(fifthsOf(pitch) - 6 * pitch.alter), number);
}

/**
 * The same sound by another name: of those with at most one sign the next one round the circle; the
 * pitch itself where it has none (D, G, A).
 * @example otherName(pitch("Eb4")) // pitch("D#4")
 */
export function otherName(pitch: Pitch): Pitch {
  const height = midiOf(pitch);
  const own = fifthsOf(pitch);
  const others = [own + 12, own - 12].filter((fifths) => fifths >= -8 && fifths <= 12);
  const [first] = others;
  if (first === undefined) return pitch;
  return atHeight({ ...pitch, ...pitchClassAtFifths(first) }, height);
}

/** A long line asks for the same few names thousands of times. */
const namesByKey = new WeakMap<Key, Pitch[]>();

function spell(number: Midi, key: Key): Pitch {
  const lowest = fifthsOf(key.tonic) - (key.mode === "major" ? 5 : 6);
  // A pitch class lies 7 semitones up per fifth, and 7 is its own inverse modulo 12.
  const wanted = (number * 7) % 12;
  const fifths = lowest + ((((wanted - lowest) % 12) + 12) % 12);
  const pitchClass = pitchClassAtFifths(fifths);
  const guess: Pitch = { ...pitchClass, octave: Math.floor(number / 12) - 1 };
  const drift = (midiOfUnchecked(guess) - number) / 12;
  return { ...guess, octave: guess.octave - drift };
}

function midiOfUnchecked(pitch: Pitch): number {
  // C♭ and B♯ can leave the octave, and near the ends the 0–127 range, before the octave is mended.
  return midiOf({ ...pitch, octave: 4 }) + 12 * (pitch.octave - 4);
}
