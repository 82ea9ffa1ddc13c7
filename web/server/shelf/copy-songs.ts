import { readSongText } from "@intonazione/core/formats/json";
import type { StudioAccess } from "../requests/with-studio";
import { songsOf } from "../songs/song-api";
import { storedSongs } from "../songs/stored-songs";

const MAX_TITLE = 200;

/**
 * Copies songs of a studio as they are now, all or none; their versions stay with the originals.
 * @returns the ids of the copies, in order; undefined where one cannot be read.
 */
export async function copySongs(
  access: StudioAccess,
  ids: readonly string[],
): Promise<readonly string[] | undefined> {
  const stored = await storedSongs(access.db, access.studio.id, ids);
  const songs = [];
  for (const id of ids) {
    const text = stored.get(id);
    const read = text && readSongText(text);
    if (!read?.ok) return undefined;
    const { song } = read.value;
    songs.push({ ...song, title: `${song.title.slice(0, MAX_TITLE - 7)} (copy)` });
  }
  return songsOf(access).createAll(songs);
}
