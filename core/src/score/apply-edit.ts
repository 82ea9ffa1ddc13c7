import { isSame } from "../foundation/same";
import { concerns } from "./accepted";
import { eventsOf, withEvents } from "./bar";
import { relationsAfter } from "./bar-relation";
import type { Edit, LineContent, NoteAddress, Placement } from "./edit";
import { editProblem } from "./edit-problem";
import { notesOf, withNotes, type PitchedNote } from "./event";
import { withoutPhrase } from "./form";
import { detailsOf, lineOf, type Accepted, type Line, type Song } from "./song";

export interface Applied {
  readonly song: Song;
  /** `applyEdit(applied.song, applied.inverse).song` equals the song before, but for the order of lines. */
  readonly inverse: Edit;
}

/**
 * Applies one edit. An edit that changes nothing returns the same song.
 * @throws RangeError with the reason of `editProblem` when the edit does not fit the song.
 */
export function applyEdit(song: Song, edit: Edit): Applied {
  const problem = editProblem(song, edit);
  if (problem !== undefined) throw new RangeError(problem);
  return isChange(song, edit) ? change(song, edit) : { song, inverse: edit };
}

/** Whether an edit that fits would change anything. */
function isChange(song: Song, edit: Edit): boolean {
  switch (edit.kind) {
    case "set-details":
      return !isSame(edit.details, detailsOf(song));
    case "insert-part":
    case "remove-part":
    case "insert-phrase":
    case "remove-phrase":
      return true;
    case "replace-part":
      return !song.parts.some((part) => isSame(part, edit.part));
    case "replace-phrase":
      return !song.phrases.some((phrase) => isSame(phrase, edit.phrase));
    case "set-bars": {
      const before = lineOf(song, edit.phraseId, edit.partId);
      const isSaidAnew = edit.relations && !isSame(edit.relations, before?.relations ?? []);
      return isSaidAnew || !isSame(edit.bars, before?.bars);
    }
    case "set-line": {
      const before = lineOf(song, edit.phraseId, edit.partId);
      return !isSame(edit.line, before && contentOf(before));
    }
    case "set-form":
      return !isSame(edit.form, song.form);
    case "set-accepted":
      return !isSame(edit.accepted, song.accepted ?? []);
    case "replace-song":
      return !isSame(edit.song, song);
    case "place-note": {
      const note = noteAt(song, edit.at);
      return !isSame(edit.placement, placementOf(note));
    }
  }
}

function change(song: Song, edit: Edit): Applied {
  switch (edit.kind) {
    case "set-details": {
      const { parts, phrases, form, lines, accepted } = song;
      const music = { parts, phrases, form, lines, ...(accepted && { accepted }) };
      return {
        song: { ...edit.details, ...music },
        inverse: { kind: "set-details", details: detailsOf(song) },
      };
    }
    case "insert-part":
      return {
        song: {
          ...song,
          ...edit.with,
          parts: song.parts.toSpliced(edit.index, 0, edit.part),
          lines: [...song.lines, ...edit.lines],
        },
        inverse: { kind: "remove-part", partId: edit.part.id },
      };
    case "remove-part": {
      const index = indexOf(song.parts, edit.partId);
      const isOurs = (line: Line) => line.partId === edit.partId;
      const { accepted } = song;
      return {
        song: {
          ...withoutAccepted(song, edit.partId),
          parts: song.parts.toSpliced(index, 1),
          lines: song.lines.filter((line) => !isOurs(line)),
        },
        inverse: {
          kind: "insert-part",
          index,
          part: song.parts[index]!,
          lines: song.lines.filter(isOurs),
          ...(accepted && { with: { accepted } }),
        },
      };
    }
    case "replace-part": {
      const index = indexOf(song.parts, edit.part.id);
      return {
        song: { ...song, parts: song.parts.with(index, edit.part) },
        inverse: { kind: "replace-part", part: song.parts[index]! },
      };
    }
    case "insert-phrase":
      return {
        song: {
          ...song,
          ...edit.with,
          phrases: song.phrases.toSpliced(edit.index, 0, edit.phrase),
          lines: [...song.lines, ...edit.lines],
        },
        inverse: { kind: "remove-phrase", phraseId: edit.phrase.id },
      };
    case "remove-phrase": {
      const index = indexOf(song.phrases, edit.phraseId);
      const isOurs = (line: Line) => line.phraseId === edit.phraseId;
      const { form, accepted } = song;
      return {
        song: {
          ...withoutAccepted(song, edit.phraseId),
          phrases: song.phrases.toSpliced(index, 1),
          form: withoutPhrase(form, edit.phraseId),
          lines: song.lines.filter((line) => !isOurs(line)),
        },
        inverse: {
          kind: "insert-phrase",
          index,
          phrase: song.phrases[index]!,
          lines: song.lines.filter(isOurs),
          with: { form, ...(accepted && { accepted }) },
        },
      };
    }
    case "replace-phrase": {
      const index = indexOf(song.phrases, edit.phrase.id);
      return {
        song: { ...song, phrases: song.phrases.with(index, edit.phrase) },
        inverse: { kind: "replace-phrase", phrase: song.phrases[index]! },
      };
    }
    case "set-bars": {
      const before = lineOf(song, edit.phraseId, edit.partId);
      const relations =
        edit.relations ?? relationsAfter(before?.relations ?? [], before?.bars ?? [], edit.bars);
      const { relations: _, ...content } = before ? contentOf(before) : { others: [] };
      const line = { ...content, bars: edit.bars, ...(relations.length > 0 && { relations }) };
      return setLine(song, { ...edit, kind: "set-line", line });
    }
    case "set-line":
      return setLine(song, edit);
    case "set-form":
      return {
        song: { ...song, form: edit.form },
        inverse: { kind: "set-form", form: song.form },
      };
    case "set-accepted": {
      const { accepted: before = [] } = song;
      return {
        song: withAccepted(song, edit.accepted),
        inverse: { kind: "set-accepted", accepted: before },
      };
    }
    case "replace-song":
      return { song: edit.song, inverse: { kind: "replace-song", song } };
    case "place-note":
      return placeNote(song, edit.at, edit.placement);
  }
}

function withAccepted({ accepted: _, ...rest }: Song, accepted: readonly Accepted[]): Song {
  return accepted.length > 0 ? { ...rest, accepted } : rest;
}

function withoutAccepted(song: Song, id: string): Song {
  const gone = new Set([id]);
  return withAccepted(
    song,
    (song.accepted ?? []).filter((one) => !concerns(one, gone)),
  );
}

function contentOf({ phraseId: _phrase, partId: _part, ...content }: Line): LineContent {
  return content;
}

function setLine(
  song: Song,
  { phraseId, partId, line }: Extract<Edit, { readonly kind: "set-line" }>,
): Applied {
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

/** @throws RangeError when the line has no such note with a pitch. */
function noteAt(song: Song, { phraseId, partId, noteId }: NoteAddress): PitchedNote {
  const bars = lineOf(song, phraseId, partId)?.bars ?? [];
  const note = eventsOf(bars)
    .flatMap(notesOf)
    .find(({ id }) => id === noteId);
  if (note?.kind === "pitched") return note;
  throw new RangeError(`no pitched note ${noteId} in this line`);
}

function placementOf({ place, pinned, reason }: PitchedNote): Placement {
  return { ...(place && { place }), pinned, ...(reason !== undefined && { reason }) };
}

function placeNote(song: Song, at: NoteAddress, placement: Placement): Applied {
  const target = noteAt(song, at);
  const line = lineOf(song, at.phraseId, at.partId)!;
  const bars = line.bars.map((bar) =>
    withEvents(bar, (event) =>
      withNotes(event, (note) => {
        if (note !== target) return note;
        const { place: _place, pinned: _pinned, reason: _reason, ...rest } = target;
        return { ...rest, ...placement };
      }),
    ),
  );
  return {
    song: {
      ...song,
      lines: song.lines.map((other) => (other === line ? { ...line, bars } : other)),
    },
    inverse: { kind: "place-note", at, placement: placementOf(target) },
  };
}

function indexOf(items: readonly { readonly id: string }[], id: string): number {
  return items.findIndex((item) => item.id === id);
}
