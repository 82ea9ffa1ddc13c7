import { lineOf, type Phrase, type Song } from "../../score/song";

/** How many bars a phrase takes in a file: those of its longest line, and at least one. */
export function barsInPhrase(song: Song, phrase: Phrase): number {
  return song.parts.reduce(
    (most, part) => Math.max(most, lineOf(song, phrase.id, part.id)?.bars.length ?? 0),
    1,
  );
}
