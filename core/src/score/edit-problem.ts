import type { Edit } from "./edit";
import { phraseIdsOf } from "./form";
import { MAX_ACCEPTED, type Line, type Song } from "./song";

/**
 * Why an edit does not fit a song; undefined where it does. The twin of `applyEdit` that does not
 * throw.
 */
export function editProblem(song: Song, edit: Edit): string | undefined {
  switch (edit.kind) {
    case "set-details":
    case "replace-song":
      return undefined;
    case "insert-part": {
      const { part, index, lines } = edit;
      return (
        insertProblem(song, song.parts, part.id, index, "part") ??
        linesProblem(lines, "part", part.id, (line) => line.partId) ??
        missing(
          song.phrases,
          lines.map((line) => line.phraseId),
          "phrase",
        )
      );
    }
    case "remove-part":
      return (
        missing(song.parts, [edit.partId], "part") ??
        (song.parts.length === 1 ? "a song keeps at least one part" : undefined)
      );
    case "replace-part":
      return missing(song.parts, [edit.part.id], "part");
    case "insert-phrase": {
      const { phrase, index, lines } = edit;
      const played = new Set([...song.phrases.map(({ id }) => id), phrase.id]);
      return (
        insertProblem(song, song.phrases, phrase.id, index, "phrase") ??
        linesProblem(lines, "phrase", phrase.id, (line) => line.phraseId) ??
        missing(
          song.parts,
          lines.map((line) => line.partId),
          "part",
        ) ??
        strayPhrase(edit.with?.form ?? [], played)
      );
    }
    case "remove-phrase":
      return missing(song.phrases, [edit.phraseId], "phrase");
    case "replace-phrase":
      return missing(song.phrases, [edit.phrase.id], "phrase");
    case "set-bars":
    case "set-line":
      return (
        missing(song.parts, [edit.partId], "part") ??
        missing(song.phrases, [edit.phraseId], "phrase")
      );
    case "set-form":
      return strayPhrase(edit.form, new Set(song.phrases.map(({ id }) => id)));
    case "set-accepted":
      return edit.accepted.length > MAX_ACCEPTED
        ? `a song may have ${MAX_ACCEPTED} accepted findings, got ${edit.accepted.length}`
        : undefined;
    case "place-note":
      return (
        missing(song.parts, [edit.at.partId], "part") ??
        missing(song.phrases, [edit.at.phraseId], "phrase")
      );
  }
}

type Identified = readonly { readonly id: string }[];

function insertProblem(
  song: Song,
  items: Identified,
  id: string,
  index: number,
  what: string,
): string | undefined {
  if ([...song.parts, ...song.phrases].some((item) => item.id === id)) {
    return `the id ${id} is taken`;
  }
  if (Number.isInteger(index) && index >= 0 && index <= items.length) return undefined;
  return `index of the ${what} must be 0–${items.length}, got ${index}`;
}

function linesProblem(
  lines: readonly Line[],
  what: string,
  id: string,
  ownerOf: (line: Line) => string,
): string | undefined {
  const stray = lines.find((line) => ownerOf(line) !== id);
  if (stray) return `a line of ${what} ${ownerOf(stray)} does not belong to ${what} ${id}`;
  const addresses = new Set(lines.map(({ phraseId, partId }) => `${phraseId} ${partId}`));
  return addresses.size < lines.length ? `${what} ${id} has two lines at one place` : undefined;
}

function missing(items: Identified, ids: readonly string[], what: string): string | undefined {
  const id = ids.find((one) => !items.some((item) => item.id === one));
  return id === undefined ? undefined : `no ${what} ${id} in this song`;
}

function strayPhrase(form: Song["form"], known: ReadonlySet<string>): string | undefined {
  const stray = phraseIdsOf(form).find((id) => !known.has(id));
  return stray === undefined
    ? undefined
    : `the form plays phrase ${stray}, which is not in the song`;
}
