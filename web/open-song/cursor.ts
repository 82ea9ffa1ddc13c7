import { barsOn, type BarIndex } from "@intonazione/core/foundation";
import type { Fraction } from "@intonazione/core/rhythm";
import {
  linesOfPart,
  notesOf,
  type Bar,
  type LineEvent,
  type Note,
  type Song,
} from "@intonazione/core/score";
import { eventsInLine } from "@intonazione/core/sounding";

/** What the teacher looks at: the same in every stage. */
export interface Cursor {
  readonly partId: string;
  readonly phraseId?: string | undefined;
  readonly eventId?: string | undefined;
  /** One of several notes sounding at once; absent means the first. */
  readonly noteId?: string | undefined;
}

/** An event of a part with where it stands. */
export interface Stop {
  readonly phraseId: string;
  /** Within the phrase. */
  readonly bar: BarIndex;
  /** Through the part. */
  readonly barOfPart: BarIndex;
  /** From the start of the bar. */
  readonly onset: Fraction;
  readonly event: LineEvent;
}

const stopsOfLines = new WeakMap<readonly Bar[], readonly Stop[]>();

/** The events of one line; worked out once for each, since lines never change in place. */
function stopsOfLine(phraseId: string, bars: readonly Bar[], before: number): readonly Stop[] {
  const known = stopsOfLines.get(bars);
  const first = known?.[0];
  const isSame = !first || (first.phraseId === phraseId && first.barOfPart - first.bar === before);
  if (known && isSame) return known;
  const stops = eventsInLine(bars).map(({ event, bar, onset }): Stop => ({
    phraseId,
    bar,
    barOfPart: barsOn(bar, before),
    onset,
    event,
  }));
  stopsOfLines.set(bars, stops);
  return stops;
}

/** Every event of a part, phrase after phrase. */
export function stopsOf(song: Song, partId: string): readonly Stop[] {
  let before = 0;
  return linesOfPart(song, partId).flatMap(({ phraseId, bars }) => {
    const stops = stopsOfLine(phraseId, bars, before);
    before += bars.length;
    return stops;
  });
}

export function stopAt(song: Song, cursor: Cursor): Stop | undefined {
  if (cursor.eventId === undefined) return undefined;
  return stopsOf(song, cursor.partId).find((stop) => stop.event.id === cursor.eventId);
}

export function noteAt(event: LineEvent, cursor: Cursor): Note | undefined {
  const notes = notesOf(event);
  return notes.find((note) => note.id === cursor.noteId) ?? notes[0];
}

export type Step = "next" | "previous" | "first" | "last" | "next-phrase" | "previous-phrase";

/** Where a step leads; the same cursor at either end. Without a selected event, to the first one. */
export function walk(song: Song, cursor: Cursor, step: Step): Cursor {
  const stops = stopsOf(song, cursor.partId);
  const here = stops.findIndex((stop) => stop.event.id === cursor.eventId);
  const inPhrase = stops.filter((stop) => stop.phraseId === cursor.phraseId);
  const target = (() => {
    if (here < 0) return inPhrase[0] ?? stops[0];
    switch (step) {
      case "next":
        return stops[here + 1];
      case "previous":
        return stops[here - 1];
      case "first":
        return inPhrase[0];
      case "last":
        return inPhrase.at(-1);
      case "next-phrase":
        return stops.slice(here).find((stop) => stop.phraseId !== cursor.phraseId);
      case "previous-phrase": {
        const before = stops.slice(0, here).findLast((s) => s.phraseId !== cursor.phraseId);
        return before && stops.find((stop) => stop.phraseId === before.phraseId);
      }
    }
  })();
  return target ? cursorAt(cursor.partId, target) : cursor;
}

export function cursorAt(partId: string, { phraseId, event }: Stop): Cursor {
  return { partId, phraseId, eventId: event.id };
}

/** From one note to the next of those that sound at once, around the end. */
export function nextNote(song: Song, cursor: Cursor, step: 1 | -1): Cursor {
  const stop = stopAt(song, cursor);
  const notes = stop ? notesOf(stop.event) : [];
  const here = notes.findIndex((note) => note.id === noteAt(stop!.event, cursor)?.id);
  const next = notes[(here + step + notes.length) % Math.max(1, notes.length)];
  return next ? { ...cursor, noteId: next.id } : cursor;
}

/** A cursor that points at something after the song changed: the same event, or one as near as can be. */
export function settle(before: Song, after: Song, cursor: Cursor): Cursor {
  const part = after.parts.find(({ id }) => id === cursor.partId) ?? after.parts[0]!;
  const stops = stopsOf(after, part.id);
  const same = stops.find((stop) => stop.event.id === cursor.eventId);
  if (same) return same.phraseId === cursor.phraseId ? cursor : cursorAt(part.id, same);
  const hasPhrase = after.phrases.some(({ id }) => id === cursor.phraseId);
  const phraseId = hasPhrase ? cursor.phraseId : after.phrases[0]?.id;
  const index = stopsOf(before, cursor.partId)
    .filter((stop) => stop.phraseId === cursor.phraseId)
    .findIndex((stop) => stop.event.id === cursor.eventId);
  const candidates = stops.filter((stop) => stop.phraseId === phraseId);
  const near = index < 0 ? undefined : (candidates[index] ?? candidates.at(-1));
  return near ? cursorAt(part.id, near) : { partId: part.id, phraseId };
}
