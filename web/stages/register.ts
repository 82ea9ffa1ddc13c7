import { CHECK } from "./check/stage";
import { LISTEN } from "./listen/stage";
import { PLACE } from "./place/stage";
import { SET_UP } from "./set-up/stage";
import type { Stage, StageView } from "./stage";
import { WRITE } from "./write/stage";

/** The stages in the order of the work. */
export const STAGES: readonly Stage[] = [LISTEN, SET_UP, WRITE, PLACE, CHECK];

/** Where a song opens. */
export const USUAL_STAGE: Stage = WRITE;

export function stageById(id: string): Stage {
  return STAGES.find((stage) => stage.id === id) ?? USUAL_STAGE;
}

/** The view that a stage shows: the one asked for, or else its first. */
export function viewOf({ views }: Stage, id: string | undefined): StageView {
  return views.find((view) => view.id === id) ?? views[0];
}
