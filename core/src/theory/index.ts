export { fingeredKey, fingeredPitch, soundingShift } from "./fingered";
export { displayChord, formatChord, moveChord, parseChord, parseChords, type Chord } from "./chord";
export {
  findCapo,
  SHAPE_FAMILIES,
  type CapoChoice,
  type FingeredChord,
  type ShapeFamily,
} from "./capo-finder";
