export {
  add,
  compare,
  formatFraction,
  fraction,
  multiply,
  toNumber,
  ZERO,
  type Fraction,
} from "./fraction";
export { durationInWords, formatDuration } from "./duration";
export { countAt, formatMetre, parseMetre, type Metre } from "./metre";
