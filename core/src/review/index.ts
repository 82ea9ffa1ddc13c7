export {
  acceptedReason,
  findingKey,
  GROUPS,
  type Group,
  type ReviewFinding,
  type ReviewPlace,
} from "./finding";
export { mendInWords, type Mend } from "./mend";
export { editsOf } from "./mended";
export {
  reviewSong,
  reviewSteps,
  USUAL_PICKING_PER_SECOND,
  type ReviewOptions,
} from "./review-song";
export { openBarsApart, type BarApart } from "./relations";
