export {
  displayPitch,
  displayPitchClass,
  formatPitch,
  midi,
  midiOf,
  parsePitch,
  parsePitchClass,
  type Alter,
  type Midi,
  type Pitch,
  type PitchClass,
  type Step,
} from "./pitch";
export { frequencyHzAt, frequencyHzOf, parseReference, STANDARD_REFERENCE_HZ } from "./frequency";
export { displayKey, formatKey, parseKey, signatureOf, type Key, type Mode } from "./key";
export { otherName, spellMidi, spellPlainly } from "./spelling";
export { displayChord, formatChord, parseChord, parseChords, type Chord } from "./chord";
export { intervalInWords, type Interval } from "./interval";
