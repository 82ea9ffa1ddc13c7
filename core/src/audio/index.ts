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
