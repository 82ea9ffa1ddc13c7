export { type Attack } from "./attacks";
export { BAR_EVIDENCE } from "./bar-evidence";
export { BEAT_EVIDENCE } from "./beat-evidence";
export { barGuesses, downbeatsOf } from "./find-bars";
export { beatRows } from "./find-beats";
export { type TuningStretch } from "./tunings";
export { judge, type Weights } from "./judge";
export { type Reference } from "./reference";
export { semitonesApart, type Transposition, type WrittenNote } from "./semitones-apart";
export { findPulse, TakeHearing, type Pulse, type TakeTraces } from "./take-hearing";
export {
  HEAR_ALL,
  HEARD_SIDES,
  heardOnly,
  reachOf,
  type HearOnly,
  type HeardSide,
} from "./hear-only";
export {
  PICTURE_HIGHEST,
  PICTURE_LOWEST,
  PICTURE_RATE,
  PICTURE_ROWS,
  PitchPictureStream,
} from "./pitch-picture";
