import { placePart, tableFor } from "../../placement/place-part";
import { eventsOf } from "../../score/bar";
import { notesOf } from "../../score/event";
import { linesOfPart, type Song } from "../../score/song";

/** The song with every part that names no string at all placed where it is played best. */
export function placeParts(song: Song): Song {
  return song.parts.reduce((placed: Song, part) => {
    const lines = linesOfPart(placed, part.id);
    const notes = lines.flatMap(({ bars }) => eventsOf(bars).flatMap(notesOf));
    const isWritten = notes.some((note) => note.kind === "dead" || note.place !== undefined);
    if (isWritten || notes.length === 0) return placed;
    const table = tableFor(placed, part);
    const done = placePart(placed, part, "unplaced", table, lines);
    const byPhrase = new Map(done.lines.map((line) => [line.phraseId, line]));
    return {
      ...placed,
      lines: placed.lines.map((line) =>
        line.partId === part.id ? (byPhrase.get(line.phraseId) ?? line) : line,
      ),
    };
  }, song);
}
