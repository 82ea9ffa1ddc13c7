export {
  fret,
  fretFromNut,
  lastFretOf,
  midiAt,
  neckOf,
  placesOf,
  type Finger,
  type Fret,
  type Neck,
  type Place,
} from "./neck";
export {
  placeNamesOf,
  USUAL_STYLE,
  formatFret,
  type FretsFrom,
  type PlaceNames,
  type PlaceStyle,
} from "./place-names";
export { fingertipMm, fretDistanceFromNutMm } from "./fret-geometry";
export { targetsOf, type StringTarget } from "./targets";
