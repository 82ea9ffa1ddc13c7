export {
  barsOfPart,
  detailsOf,
  linesOfPart,
  framesOfPhrase,
  barsBefore,
  lineOf,
  MAX_ACCEPTED,
  MAX_PARTS,
  newPart,
  styleOf,
  type Accepted,
  type Line,
  type LineWishes,
  type Part,
  type Phrase,
  type Song,
  type SongDetails,
  type Version,
} from "./song";
export {
  eventsOf,
  momentsOf,
  timed,
  withEvents,
  withoutPlaces,
  type Bar,
  type Moment,
} from "./bar";
export {
  linkOf,
  copyOfEvent,
  isPalmMuted,
  isInDoubt,
  isRinging,
  lengthSaidBy,
  isUnplaced,
  notesOf,
  pitchedIn,
  withNotes,
  stringOf,
  type DeadNote,
  type HitEvent,
  type LineEvent,
  type Note,
  type NotesEvent,
  type PitchedNote,
  type RestEvent,
} from "./event";
export { inOrder, isLink } from "./technique";
export type { BendCourse, EventTechnique, LinkKind, Pluck, Stroke, Technique } from "./technique";
export { chordAt, framesOf, tidyMarks, type BarFrame, type BarMark, type ChordAt } from "./frame";
export { unfold, type Ending, type Pass, type PlayedPhrase, type Section } from "./form";
export { PICKING_SCHOOLS, type PickingSchool } from "./picking";
export { applyEdit, type Applied } from "./apply-edit";
export type { Edit, LineContent, NoteAddress, Placement } from "./edit";
export {
  changeEvents,
  eventsBetween,
  insertAfter,
  removeEvents,
  toggleBarLine,
} from "./line-edits";
export {
  addVersion,
  chooseVersion,
  copyOfBars,
  differences,
  everyNotePicked,
  removeVersion,
  VERSION_LABELS,
} from "./versions";
export { mergeSongs } from "./merge-songs";
export { commit, openHistory, redo, undo, type History, type Transaction } from "./history";
export { mergeBars } from "./merge-bars";
export { holds, sayRelation, relationsAfter, reversed, type BarRelation } from "./bar-relation";
