import type { PitchedNote } from "../score/event";
import type { EventTechnique, Stroke, Technique } from "../score/technique";

/** What was said behind the notes of an event that concerns the whole of it. */
export interface SaidOfEvent {
  techniques: EventTechnique[];
  stroke?: Stroke;
  fermata?: true;
  /** `A7?`: whoever says it is not sure. */
  isDoubtful?: true;
}

/** What was said behind one note. */
export interface SaidOfNote {
  readonly techniques: Technique[];
  pinned: boolean;
  cents?: number;
  finger?: NonNullable<PitchedNote["finger"]>;
  pluck?: NonNullable<PitchedNote["pluck"]>;
}
