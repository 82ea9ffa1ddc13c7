export {
  MAX_CAPO,
  MAX_FRETS,
  USUAL_BUILD,
  type Instrument,
  type InstrumentKind,
} from "./instrument";
export { formatTuning, formatTuningShort, tuningNames, type Tuning } from "./tuning";
export { parseTuning, type TuningReading } from "./parse-tuning";
export { nameOfTuning, TUNING_LIBRARY, tuningById, type NamedTuning } from "./tuning-library";
export { stringNames, usualTuning, type StringSchool } from "./string-names";
