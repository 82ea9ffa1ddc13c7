import { checkBounds } from "@intonazione/core/checks";
import {
  changeEvents,
  framesOfPhrase,
  insertAfter,
  type Bar,
  type LineEvent,
  type Note,
  type Transaction,
} from "@intonazione/core/score";
import { neckOfPart, partAt } from "../derived";
import { barsHere, selectedEvents } from "../selection";
import type { SongState, SongStore } from "../state/store";

/** What a key on the strip does: a transaction, and the event that the cursor goes to. */
export interface StripEdit {
  readonly transaction: Transaction;
  readonly eventId: string | undefined;
}

/** Runs an edit, if there is one; the cursor goes to its event, and to no note of a chord. */
export function runEdit(store: SongStore, made: StripEdit | undefined): void {
  if (made) store.run(made.transaction, { eventId: made.eventId, noteId: undefined });
}

/** Everything an edit needs of the state; nothing where there is no line to write in. */
export function here(state: SongState) {
  const { history, cursor } = state;
  const { song } = history;
  const phrase = song.phrases.find(({ id }) => id === cursor.phraseId);
  if (!phrase) return undefined;
  const part = partAt(song, cursor.partId);
  const bars = barsHere(state);
  const chosen = selectedEvents(state);
  return { song, phrase, part, bars, chosen, event: chosen.at(-1), neck: neckOfPart(part) };
}

export type Here = NonNullable<ReturnType<typeof here>>;

export function edit(
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
export function change(
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

export function changeNotes(
  state: SongState,
  label: string,
  how: (note: Note) => Note,
): StripEdit | undefined {
  return change(state, label, (event) =>
    event.kind === "notes" ? { ...event, notes: event.notes.map(how) } : event,
  );
}

export function inserted(
  at: Here,
  label: string,
  fresh: readonly LineEvent[],
): StripEdit | undefined {
  return edit(at, label, barsWith(at, fresh), fresh.at(-1)?.id);
}

export function barsWith(at: Here, fresh: readonly LineEvent[]): readonly Bar[] {
  const frames = framesOfPhrase(at.song, at.phrase, at.bars.length + fresh.length);
  return insertAfter(at.bars, frames, at.event?.id, fresh);
}
