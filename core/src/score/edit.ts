import type { Place } from "../neck/neck";
import {
  lineOf,
  type Bar,
  type Line,
  type Note,
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
      /** Absent takes the line away. */
      readonly bars?: readonly Bar[];
    }
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
      const { parts, phrases, lines, ...before } = song;
      return {
        song: { ...edit.details, parts, phrases, lines },
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
    case "set-bars":
      return setBars(song, edit.phraseId, edit.partId, edit.bars);
    case "place-note":
      return placeNote(song, edit.at, edit.placement);
  }
}

function setBars(
  song: Song,
  phraseId: string,
  partId: string,
  bars: readonly Bar[] | undefined,
): Applied {
  indexOf(song.parts, partId, "part");
  indexOf(song.phrases, phraseId, "phrase");
  const before = lineOf(song, phraseId, partId);
  const inverse: Edit = {
    kind: "set-bars",
    phraseId,
    partId,
    ...(before && { bars: before.bars }),
  };
  if (before?.bars === bars) return { song, inverse };
  const lines = song.lines.flatMap((line) => {
    if (line !== before) return [line];
    return bars ? [{ ...line, bars }] : [];
  });
  if (!before && bars) lines.push({ phraseId, partId, bars });
  return { song: { ...song, lines }, inverse };
}

function placeNote(song: Song, at: NoteAddress, placement: Placement): Applied {
  const line = lineOf(song, at.phraseId, at.partId);
  let before: Placement | undefined;
  const bars = line?.bars.map((bar) => {
    if (!bar.events.some((event) => hasNote(event, at.noteId))) return bar;
    const events = bar.events.map((event) => {
      if (event.kind === "rest" || !hasNote(event, at.noteId)) return event;
      const notes = event.notes.map((note): Note => {
        if (note.id !== at.noteId || note.kind === "dead") return note;
        const { place, pinned, reason, ...rest } = note;
        before = { ...(place && { place }), pinned, ...(reason !== undefined && { reason }) };
        return { ...rest, ...placement };
      });
      return { ...event, notes };
    });
    return { events };
  });
  if (!line || !bars || !before) throw new RangeError(`no pitched note ${at.noteId} in this line`);
  return {
    song: {
      ...song,
      lines: song.lines.map((other) => (other === line ? { ...line, bars } : other)),
    },
    inverse: { kind: "place-note", at, placement: before },
  };
}

function hasNote(event: Bar["events"][number], noteId: string): boolean {
  return event.kind === "notes" && event.notes.some((note) => note.id === noteId);
}

function indexOf(items: readonly { readonly id: string }[], id: string, what: string): number {
  const index = items.findIndex((item) => item.id === id);
  if (index < 0) throw new RangeError(`no ${what} ${id} in this song`);
  return index;
}
