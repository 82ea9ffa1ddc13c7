export type { Brand } from "./brand";
export { seededRandom, type Random } from "./random";
export { type Result } from "./result";
export { hasErrors, type Finding, type Severity, type Whereabouts } from "./finding";
export { isSame } from "./same";
export { Memory } from "./memory";
export { remembering } from "./remembering";
export { sharing } from "./sharing";
export { applyDifference, differenceOf, type Difference } from "./difference";
export { fingerprint } from "./fingerprint";
export {
  barEntries,
  barIndex,
  barNumber,
  barNumbered,
  barsOn,
  FIRST_BAR,
  formatBar,
  type BarIndex,
} from "./bar-index";
export { howManyBefore } from "./how-many";
