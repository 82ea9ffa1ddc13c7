import { readText, SONG_FORMAT } from "@intonazione/core/formats/json";
import type { StudioAccess } from "../requests/studio-access";
import { documentsOf } from "../documents/document-repository";
import { copyTakes } from "../takes/takes-of-song";
import { SONGS } from "../songs/song-kind";

const MAX_TITLE = 200;

/**
 * Copies songs of a studio as they are now, all or none; their versions stay with the originals.
 * @returns the ids of the copies, in order; undefined where one cannot be read.
 */
export async function copySongs(
  access: StudioAccess,
  ids: readonly string[],
): Promise<readonly string[] | undefined> {
  const documents = documentsOf(SONGS, access);
  const stored = await documents.findAll(ids);
  const songs = [];
  for (const id of ids) {
    const text = stored.get(id);
    const read = text && readText(SONG_FORMAT, text);
    if (!read?.ok) return undefined;
    const song = read.value.value;
    songs.push({ ...song, title: `${song.title.slice(0, MAX_TITLE - 7)} (copy)` });
  }
  const copies = await documents.createAll(songs);
  for (const [index, copy] of copies.entries()) await copyTakes(access, ids[index]!, copy);
  return copies;
}
