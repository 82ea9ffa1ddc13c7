import { chordsOf, heardLines, type HeardChord, type HeardLine } from "@intonazione/core/analysis";
import { Memory } from "@intonazione/core/foundation";
import type { Song } from "@intonazione/core/score";

const memory = new Memory();
let last: { readonly song: Song; readonly lines: readonly HeardLine[] } | undefined;

/** Every line of the open song as it is heard; what did not change is not worked out again. */
function heardInSong(song: Song): readonly HeardLine[] {
  if (last?.song === song) return last.lines;
  const lines = heardLines(song, memory);
  last = { song, lines };
  return lines;
}

export function heardLineAt(
  song: Song,
  phraseId: string | undefined,
  partId: string,
): HeardLine | undefined {
  return heardInSong(song).find(({ phrase, part }) => phrase.id === phraseId && part.id === partId);
}

/** The chords of a line, the bass of another part taken into account. */
export function chordsInLine(song: Song, line: HeardLine): readonly HeardChord[] {
  return chordsOf(song, line, heardInSong(song), memory);
}
