import type { Place } from "../neck/neck";
import { withEvents, type Bar } from "./bar";
import { notesOf, withNotes, type LineEvent } from "./event";
import type { Section } from "./form";
import {
  lineOf,
  type Accepted,
  type Line,
  type Part,
  type Phrase,
  type Song,
  type SongDetails,
} from "./song";

/** Where a note stands in a song. */
export interface NoteAddress {
  readonly phraseId: string;
  readonly partId: string;
  readonly noteId: string;
}

/** The decision where a pitch is played. */
export interface Placement {
  readonly place?: Place;
  readonly pinned: boolean;
  readonly reason?: string;
}

/** A line without its address: the version that is played, and the others. */
export type LineContent = Omit<Line, "phraseId" | "partId">;

/** One change to a song, as data. Applying it gives the edit that takes it back. */
export type Edit =
  | { readonly kind: "set-details"; readonly details: SongDetails }
  | {
      readonly kind: "insert-part";
      readonly index: number;
      readonly part: Part;
      readonly lines: readonly Line[];
    }
  | { readonly kind: "remove-part"; readonly partId: string }
  | { readonly kind: "replace-part"; readonly part: Part }
  | {
      readonly kind: "insert-phrase";
      readonly index: number;
      readonly phrase: Phrase;
      readonly lines: readonly Line[];
    }
  | { readonly kind: "remove-phrase"; readonly phraseId: string }
  | { readonly kind: "replace-phrase"; readonly phrase: Phrase }
  | {
      readonly kind: "set-bars";
      readonly phraseId: string;
      readonly partId: string;
      readonly bars: readonly Bar[];
    }
  | {
      readonly kind: "set-line";
      readonly phraseId: string;
      readonly partId: string;
      /** Absent takes the line away. */
      readonly line?: LineContent;
    }
  | { readonly kind: "set-form"; readonly form: readonly Section[] }
  | { readonly kind: "set-accepted"; readonly accepted: readonly Accepted[] }
  /** Another song altogether: an earlier version that is brought back. */
  | { readonly kind: "replace-song"; readonly song: Song }
  | { readonly kind: "place-note"; readonly at: NoteAddress; readonly placement: Placement };

export interface Applied {
  readonly song: Song;
  /** `applyEdit(applied.song, applied.inverse).song` equals the song before, but for the order of lines. */
  readonly inverse: Edit;
}

/**
 * Applies one edit. An edit that changes nothing returns the same song.
 * @throws RangeError when the edit names a part, phrase or note that the song does not have.
 */
export function applyEdit(song: Song, edit: Edit): Applied {
  switch (edit.kind) {
    case "set-details": {
      const { parts, phrases, form, lines, accepted, ...before } = song;
      const music = { parts, phrases, form, lines, ...(accepted && { accepted }) };
      return {
        song: { ...edit.details, ...music },
        inverse: { kind: "set-details", details: before },
      };
    }
    case "insert-part":
      return {
        song: {
          ...song,
          parts: song.parts.toSpliced(edit.index, 0, edit.part),
          lines: [...song.lines, ...edit.lines],
        },
        inverse: { kind: "remove-part", partId: edit.part.id },
      };
    case "remove-part": {
      const index = indexOf(song.parts, edit.partId, "part");
      const isOurs = (line: Line) => line.partId === edit.partId;
      return {
        song: {
          ...song,
          parts: song.parts.toSpliced(index, 1),
          lines: song.lines.filter((line) => !isOurs(line)),
        },
        inverse: {
          kind: "insert-part",
          index,
          part: song.parts[index]!,
          lines: song.lines.filter(isOurs),
        },
      };
    }
    case "replace-part": {
      const index = indexOf(song.parts, edit.part.id, "part");
      return {
        song: { ...song, parts: song.parts.with(index, edit.part) },
        inverse: { kind: "replace-part", part: song.parts[index]! },
      };
    }
    case "insert-phrase":
      return {
        song: {
          ...song,
          phrases: song.phrases.toSpliced(edit.index, 0, edit.phrase),
          lines: [...song.lines, ...edit.lines],
        },
        inverse: { kind: "remove-phrase", phraseId: edit.phrase.id },
      };
    case "remove-phrase": {
      const index = indexOf(song.phrases, edit.phraseId, "phrase");
      const isOurs = (line: Line) => line.phraseId === edit.phraseId;
      return {
        song: {
          ...song,
          phrases: song.phrases.toSpliced(index, 1),
          lines: song.lines.filter((line) => !isOurs(line)),
        },
        inverse: {
          kind: "insert-phrase",
          index,
          phrase: song.phrases[index]!,
          lines: song.lines.filter(isOurs),
        },
      };
    }
    case "replace-phrase": {
      const index = indexOf(song.phrases, edit.phrase.id, "phrase");
      return {
        song: { ...song, phrases: song.phrases.with(index, edit.phrase) },
        inverse: { kind: "replace-phrase", phrase: song.phrases[index]! },
      };
    }
    case "set-bars": {
      const before = lineOf(song, edit.phraseId, edit.partId);
      const line = before
        ? { ...contentOf(before), bars: edit.bars }
        : { bars: edit.bars, others: [] };
      if (before?.bars !== edit.bars) return setLine(song, { ...edit, kind: "set-line", line });
      return { song, inverse: edit };
    }
    case "set-line":
      return setLine(song, edit);
    case "set-form":
      return {
        song: { ...song, form: edit.form },
        inverse: { kind: "set-form", form: song.form },
      };
    case "set-accepted": {
      const { accepted: before = [], ...rest } = song;
      const { accepted } = edit;
      const after = accepted.length > 0 ? { ...rest, accepted } : rest;
      return { song: after, inverse: { kind: "set-accepted", accepted: before } };
    }
    case "replace-song":
      return { song: edit.song, inverse: { kind: "replace-song", song } };
    case "place-note":
      return placeNote(song, edit.at, edit.placement);
  }
}

function contentOf({ phraseId: _phrase, partId: _part, ...content }: Line): LineContent {
  return content;
}

function setLine(
  song: Song,
  { phraseId, partId, line }: Extract<Edit, { readonly kind: "set-line" }>,
): Applied {
  indexOf(song.parts, partId, "part");
  indexOf(song.phrases, phraseId, "phrase");
  const before = lineOf(song, phraseId, partId);
  const inverse: Edit = {
    kind: "set-line",
    phraseId,
    partId,
    ...(before && { line: contentOf(before) }),
  };
  const after: Line[] = line ? [{ ...line, phraseId, partId }] : [];
  const lines = before
    ? song.lines.flatMap((other) => (other === before ? after : [other]))
    : [...song.lines, ...after];
  return { song: { ...song, lines }, inverse };
}

function placeNote(song: Song, at: NoteAddress, placement: Placement): Applied {
  const line = lineOf(song, at.phraseId, at.partId);
  let before: Placement | undefined;
  const bars = line?.bars.map((bar) =>
    withEvents(bar, (event) => {
      if (!hasNote(event, at.noteId)) return event;
      return withNotes(event, (note) => {
        if (note.id !== at.noteId || note.kind === "dead") return note;
        const { place, pinned, reason, ...rest } = note;
        before = { ...(place && { place }), pinned, ...(reason !== undefined && { reason }) };
        return { ...rest, ...placement };
      });
    }),
  );
  if (!line || !bars || !before) throw new RangeError(`no pitched note ${at.noteId} in this line`);
  return {
    song: {
      ...song,
      lines: song.lines.map((other) => (other === line ? { ...line, bars } : other)),
    },
    inverse: { kind: "place-note", at, placement: before },
  };
}

function hasNote(event: LineEvent, noteId: string): boolean {
  return notesOf(event).some((note) => note.id === noteId);
}

function indexOf(items: readonly { readonly id: string }[], id: string, what: string): number {
  const index = items.findIndex((item) => item.id === id);
  if (index < 0) throw new RangeError(`no ${what} ${id} in this song`);
  return index;
}
