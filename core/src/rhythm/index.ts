export {
  add,
  compare,
  formatFraction,
  parseFraction,
  fraction,
  multiply,
  type Fraction,
} from "./fraction";
export {
  durationInWords,
  formatDuration,
  noteValueOf,
  usualTuplet,
  type NoteValue,
} from "./duration";
export { formatFeel, parseFeel, STRAIGHT, type Feel } from "./feel";
export { barLength, beatAt, formatMetre, parseMetre, type Metre } from "./metre";
export { formatOnset } from "./onset";
export { parseTempo } from "./tempo";
