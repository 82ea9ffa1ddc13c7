export { BenchGuitar } from "./bench-guitar";
export { PitchEar, windowSizeFor, type Heard } from "./pitch-ear";
export {
  IN_TUNE_CENTS,
  readTuner,
  SteadyPitch,
  type TunerOptions,
  type TunerReading,
  type TunerVerdict,
} from "./tuner";
export type { Passage, PassagePart, StringAct } from "./passage";
export {
  PassagePlayer,
  type Gains,
  type PlayPlan,
  type PlayPosition,
  type TempoSteps,
} from "./passage-player";
export { renderPassage } from "./render-passage";
export { writeWav } from "./wav";
