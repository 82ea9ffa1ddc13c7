export { PitchEar, windowSizeFor, type Tone } from "./pitch-ear";
export {
  IN_TUNE_CENTS,
  readTuner,
  SteadyPitch,
  type TunerOptions,
  type TunerReading,
  type TunerVerdict,
} from "./tuner";
