export { type Mark } from "./evidence";
export {
  findTuning,
  isInHand,
  nameOf,
  type FoundTuning,
  type Question,
  type TuningRequest,
  type TuningSearchResult,
} from "./find-tuning";
export { questionInWords, reasonsFor } from "./finding-words";
