export {
  add,
  compare,
  divide,
  formatFraction,
  fraction,
  multiply,
  parseFraction,
  subtract,
  sum,
  toNumber,
  ZERO,
  type Fraction,
} from "./fraction";
export { durationInWords, formatDuration, parseDuration } from "./duration";
export { barLength, COMMON_TIME, countAt, formatMetre, parseMetre, type Metre } from "./metre";
