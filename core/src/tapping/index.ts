export { beatOf } from "./grid";
export { struckIn, type StruckEvent } from "./struck";
export {
  tappedValues,
  type Tap,
  type TappedValue,
  type TappedValues,
  type TapRules,
} from "./tapped-values";
export { writeRhythm, type WrittenRhythm } from "./write-rhythm";
