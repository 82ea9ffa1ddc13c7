export { fingeredKey, fingeredPitch, soundingShift } from "./fingered";
export { displayChord, formatChord, parseChords, type Chord } from "./chord";
export { fingeredChord, soundingChord, soundingKey, triadsOf } from "./shapes-and-sound";
export {
  findCapo,
  openShapeOf,
  SHAPE_FAMILIES,
  type CapoChoice,
  type FingeredChord,
  type ShapeFamily,
} from "./capo-finder";
