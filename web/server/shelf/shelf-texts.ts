import type { SongState } from "@intonazione/core/catalogue";
import type { DocumentText } from "@intonazione/core/formats/json";
import type { StudioShelf } from "@intonazione/core/formats/shelf";
import type { Kysely } from "kysely";
import { DocumentRepository } from "../documents/document-repository";
import { profilesIn } from "../studio-api";
import { INSTRUMENTS, PROFILES } from "../studio-documents";
import { SONGS } from "../songs/song-kind";
import type { Studio } from "../studio";
import { takesTexts } from "../takes/takes-of-song";
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
    readonly text?: DocumentText;
    /** Its takes; absent where it never had any. */
    readonly takes?: DocumentText;
  }[];
  readonly collections: readonly { readonly name: string; readonly songIds: readonly string[] }[];
}

export async function shelfTexts(db: Kysely<Tables>, studio: Studio): Promise<ShelfTexts> {
  const rows = await db
    .selectFrom("songs")
    .innerJoin("documents", "documents.id", "songs.id")
    .select(["songs.id", "title", "state"])
    .where("songs.studio_id", "=", studio.id)
    .where("removed_at", "is", null)
    .orderBy("title")
    .orderBy("songs.id")
    .execute();
  const documents = new DocumentRepository(SONGS, db, studio.id);
  const songs: ShelfTexts["songs"][number][] = [];
  for (let from = 0; from < rows.length; from += AT_ONCE) {
    const some = rows.slice(from, from + AT_ONCE);
    const stored = await documents.findAll(some.map(({ id }) => id));
    const takes = await takesTexts(
      db,
      studio,
      some.map(({ id }) => id),
    );
    for (const row of some) {
      const [text, own] = [stored.get(row.id), takes.get(row.id)];
      songs.push({
        ...row,
        ...(text && { text: { whole: text.whole, changes: text.changes } }),
        ...(own && { takes: { whole: own.whole, changes: own.changes } }),
      });
    }
  }
  const rack = await new DocumentRepository(INSTRUMENTS, db, studio.id).list();
  const profiles = await profilesIn(new DocumentRepository(PROFILES, db, studio.id), studio.id);
  return {
    songs,
    collections: await new CollectionRepository(db, studio.id).contents(),
    instruments: rack.map(({ value }) => value),
    style: studio.style,
    profiles: profiles.value,
  };
}
