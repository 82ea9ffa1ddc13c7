import type { Note, NotesEvent } from "../score/event";
import { inOrder } from "../score/technique";
import type { SaidOfEvent, SaidOfNote } from "./said-behind";

/** What brackets say of every note, and of every event, that stands in them. */
export interface GroupWords {
  readonly ofNote: SaidOfNote;
  readonly ofEvent: SaidOfEvent;
}

/** An event with what the brackets around it say; what it says of itself goes before. */
export function inGroups(event: NotesEvent, groups: readonly GroupWords[]): NotesEvent {
  if (groups.length === 0) return event;
  const techniques = [...event.techniques];
  let { stroke, fermata } = event;
  let { notes } = event;
  for (const { ofNote, ofEvent } of groups.toReversed()) {
    techniques.push(...missing(techniques, ofEvent.techniques));
    stroke ??= ofEvent.stroke;
    fermata ??= ofEvent.fermata;
    notes = notes.map((note) => alsoSaid(note, ofNote));
  }
  return {
    ...event,
    notes,
    techniques: inOrder(techniques),
    ...(stroke && { stroke }),
    ...(fermata && { fermata }),
  };
}

function alsoSaid(note: Note, { techniques, finger, pluck }: SaidOfNote): Note {
  const struck = pluck && !note.pluck ? { ...note, pluck } : note;
  if (struck.kind === "dead") return struck;
  const added = missing(struck.techniques, techniques);
  return {
    ...struck,
    ...(finger !== undefined && struck.place && { finger: struck.finger ?? finger }),
    ...(added.length > 0 && { techniques: inOrder([...struck.techniques, ...added]) }),
  };
}

/** What is not there yet. */
function missing<One extends { readonly kind: string }>(
  there: readonly One[],
  more: readonly One[],
): readonly One[] {
  return more.filter(({ kind }) => !there.some((one) => one.kind === kind));
}
