import type { Song } from "../score/song";

/** A song of one of its phrases, as if there were no others. */
export function onePhrase(song: Song, phraseId: string): Song {
  return {
    ...song,
    phrases: song.phrases.filter(({ id }) => id === phraseId),
    form: [],
    lines: song.lines
      .filter((line) => line.phraseId === phraseId)
      .map((line) => ({ ...line, others: [] })),
  };
}
