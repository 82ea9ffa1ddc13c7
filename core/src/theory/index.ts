export { fingeredKey, fingeredPitch, soundingShift } from "./fingered";
export { fingeredChord, soundingChord, soundingKey, triadsOf } from "./shapes-and-sound";
export {
  findCapo,
  openShapeOf,
  SHAPE_FAMILIES,
  type CapoChoice,
  type FingeredChord,
  type ShapeFamily,
} from "./capo-finder";
export { degreeOf } from "./degree";
export { CHORD_FRAMES, chordsOfFrame, type ChordFrame } from "./frames";
export { degreeInChord, type ChordDegree } from "./chord-degree";
export { spellBars } from "./spell-bars";
export { nameChord, type ChordReading } from "./name-chord";
export { displayScale, formatScale, keyOfScale, scaleOfKey, type Scale } from "./scale";
export {
  movableShapeOf,
  shapesAlongNeck,
  type MovableShape,
  type ShapeOnNeck,
} from "./movable-shape";
