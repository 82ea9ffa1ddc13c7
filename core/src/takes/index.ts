export { mergeTakes, type MergedTakes } from "./merge-takes";
export { Playhead, type TakePlan } from "./playhead";
export {
  assetsOfTakes,
  MARK_KINDS,
  MAX_TAKE_SECONDS,
  TAKE_KINDS,
  type Crop,
  type Loop,
  type Mark,
  type MarkKind,
  type Still,
  type Take,
  type TakeKind,
  type Takes,
} from "./take";
export {
  doubled,
  halved,
  positionAt,
  secondsAt,
  shifted,
  withBeatAt,
  withOneAt,
  type TakeMap,
} from "./take-map";
