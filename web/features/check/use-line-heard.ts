import type { HeardLine } from "@intonazione/core/analysis";
import type { Part, Song } from "@intonazione/core/score";
import { selectPart, selectSong, useSong } from "@/open-song/context";
import { heardLineAt } from "@/open-song/heard-song";

/** The phrase at the cursor as its part is heard; without a line where the part has none there. */
export function useLineHeard(): {
  readonly song: Song;
  readonly part: Part;
  readonly phraseId: string | undefined;
  readonly heard: HeardLine | undefined;
} {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const phraseId = useSong((state) => state.cursor.phraseId) ?? song.phrases[0]?.id;
  return { song, part, phraseId, heard: heardLineAt(song, phraseId, part.id) };
}
