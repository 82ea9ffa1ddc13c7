import { SONG_FORMAT } from "@intonazione/core/formats/json";
import type { Song } from "@intonazione/core/score";
import type { DocumentKind } from "../documents/document-kind";
import { changedColumns, columnsOf } from "./columns";
import { bringRowsUpToDateSoon } from "./difficulties";

export const SONGS: DocumentKind<Song> = {
  format: SONG_FORMAT,
  maxBytes: 25_000_000,
  afterSave: (db) => bringRowsUpToDateSoon(db),
  catalogue: {
    insert: async (db, studioId, made) => {
      const rows = made.map(({ id, value }) => ({ id, studio_id: studioId, ...columnsOf(value) }));
      await db.insertInto("songs").values(rows).execute();
    },
    update: async (db, studioId, id, song, before) => {
      const columns = columnsOf(song);
      const changed = before ? changedColumns(columnsOf(before), columns) : columns;
      if (Object.keys(changed).length === 0) return;
      await db
        .updateTable("songs")
        .set(changed)
        .where("studio_id", "=", studioId)
        .where("id", "=", id)
        .execute();
    },
  },
};
