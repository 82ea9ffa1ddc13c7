export type { Passage, PassagePart, StringAct } from "./passage";
export type { Gains, PlayPlan, PlayPosition, TempoSteps } from "./play-plan";
