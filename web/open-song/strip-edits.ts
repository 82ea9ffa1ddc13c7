import { parseCallout, printCallout } from "@intonazione/core/callout";
import { checkBounds } from "@intonazione/core/checks";
import { hasErrors, type Finding } from "@intonazione/core/foundation";
import { fret, lastFretOf, midiAt } from "@intonazione/core/neck";
import { spellMidi } from "@intonazione/core/pitch";
import {
  fraction,
  multiply,
  noteValueOf,
  usualTuplet,
  type Fraction,
} from "@intonazione/core/rhythm";
import {
  changeEvents,
  copyOfEvent,
  eventsOf,
  framesOfPhrase,
  inOrder,
  insertAfter,
  isLink,
  linkOf,
  notesOf,
  removeEvents,
  stringOf,
  techniqueKey,
  toggleBarLine,
  type Bar,
  type EventTechnique,
  type LineEvent,
  type Note,
  type NotesEvent,
  type Stroke,
  type Technique,
  type Transaction,
} from "@intonazione/core/score";
import { contextOf, neckOfPart, partAt } from "./derived";
import { newId } from "./draft";
import { barsHere, noteOn, selectedEvents } from "./selection";
import type { SongState } from "./store";

/** What a key on the strip does: a transaction, and the event that the cursor goes to. */
export interface StripEdit {
  readonly transaction: Transaction;
  readonly eventId: string | undefined;
}

/** Everything an edit needs of the state; nothing where there is no line to write in. */
function here(state: SongState) {
  const { history, cursor } = state;
  const { song } = history;
  const phrase = song.phrases.find(({ id }) => id === cursor.phraseId);
  if (!phrase) return undefined;
  const part = partAt(song, cursor.partId);
  const bars = barsHere(state);
  const chosen = selectedEvents(state);
  return { song, phrase, part, bars, chosen, event: chosen.at(-1), neck: neckOfPart(part) };
}

type Here = NonNullable<ReturnType<typeof here>>;

function edit(
  { phrase, part, bars }: Here,
  label: string,
  after: readonly Bar[],
  eventId?: string,
): StripEdit | undefined {
  // What a line cannot hold could not be saved.
  if (after === bars || checkBounds(after).length > 0) return undefined;
  return {
    transaction: {
      label,
      edits: [{ kind: "set-bars", phraseId: phrase.id, partId: part.id, bars: after }],
    },
    eventId,
  };
}

/** Changes the chosen events, wherever they are; the cursor stays. */
function change(
  state: SongState,
  label: string,
  how: (event: LineEvent) => LineEvent,
): StripEdit | undefined {
  const at = here(state);
  if (!at || at.chosen.length === 0) return undefined;
  const ids = new Set(at.chosen.map(({ id }) => id));
  const after = changeEvents(at.bars, ids, how);
  return edit(at, label, after, state.cursor.eventId);
}

function changeNotes(
  state: SongState,
  label: string,
  how: (note: Note) => Note,
): StripEdit | undefined {
  return change(state, label, (event) =>
    event.kind === "notes" ? { ...event, notes: event.notes.map(how) } : event,
  );
}

const EIGHTH = fraction(1, 8);

/** A new event behind the cursor: as long as the one there, and silent until something is typed. */
export function insertRest(state: SongState): StripEdit | undefined {
  const at = here(state);
  if (!at) return undefined;
  const rest: LineEvent = { kind: "rest", id: newId(), duration: at.event?.duration ?? EIGHTH };
  return inserted(at, "insert an event", [rest]);
}

function inserted(at: Here, label: string, fresh: readonly LineEvent[]): StripEdit | undefined {
  return edit(at, label, barsWith(at, fresh), fresh.at(-1)?.id);
}

function barsWith(at: Here, fresh: readonly LineEvent[]): readonly Bar[] {
  const frames = framesOfPhrase(at.song, at.phrase, at.bars.length + fresh.length);
  return insertAfter(at.bars, frames, at.event?.id, fresh);
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

function eventOf(note: Note, { event }: Here): NotesEvent {
  const duration = event?.duration ?? EIGHTH;
  return { kind: "notes", id: newId(), duration, notes: [note], techniques: [] };
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
      const { id, duration } = old;
      return { kind: "notes", id, duration, notes: [fresh], techniques: [] };
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
  return change(state, "write a rest", ({ id, duration }) => ({ kind: "rest", id, duration }));
}

/** Takes the note on the string at hand away; the last one leaves a rest. */
export function removeNote(state: SongState): StripEdit | undefined {
  const at = here(state);
  const event = at?.event;
  if (!at || event?.kind !== "notes" || !noteOn(event, state.string)) return undefined;
  return change(state, "take the note away", (old): LineEvent => {
    const notes = notesOf(old).filter((note) => stringOf(note) !== state.string);
    const { id, duration } = old;
    return notes.length === 0 ? { kind: "rest", id, duration } : { ...event, notes };
  });
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

const LONGEST = fraction(16);
const SHORTEST = fraction(1, 1024);

function withDuration(state: SongState, label: string, how: (duration: Fraction) => Fraction) {
  return change(state, label, (event) => {
    const duration = how(event.duration);
    const isKept =
      duration.num * LONGEST.den <= LONGEST.num * duration.den &&
      duration.num * SHORTEST.den >= SHORTEST.num * duration.den;
    return isKept ? { ...event, duration } : event;
  });
}

export const halve = (state: SongState) =>
  withDuration(state, "halve the value", (duration) => multiply(duration, fraction(1, 2)));

export const double = (state: SongState) =>
  withDuration(state, "double the value", (duration) => multiply(duration, fraction(2)));

/** A dot, a second one, none. */
export const dot = (state: SongState) =>
  withDuration(state, "dot the value", (duration) => {
    const dots = noteValueOf(duration)?.dots ?? 0;
    return multiply(duration, [fraction(3, 2), fraction(7, 6), fraction(4, 7)][dots]!);
  });

/** Of a tuplet: so many in the time of the next lower power of two; plain again where it was one. */
export const tuplet = (state: SongState, actual: number) =>
  withDuration(state, actual === 3 ? "triplet" : `tuplet of ${actual}`, (duration) => {
    const now = noteValueOf(duration)?.tuplet;
    const { normal } = usualTuplet(actual);
    if (now?.actual === actual) return multiply(duration, fraction(actual, normal));
    return multiply(duration, fraction(normal, actual));
  });

/** Links exclude each other; pressing the same one again takes it away. */
export function toggleTechnique(state: SongState, technique: Technique): StripEdit | undefined {
  const label = technique.kind.replaceAll("-", " ");
  const at = here(state);
  const has = at?.chosen
    .flatMap(notesOf)
    .some(
      (note) => note.kind === "pitched" && note.techniques.some((one) => isSame(one, technique)),
    );
  return changeNotes(state, label, (note): Note => {
    if (note.kind === "dead") return note;
    const others = note.techniques.filter(
      (one) => one.kind !== technique.kind && !(isLink(technique) && isLink(one)),
    );
    return { ...note, techniques: has ? others : inOrder([...others, technique]) };
  });
}

/** Whether two techniques say the same. */
function isSame(a: Technique | EventTechnique, b: Technique | EventTechnique): boolean {
  return techniqueKey(a) === techniqueKey(b);
}

export function toggleEventTechnique(
  state: SongState,
  technique: EventTechnique,
): StripEdit | undefined {
  const at = here(state);
  const label = technique.kind.replaceAll("-", " ");
  const has = at?.chosen.some(
    (event) => event.kind === "notes" && event.techniques.some((one) => isSame(one, technique)),
  );
  return change(state, label, (event) => {
    if (event.kind !== "notes") return event;
    const others = event.techniques.filter(({ kind }) => kind !== technique.kind);
    return { ...event, techniques: has ? others : inOrder([...others, technique]) };
  });
}

/** Down, up, as the school suggests. */
export function turnStroke(state: SongState): StripEdit | undefined {
  const next: Readonly<Record<string, Stroke | undefined>> = {
    none: "down",
    down: "up",
    up: undefined,
  };
  return change(state, "turn the stroke", (event) => {
    if (event.kind !== "notes") return event;
    const { stroke, ...rest } = event;
    const wanted = next[stroke ?? "none"];
    return wanted ? { ...rest, stroke: wanted } : rest;
  });
}

export function toggleFermata(state: SongState): StripEdit | undefined {
  return change(state, "fermata", ({ fermata, ...event }) =>
    fermata ? event : { ...event, fermata: true },
  );
}

/** Holds every note of the event before on into the one at the cursor. */
export function tie(state: SongState): StripEdit | undefined {
  const at = here(state);
  const all = at ? eventsOf(at.bars) : [];
  const index = all.findIndex(({ id }) => id === at?.event?.id);
  const before = all[index - 1];
  if (before?.kind !== "notes") return undefined;
  return change(state, "tie", (event): LineEvent => {
    if (event.id !== all[index]!.id) return event;
    if (event.kind === "notes" && event.notes.every((note) => linkOf(note) === "tie")) {
      const notes = event.notes.map((note) =>
        note.kind === "dead"
          ? note
          : { ...note, techniques: note.techniques.filter(({ kind }) => kind !== "tie") },
      );
      return { ...event, notes };
    }
    const notes = before.notes.flatMap((note): Note[] =>
      note.kind === "dead" ? [] : [{ ...note, id: newId(), techniques: [{ kind: "tie" }] }],
    );
    if (notes.length === 0) return event;
    const { id, duration } = event;
    return { kind: "notes", id, duration, notes, techniques: [] };
  });
}

export function barLine(state: SongState): StripEdit | undefined {
  const at = here(state);
  if (!at?.event) return undefined;
  return edit(at, "bar line", toggleBarLine(at.bars, at.event.id), state.cursor.eventId);
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

/** The chosen events as a call-out, to be taken anywhere. */
export function sayChosen(state: SongState): string {
  const at = here(state);
  if (!at || at.chosen.length === 0) return "";
  const context = contextOf(at.part, at.song, state.studio);
  return printCallout([{ events: at.chosen }], context).replace(/ \|$/u, "");
}

/** Reads a call-out and puts its events behind the cursor; slips are told and nothing is written. */
export function insertSaid(
  state: SongState,
  text: string,
): { readonly edit?: StripEdit | undefined; readonly findings: readonly Finding[] } {
  const at = here(state);
  if (!at) return { findings: [] };
  const { bars, findings } = parseCallout(text, contextOf(at.part, at.song, state.studio), newId);
  const slips = findings.filter(({ severity }) => severity === "error");
  const fresh = bars.flatMap(({ events }) => events);
  if (hasErrors(findings) || fresh.length === 0) return { findings: slips };
  return { edit: inserted(at, "paste", fresh), findings: checkBounds(barsWith(at, fresh)) };
}

/** What is said of the event at the cursor, written anew. */
export function resay(
  state: SongState,
  text: string,
): { readonly edit?: StripEdit | undefined; readonly findings: readonly Finding[] } {
  const at = here(state);
  const event = at?.event;
  if (!at || !event) return { findings: [] };
  const { bars, findings } = parseCallout(text, contextOf(at.part, at.song, state.studio), newId);
  const slips = findings.filter(({ severity }) => severity === "error");
  const fresh = bars.flatMap(({ events }) => events);
  if (slips.length > 0 || fresh.length === 0) return { findings: slips };
  const [first, ...rest] = fresh as [LineEvent, ...LineEvent[]];
  const changed = changeEvents(at.bars, new Set([event.id]), () => ({ ...first, id: event.id }));
  const frames = framesOfPhrase(at.song, at.phrase, changed.length + rest.length);
  const after = rest.length > 0 ? insertAfter(changed, frames, event.id, rest) : changed;
  return { edit: edit(at, "say the event anew", after, event.id), findings: [] };
}
