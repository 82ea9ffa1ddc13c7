export {
  displayPitch,
  displayPitchClass,
  formatPitch,
  midi,
  midiOf,
  parsePitch,
  type Alter,
  type Midi,
  type Pitch,
  type PitchClass,
  type Step,
} from "./pitch";
export { frequencyHzOf } from "./frequency";
export { displayKey, formatKey, parseKey, type Key, type Mode } from "./key";
export { spellMidi } from "./spelling";
