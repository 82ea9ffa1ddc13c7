export { type Attack } from "./attacks";
export { BAR_EVIDENCE } from "./bar-evidence";
export { BEAT_EVIDENCE } from "./beat-evidence";
export { barGuesses, downbeatsOf } from "./find-bars";
export { beatRows } from "./find-beats";
export { judge, type Weights } from "./judge";
export { type Reference } from "./reference";
export { findPulse, TakeHearing, type Pulse, type TakeTraces } from "./take-hearing";
