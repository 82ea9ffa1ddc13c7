export {
  barsOfPart,
  eventsOf,
  lineOf,
  linkOf,
  notesOf,
  stringOf,
  styleOf,
  type Bar,
  type DeadNote,
  type Line,
  type LineEvent,
  type LinkKind,
  type Note,
  type NotesEvent,
  type Part,
  type Phrase,
  type PitchedNote,
  type RestEvent,
  type Song,
  type SongDetails,
  type Technique,
} from "./song";
export { applyEdit, type Applied, type Edit, type NoteAddress, type Placement } from "./edit";
export { commit, openHistory, redo, undo, type History, type Transaction } from "./history";
export { mergeBars } from "./merge-bars";
