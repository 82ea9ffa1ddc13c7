export {
  chromaOf,
  displayPitch,
  displayPitchClass,
  formatPitch,
  formatPitchClass,
  isSamePitch,
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
export { frequencyHzOf } from "./frequency";
export {
  displayKey,
  fifthsOf,
  formatKey,
  parseKey,
  pitchClassAtFifths,
  signatureOf,
  type Key,
  type Mode,
} from "./key";
export { spellMidi } from "./spelling";
