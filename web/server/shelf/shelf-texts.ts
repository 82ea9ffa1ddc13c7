import type { SongState } from "@intonazione/core/catalogue";
import { readSongText, type SongText } from "@intonazione/core/formats/json";
import type { StudioShelf, UnreadSong } from "@intonazione/core/formats/shelf";
import type { Song } from "@intonazione/core/score";
import type { Kysely } from "kysely";
import { InstrumentRepository } from "../instrument-repository";
import { storedSongs } from "../songs/stored-songs";
import type { Studio } from "../studio-repository";
import type { Tables } from "../tables";
import { CollectionRepository } from "./collection-repository";

/** Songs that are fetched by one query. */
const AT_ONCE = 100;

/** A studio's shelf as it is stored: nothing of it is read yet. */
export interface ShelfTexts extends Pick<StudioShelf, "instruments" | "style" | "profiles"> {
  /** By title. */
  readonly songs: readonly {
    readonly id: string;
    readonly title: string;
    readonly state: SongState;
    /** Absent where no document is kept. */
    readonly text?: SongText;
  }[];
  readonly collections: readonly { readonly name: string; readonly songIds: readonly string[] }[];
}

export async function shelfTexts(db: Kysely<Tables>, studio: Studio): Promise<ShelfTexts> {
  const rows = await db
    .selectFrom("songs")
    .select(["id", "title", "state"])
    .where("studio_id", "=", studio.id)
    .where("removed_at", "is", null)
    .orderBy("title")
    .orderBy("id")
    .execute();
  const songs: ShelfTexts["songs"][number][] = [];
  for (let from = 0; from < rows.length; from += AT_ONCE) {
    const some = rows.slice(from, from + AT_ONCE);
    const stored = await storedSongs(
      db,
      studio.id,
      some.map(({ id }) => id),
    );
    for (const row of some) {
      const text = stored.get(row.id);
      songs.push({ ...row, ...(text && { text: { whole: text.whole, changes: text.changes } }) });
    }
  }
  const rack = await new InstrumentRepository(db, studio.id).list();
  return {
    songs,
    collections: await new CollectionRepository(db, studio.id).contents(),
    instruments: rack.map(({ instrument }) => instrument),
    style: studio.style,
    profiles: studio.profiles.list,
  };
}

/** The shelf that the texts say; songs that cannot be read any more come along as they are stored. */
export function readTexts({ songs: texts, collections, ...rest }: ShelfTexts): {
  readonly shelf: StudioShelf;
  readonly unread: readonly UnreadSong[];
} {
  const songs: Song[] = [];
  const states: SongState[] = [];
  const places = new Map<string, number>();
  const unread: UnreadSong[] = [];
  for (const { id, title, state, text } of texts) {
    const read = text && readSongText(text);
    if (read?.ok) {
      places.set(id, songs.length);
      songs.push(read.value.song);
      states.push(state);
    } else {
      const why = read?.error[0]?.message ?? "no document is kept of it";
      unread.push({ title, why, texts: text ? [text.whole, ...text.changes] : [] });
    }
  }
  const together = collections.map(({ name, songIds }) => ({
    name,
    songs: songIds.flatMap((id) => places.get(id) ?? []),
  }));
  return { shelf: { ...rest, songs, states, collections: together }, unread };
}
