export {
  familyOf,
  INSTRUMENT_KINDS,
  MAX_ACTION_MM,
  MAX_CAPO,
  MAX_FRETS,
  meanScaleLengthMm,
  stringLengthMm,
  USUAL_BUILD,
  usualInstrument,
  type Instrument,
  type InstrumentFamily,
  type InstrumentKind,
  type ScaleLength,
} from "./instrument";
export {
  capoInWords,
  capoOn,
  capoProblem,
  stringsInWords,
  formatCapo,
  isSameCapo,
  NO_CAPO,
  parseCapo,
  type Capo,
} from "./capo";
export { checkInstrument } from "./check-instrument";
export {
  displayTuningShort,
  formatTuning,
  formatTuningShort,
  isSameTuning,
  MAX_STRINGS,
  reentrantStrings,
  tuningNames,
  type Tuning,
} from "./tuning";
export { parseTuning, type TuningReading } from "./parse-tuning";
export {
  changesFromUsual,
  changesInWords,
  findTunings,
  nameOfTuning,
  TUNING_LIBRARY,
  tuningById,
  type NamedTuning,
} from "./tuning-library";
export {
  displayStringName,
  namingTuning,
  STRING_SCHOOLS,
  usualTuning,
  type StringSchool,
} from "./string-names";
export {
  formatGauge,
  isWound,
  MM_PER_INCH,
  type StringGauge,
  type StringMake,
  type StringSet,
} from "./string-set";
export { displayScale, formatScale, parseScale } from "./parse-scale";
