import type { SongState } from "@intonazione/core/catalogue";
import { readSongText } from "@intonazione/core/formats/json";
import type { UnreadSong } from "@intonazione/core/formats/shelf";
import type { Song } from "@intonazione/core/score";
import type { Kysely } from "kysely";
import type { Tables } from "../tables";
import { storedSongs } from "./stored-songs";

/** Songs that are fetched by one query. */
const AT_ONCE = 100;

export interface AllSongs {
  readonly songs: readonly Song[];
  /** What the studio says of them, in the same order. */
  readonly rows: readonly { readonly id: string; readonly state: SongState }[];
  /** Those that cannot be read any more, as they are stored. */
  readonly unread: readonly UnreadSong[];
}

/** Every song of a studio, by title. */
export async function allSongs(db: Kysely<Tables>, studioId: string): Promise<AllSongs> {
  const rows = await db
    .selectFrom("songs")
    .select(["id", "title", "state"])
    .where("studio_id", "=", studioId)
    .where("removed_at", "is", null)
    .orderBy("title")
    .orderBy("id")
    .execute();
  const songs: Song[] = [];
  const kept: AllSongs["rows"][number][] = [];
  const unread: UnreadSong[] = [];
  let some: Awaited<ReturnType<typeof storedSongs>> = new Map();
  for (const [index, { id, title, state }] of rows.entries()) {
    if (index % AT_ONCE === 0) {
      const ids = rows.slice(index, index + AT_ONCE).map((row) => row.id);
      some = await storedSongs(db, studioId, ids);
    }
    const stored = some.get(id);
    const read = stored && readSongText(stored);
    if (read?.ok) {
      songs.push(read.value.song);
      kept.push({ id, state });
    } else {
      const why = read?.error[0]?.message ?? "no document is kept of it";
      unread.push({ title, why, texts: stored ? [stored.whole, ...stored.changes] : [] });
    }
  }
  return { songs, rows: kept, unread };
}
