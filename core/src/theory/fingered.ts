import type { Capo } from "../instrument/capo";
import { familyOf, type Instrument } from "../instrument/instrument";
import { namingTuning } from "../instrument/string-names";
import { fifthsOf, pitchClassAtFifths, signatureOf, type Key } from "../pitch/key";
import { midi, midiOf, type Pitch } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";

/**
 * Semitones from what a shape is called to what it sounds: the capo, and the step by which most
 * strings are tuned above (or below) the strings that shapes are named after. A single dropped
 * string moves no names; a partial capo moves none either, since it only changes open strings.
 *
 * @example soundingShift(guitar("half-step-down"), { fret: 0 }) // -1
 * @example soundingShift(guitar("drop-d"), { fret: 3 }) // 3
 */
export function soundingShift(
  { tuning, kind }: Pick<Instrument, "tuning" | "kind">,
  { fret, strings }: Capo,
): number {
  const capo = strings ? 0 : fret;
  const usual = namingTuning(familyOf({ kind }), tuning.length);
  if (!usual) return capo;
  const offsets = tuning.map((open, index) => midiOf(open) - midiOf(usual[index]!));
  const countOf = (offset: number) => offsets.filter((other) => other === offset).length;
  const common = offsets.reduce((a, b) => {
    if (countOf(a) !== countOf(b)) return countOf(a) > countOf(b) ? a : b;
    return Math.abs(a) <= Math.abs(b) ? a : b;
  });
  return capo + common;
}

/** The key the hand plays in while `key` sounds; of two spellings the one with fewer signs. */
export function fingeredKey(key: Key, shift: number): Key {
  if (shift === 0) return key;
  // A semitone is seven fifths, and twelve fifths come back to the same key under another name.
  const fifths = (((fifthsOf(key.tonic) - 7 * shift) % 12) + 12) % 12;
  const spellings = [fifths - 12, fifths].map((at): Key => ({
    tonic: pitchClassAtFifths(at),
    mode: key.mode,
  }));
  return spellings.reduce((a, b) => (Math.abs(signatureOf(a)) < Math.abs(signatureOf(b)) ? a : b));
}

/** What the shape is called where `pitch` sounds. @throws RangeError when it would leave MIDI 0–127. */
export function fingeredPitch(pitch: Pitch, shift: number, key: Key): Pitch {
  if (shift === 0) return pitch;
  return spellMidi(midi(midiOf(pitch) - shift), fingeredKey(key, shift));
}
