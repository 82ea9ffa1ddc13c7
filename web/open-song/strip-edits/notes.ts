import { fret, lastFretOf, midiAt } from "@intonazione/core/neck";
import { spellMidi } from "@intonazione/core/pitch";
import { fraction } from "@intonazione/core/rhythm";
import {
  changeEvents,
  copyOfEvent,
  eventsOf,
  removeEvents,
  lengthSaidBy,
  stringOf,
  toggleBarLine,
  type LineEvent,
  type Note,
  type NotesEvent,
  type Technique,
} from "@intonazione/core/score";
import { newId } from "../draft";
import { noteOn } from "../selection";
import type { SongState } from "../state/store";
import { change, edit, here, inserted, type Here, type StripEdit } from "./line-at-hand";

/** Events and their notes: frets, dead strokes, rests; put in, taken out, once more. */

const EIGHTH = fraction(1, 8);

/** A new event behind the cursor: as long as the one there, and silent until something is typed. */
export function insertRest(state: SongState): StripEdit | undefined {
  const at = here(state);
  if (!at) return undefined;
  const rest: LineEvent = { kind: "rest", id: newId(), ...lengthAt(at) };
  return inserted(at, "insert an event", [rest]);
}

/**
 * A fret on the string at hand: of the event at the cursor, or of a new one where frets are inserted.
 * A fret that the neck does not have does nothing.
 */
export function typeFret(state: SongState, number: number, isNew: boolean): StripEdit | undefined {
  const at = here(state);
  if (!at) return undefined;
  const { string } = state;
  if (string > at.neck.openMidi.length || number > lastFretOf(at.neck, string)) return undefined;
  const place = { string, fret: fret(number) };
  const pitch = spellMidi(midiAt(place, at.neck), at.song.key);
  const fresh: Note = { kind: "pitched", id: newId(), pitch, place, pinned: false, techniques: [] };
  if (isNew || !at.event) return inserted(at, `write fret ${number}`, [eventOf(fresh, at)]);
  return setNote(state, at, `write fret ${number}`, string, (before) =>
    before?.kind === "pitched"
      ? { ...fresh, id: before.id, techniques: before.techniques.filter(fitsAnyFret) }
      : fresh,
  );
}

/** What stays when another fret is typed: touch and links; not what names a fret or a distance. */
function fitsAnyFret({ kind }: Technique): boolean {
  return kind !== "natural-harmonic" && kind !== "tie" && kind !== "release";
}

function eventOf(note: Note, at: Here): NotesEvent {
  return { kind: "notes", id: newId(), ...lengthAt(at), notes: [note], techniques: [] };
}

/** A new event lasts as long as the one at the cursor. */
function lengthAt({ event }: Here): Pick<LineEvent, "duration" | "lengthUnknown"> {
  return event ? lengthSaidBy(event) : { duration: EIGHTH };
}

function setNote(
  state: SongState,
  at: Here,
  label: string,
  string: number,
  how: (before: Note | undefined) => Note,
): StripEdit | undefined {
  const event = at.event!;
  const fresh = how(noteOn(event, string));
  const after = changeEvents(at.bars, new Set([event.id]), (old): LineEvent => {
    if (old.kind !== "notes") {
      return { kind: "notes", id: old.id, ...lengthSaidBy(old), notes: [fresh], techniques: [] };
    }
    const others = old.notes.filter((note) => stringOf(note) !== string);
    const notes = [...others, fresh].sort((a, b) => (stringOf(b) ?? 0) - (stringOf(a) ?? 0));
    return { ...old, notes };
  });
  return edit(at, label, after, state.cursor.eventId);
}

/** A dead stroke on the string at hand. */
export function typeDead(state: SongState): StripEdit | undefined {
  const at = here(state);
  if (!at || state.string > at.neck.openMidi.length) return undefined;
  const { string } = state;
  const dead: Note = { kind: "dead", id: newId(), string };
  if (state.isInserting || !at.event)
    return inserted(at, "write a dead stroke", [eventOf(dead, at)]);
  return setNote(state, at, "write a dead stroke", string, () => dead);
}

/** Silence in the place of the chosen events. */
export function toRest(state: SongState): StripEdit | undefined {
  return change(state, "write a rest", silentAs);
}

/** Takes the note on the string at hand away; the last one leaves a rest. */
export function removeNote(state: SongState): StripEdit | undefined {
  const at = here(state);
  const event = at?.event;
  if (!at || event?.kind !== "notes" || !noteOn(event, state.string)) return undefined;
  return change(state, "take the note away", (old): LineEvent => {
    if (old.kind !== "notes" || !noteOn(old, state.string)) return old;
    const notes = old.notes.filter((note) => stringOf(note) !== state.string);
    return notes.length === 0 ? silentAs(old) : { ...old, notes };
  });
}

function silentAs(event: LineEvent): LineEvent {
  return { kind: "rest", id: event.id, ...lengthSaidBy(event) };
}

/** Takes the chosen events out of the line; the cursor goes to what follows. */
export function removeChosen(state: SongState): StripEdit | undefined {
  const at = here(state);
  if (!at || at.chosen.length === 0) return undefined;
  const ids = new Set(at.chosen.map(({ id }) => id));
  const all = eventsOf(at.bars);
  const last = all.findLastIndex(({ id }) => ids.has(id));
  const next = all.slice(last + 1).find(({ id }) => !ids.has(id));
  const before = all.slice(0, last).findLast(({ id }) => !ids.has(id));
  const label = ids.size === 1 ? "remove an event" : `remove ${ids.size} events`;
  return edit(at, label, removeEvents(at.bars, ids), (next ?? before)?.id);
}

/** The chosen events once more, behind themselves. */
export function repeatChosen(state: SongState): StripEdit | undefined {
  const at = here(state);
  if (!at || at.chosen.length === 0) return undefined;
  return inserted(
    at,
    "repeat",
    at.chosen.map((event) => copyOfEvent(event, newId)),
  );
}

export function barLine(state: SongState): StripEdit | undefined {
  const at = here(state);
  if (!at?.event) return undefined;
  return edit(at, "bar line", toggleBarLine(at.bars, at.event.id), state.cursor.eventId);
}
