export {
  familyOf,
  INSTRUMENT_KINDS,
  MAX_ACTION_MM,
  MAX_CAPO,
  MAX_FRETS,
  MAX_SCALE_MM,
  meanScaleLengthMm,
  MIN_SCALE_MM,
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
  nutsOf,
  parseCapo,
  type Capo,
} from "./capo";
export { checkInstrument, isMultiScale } from "./check-instrument";
export {
  displayTuningShort,
  formatTuning,
  formatTuningShort,
  isSameTuning,
  MAX_STRINGS,
  MIN_STRINGS,
  reentrantStrings,
  tuningNames,
  type Tuning,
} from "./tuning";
export { parseTuning, type TuningReading } from "./parse-tuning";
export {
  changesFromUsual,
  changesInWords,
  findTunings,
  namedTuningOf,
  nameOfTuning,
  TUNING_LIBRARY,
  tuningById,
  type NamedTuning,
} from "./tuning-library";
export {
  namingTuning,
  STRING_SCHOOLS,
  stringNames,
  usualTuning,
  type StringSchool,
} from "./string-names";
export {
  formatGauge,
  isWound,
  MAX_GAUGE_INCH,
  MIN_GAUGE_INCH,
  MM_PER_INCH,
  STRING_MAKES,
  type StringGauge,
  type StringMake,
  type StringSet,
} from "./string-set";
export { displayScale, formatScale, parseScale } from "./parse-scale";
