export { adviseOnLine, type Advice, type PlanOption } from "./advice";
export { alternativesFor } from "./alternatives";
export { difficultyInWords, hardshipInWords, type Difficulty, type Hardship } from "./difficulty";
export { HandTable } from "./hand-table";
export { judgementOf } from "./judgement";
export { carryOn } from "./carry-on";
export { isOpenQuestion, nearWays } from "./region-question";
export { conflictInWords } from "./pin-words";
export { type Pin, type PinConflict } from "./pins";
export { placeBars, withPlan, type PlacedBars, type PlacingOptions } from "./place-bars";
export { lineRequest, secondsPerWholeIn, tableFor, type PlacedPart } from "./place-part";
export { ledgerOf } from "./ledger";
export { chartOf, planAlong, planLine, planOf, type Plan } from "./plan-line";
export { bestRoute } from "./search";
export type { LineRequest, PlannedHand, Scope } from "./line-request";
export { HAND_SIZES, USUAL_HAND, type HandSize, type PlayerHand } from "./player-hand";
export { mergeProfiles } from "./merge-profiles";
export {
  CONCERNS,
  MAX_OWN_PROFILES,
  profileById,
  PROFILES,
  type Concern,
  type OwnProfile,
  type Profile,
} from "./profiles";
export { reasonInWords } from "./reason-words";
export { type Matter, type Reason } from "./reasons";
export { suggestFingers } from "./suggest-fingers";
export { explainUnreachable, whyUnreachable, type WhyUnreachable } from "./unreachable";
export { weighPlaces, type WeighedPlace } from "./weigh-places";
export { POINTS, USUAL_WEIGHTS, type Weights } from "./weights";
export { NO_WISHES, type Wishes } from "./wishes";
