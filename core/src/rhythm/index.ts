export {
  add,
  compare,
  formatFraction,
  parseFraction,
  fraction,
  multiply,
  subtract,
  toNumber,
  type Fraction,
} from "./fraction";
export {
  durationInWords,
  formatDuration,
  noteValueOf,
  usualTuplet,
  type NoteValue,
} from "./duration";
export { formatFeel, parseFeel, playedOnsets, STRAIGHT, TRIPLET_SWING, type Feel } from "./feel";
export { barLength, beatAt, formatMetre, parseMetre, type Metre } from "./metre";
export { formatOnset } from "./onset";
export { parseTempo } from "./tempo";
