export {
  fret,
  midiAt,
  neckOf,
  placesOf,
  type Finger,
  type Fret,
  type Neck,
  type Place,
} from "./neck";
export { fingertipMm, fretDistanceFromNutMm } from "./fret-geometry";
