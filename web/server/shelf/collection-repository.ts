import { inTransaction } from "../requests/in-transaction";
import { sql, type Kysely } from "kysely";
import type { Tables } from "../tables";

/** Songs with a name: a student's course, a gig. A song may be in many. */
export interface Collection {
  readonly id: string;
  readonly name: string;
  /** How many of its songs are on the shelf. */
  readonly songs: number;
}

/** More than any studio keeps apart. */
const MAX_COLLECTIONS = 500;

/** The collections of one studio. */
export class CollectionRepository {
  constructor(
    private readonly db: Kysely<Tables>,
    private readonly studioId: string,
  ) {}

  /** By name. */
  async list(): Promise<readonly Collection[]> {
    const rows = await this.db
      .selectFrom("collections")
      .leftJoin("collection_songs", "collection_id", "collections.id")
      .leftJoin("documents", (join) =>
        join.onRef("documents.id", "=", "song_id").on("removed_at", "is", null),
      )
      .select(["collections.id", "name"])
      .select(({ fn }) => fn.count<string>("documents.id").as("songs"))
      .where("collections.studio_id", "=", this.studioId)
      .groupBy("collections.id")
      .orderBy(sql`lower(name)`)
      .orderBy("collections.id")
      .execute();
    return rows.map(({ id, name, songs }) => ({ id, name, songs: Number(songs) }));
  }

  /** Each with what is in it, in order, the bin left out. */
  async contents(): Promise<
    readonly { readonly name: string; readonly songIds: readonly string[] }[]
  > {
    const collections = await this.list();
    const rows = await this.db
      .selectFrom("collection_songs")
      .innerJoin("collections", "collections.id", "collection_id")
      .innerJoin("documents", "documents.id", "song_id")
      .select(["collection_id", "song_id"])
      .where("collections.studio_id", "=", this.studioId)
      .where("removed_at", "is", null)
      .orderBy("position")
      .execute();
    return collections.map(({ id, name }) => ({
      name,
      songIds: rows.filter((row) => row.collection_id === id).map((row) => row.song_id),
    }));
  }

  /** @returns its id; undefined when there are too many already. */
  async create(name: string): Promise<string | undefined> {
    if ((await this.list()).length >= MAX_COLLECTIONS) return undefined;
    const { id } = await this.db
      .insertInto("collections")
      .values({ studio_id: this.studioId, name })
      .returning("id")
      .executeTakeFirstOrThrow();
    return id;
  }

  /** @returns false when this studio has no such collection. */
  async rename(id: string, name: string): Promise<boolean> {
    const { numUpdatedRows } = await this.db
      .updateTable("collections")
      .set({ name })
      .where("studio_id", "=", this.studioId)
      .where("id", "=", id)
      .executeTakeFirst();
    return numUpdatedRows > 0n;
  }

  /** Its songs stay on the shelf. @returns what was in it, in order, to be brought back by. */
  async remove(id: string): Promise<readonly string[] | undefined> {
    return inTransaction(this.db, async (trx) => {
      const rows = await trx
        .selectFrom("collection_songs")
        .innerJoin("collections", "collections.id", "collection_id")
        .select("song_id")
        .where("collections.studio_id", "=", this.studioId)
        .where("collection_id", "=", id)
        .orderBy("position")
        .execute();
      const { numDeletedRows } = await trx
        .deleteFrom("collections")
        .where("studio_id", "=", this.studioId)
        .where("id", "=", id)
        .executeTakeFirst();
      return numDeletedRows > 0n ? rows.map((row) => row.song_id) : undefined;
    });
  }

  /** Puts songs of this studio behind the others of a collection; those in it stay where they are. */
  async add(id: string, songIds: readonly string[]): Promise<void> {
    await sql`insert into collection_songs (studio_id, collection_id, song_id, position)
      select collections.studio_id, collections.id, songs.id, given.position + coalesce(
        (select max(position) from collection_songs where collection_id = collections.id), 0)
      from unnest(${songIds}::uuid[]) with ordinality as given (song_id, position)
      join songs on songs.id = given.song_id and songs.studio_id = ${this.studioId}
      join collections on collections.id = ${id} and collections.studio_id = ${this.studioId}
      on conflict do nothing`.execute(this.db);
  }

  async take(id: string, songIds: readonly string[]): Promise<void> {
    await sql`delete from collection_songs using collections
      where collection_id = collections.id and collections.id = ${id}
        and collections.studio_id = ${this.studioId}
        and song_id = any(${songIds}::uuid[])`.execute(this.db);
  }

  /**
   * Moves a song within a collection.
   * @param before The song it shall stand before; absent for the end.
   */
  async move(id: string, songId: string, before: string | undefined): Promise<void> {
    await inTransaction(this.db, async (trx) => {
      const rows = await trx
        .selectFrom("collection_songs")
        .innerJoin("collections", "collections.id", "collection_id")
        .select(["song_id", "position"])
        .where("collections.studio_id", "=", this.studioId)
        .where("collection_id", "=", id)
        .orderBy("position")
        .orderBy("song_id")
        .forUpdate()
        .execute();
      const order = rows.map((row) => row.song_id).filter((one) => one !== songId);
      if (order.length === rows.length) return;
      const at = before === undefined ? order.length : order.indexOf(before);
      order.splice(at < 0 ? order.length : at, 0, songId);
      await sql`update collection_songs set position = given.position
        from unnest(${order}::uuid[]) with ordinality as given (song_id, position)
        where collection_id = ${id} and collection_songs.song_id = given.song_id`.execute(trx);
    });
  }
}
