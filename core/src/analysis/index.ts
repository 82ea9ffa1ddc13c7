export {
  chordsOf,
  harmoniesOf,
  heardLines,
  isOfKey,
  keysOf,
  shiftOfParts,
  type HeardLine,
  type PartsHarmony,
  type StretchKey,
} from "./analyse-song";
export type { HeardChord } from "./chords";
export { harmonyBetween, parallelOf, type HarmonicInterval } from "./harmony";
export { overChanges, type ChangesRow } from "./over-changes";
export type { HeardNote } from "./heard";
