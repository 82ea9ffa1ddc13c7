import {
  eventsBetween,
  eventsOf,
  lineOf,
  notesOf,
  type Bar,
  type LineEvent,
} from "@intonazione/core/score";
import type { SongState } from "./state/store";

type Where = Pick<SongState, "history" | "cursor" | "selection">;

/** The bars of the line at the cursor. */
export function barsHere({ history, cursor }: Where): readonly Bar[] {
  if (cursor.phraseId === undefined) return [];
  return lineOf(history.song, cursor.phraseId, cursor.partId)?.bars ?? [];
}

/** The selected events, or the one at the cursor. */
export function selectedEvents(state: Where): readonly LineEvent[] {
  const { selection, cursor } = state;
  const bars = barsHere(state);
  const isHere = selection?.phraseId === cursor.phraseId && selection?.partId === cursor.partId;
  if (selection && isHere) return eventsBetween(bars, selection.anchorId, selection.headId);
  if (cursor.eventId === undefined) return [];
  return eventsBetween(bars, cursor.eventId, cursor.eventId);
}

/** The bars that the selection touches, from 0; undefined where nothing is selected or at hand. */
export function selectedBars(
  state: Where,
): { readonly first: number; readonly last: number } | undefined {
  const ids = new Set(selectedEvents(state).map(({ id }) => id));
  const touched = barsHere(state).flatMap((bar, index) =>
    eventsOf([bar]).some(({ id }) => ids.has(id)) ? [index] : [],
  );
  if (touched.length === 0) return undefined;
  return { first: touched[0]!, last: touched.at(-1)! };
}

/** The note of an event on a string. */
export function noteOn(event: LineEvent, string: number) {
  return notesOf(event).find((note) =>
    note.kind === "dead" ? note.string === string : note.place?.string === string,
  );
}
