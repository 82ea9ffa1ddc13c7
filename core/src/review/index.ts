export { findingKey, GROUPS, type Group, type ReviewFinding, type ReviewPlace } from "./finding";
export { mendInWords, type Mend } from "./mend";
export { editsOf } from "./mended";
export {
  acceptedReason,
  reviewSong,
  reviewSteps,
  USUAL_PICKING_PER_SECOND,
  type ReviewOptions,
} from "./review-song";
