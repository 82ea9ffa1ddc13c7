import type { SongState } from "@intonazione/core/catalogue";
import { readText, SONG_FORMAT, TAKES_FORMAT } from "@intonazione/core/formats/json";
import type { ShelfTakes, StudioShelf, UnreadSong } from "@intonazione/core/formats/shelf";
import type { Song } from "@intonazione/core/score";
import type { ShelfTexts } from "./shelf-texts";

/** The shelf that the texts say; songs that cannot be read any more come along as they are stored. */
export function readTexts({ songs: texts, collections, ...rest }: ShelfTexts): {
  readonly shelf: StudioShelf;
  readonly unread: readonly UnreadSong[];
} {
  const songs: Song[] = [];
  const states: SongState[] = [];
  const places = new Map<string, number>();
  const unread: UnreadSong[] = [];
  const takes: ShelfTakes[] = [];
  for (const { id, title, state, text, takes: takesText } of texts) {
    const read = text && readText(SONG_FORMAT, text);
    if (read?.ok) {
      places.set(id, songs.length);
      songs.push(read.value.value);
      states.push(state);
      const own = takesText && readText(TAKES_FORMAT, takesText);
      if (own?.ok && own.value.value.length > 0) {
        takes.push({ song: songs.length - 1, takes: own.value.value });
      }
    } else {
      const why = read?.error[0]?.message ?? "no document is kept of it";
      unread.push({ title, why, texts: text ? [text.whole, ...text.changes] : [] });
    }
  }
  const together = collections.map(({ name, songIds }) => ({
    name,
    songs: songIds.flatMap((id) => places.get(id) ?? []),
  }));
  return { shelf: { ...rest, songs, states, collections: together, takes }, unread };
}
