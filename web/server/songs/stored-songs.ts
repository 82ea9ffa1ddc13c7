import type { SongText } from "@intonazione/core/formats/json";
import type { Kysely } from "kysely";
import type { Tables } from "../tables";

/** A song as it is stored, not yet read. */
export interface StoredSong extends SongText {
  readonly id: string;
  readonly version: number;
  /** The version that `whole` is of. */
  readonly wholeVersion: number;
  readonly savedAt: Date;
}

/** Songs of a studio by their ids; what it does not have, or has in the bin, is left out. */
export async function storedSongs(
  db: Kysely<Tables>,
  studioId: string,
  ids: readonly string[],
): Promise<ReadonlyMap<string, StoredSong>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .selectFrom("songs")
    .innerJoin("song_revisions", "song_revisions.song_id", "songs.id")
    .select(["songs.id", "songs.version", "whole_version", "songs.updated_at", "whole", "change"])
    .where("songs.studio_id", "=", studioId)
    .where("songs.id", "in", ids)
    .where("removed_at", "is", null)
    .where("refused", "=", false)
    .whereRef("song_revisions.version", ">=", "whole_version")
    .orderBy("song_revisions.version")
    .execute();
  const songs = new Map<string, StoredSong & { readonly changes: string[] }>();
  for (const row of rows) {
    const known = songs.get(row.id);
    if (known) known.changes.push(row.change ?? "null");
    else {
      songs.set(row.id, {
        id: row.id,
        version: row.version,
        wholeVersion: row.whole_version,
        savedAt: row.updated_at,
        whole: row.whole ?? "null",
        changes: [],
      });
    }
  }
  return songs;
}
