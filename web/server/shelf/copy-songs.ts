import { readSongText } from "@intonazione/core/formats/json";
import type { Kysely } from "kysely";
import { SongRepository } from "../songs/song-repository";
import { storedSongs } from "../songs/stored-songs";
import type { Tables } from "../tables";

const MAX_TITLE = 200;

/**
 * Copies songs of a studio as they are now, all or none; their versions stay with the originals.
 * @returns the ids of the copies, in order; undefined where one cannot be read.
 */
export async function copySongs(
  db: Kysely<Tables>,
  studioId: string,
  ids: readonly string[],
): Promise<readonly string[] | undefined> {
  const stored = await storedSongs(db, studioId, ids);
  const songs = [];
  for (const id of ids) {
    const text = stored.get(id);
    const read = text && readSongText(text);
    if (!read?.ok) return undefined;
    const { song } = read.value;
    songs.push({ ...song, title: `${song.title.slice(0, MAX_TITLE - 7)} (copy)` });
  }
  return new SongRepository(db, studioId).createAll(songs);
}
