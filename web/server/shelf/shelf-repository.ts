import { SONG_FORMAT } from "@intonazione/core/formats/json";
import { documentsOfKind } from "../documents/documents-of-kind";
import { inTransaction } from "../requests/in-transaction";
import type {
  CataloguePart,
  ShelfSort,
  Sketch,
  SongState,
  Wish,
} from "@intonazione/core/catalogue";
import { sql, type Kysely } from "kysely";
import type { Tables } from "../tables";
import { conditionOf } from "./conditions";

/** What the shelf shows of a song. */
export interface SongCard {
  readonly id: string;
  readonly title: string;
  readonly keyName: string;
  readonly tempoBpm: number;
  readonly parts: readonly CataloguePart[];
  readonly barCount: number;
  readonly sketch?: Sketch;
  /** 1–10; absent while it is being worked out. */
  readonly difficulty?: number;
  readonly state: SongState;
  /** The collections it is in. */
  readonly collections: readonly string[];
  readonly updatedAt: Date;
  /** When it was put into the bin; absent on the shelf. */
  readonly removedAt?: Date;
}

export interface ShelfQuery {
  readonly wishes: readonly Wish[];
  readonly sort: ShelfSort;
  /** Only what is in it, in its own order unless another is asked for. */
  readonly collectionId?: string;
  readonly isBin: boolean;
  readonly from: number;
  readonly limit: number;
}

export interface ShelfPage {
  /** How many songs there are by this query, on all pages. */
  readonly total: number;
  readonly songs: readonly SongCard[];
}

export interface StateBefore {
  readonly id: string;
  readonly state: SongState;
}

/** The shelf of one studio: what is on it, found and sorted by the database. */
export class ShelfRepository {
  constructor(
    private readonly db: Kysely<Tables>,
    private readonly studioId: string,
  ) {}

  async page(query: ShelfQuery): Promise<ShelfPage> {
    const total = await this.total(query);
    const rows = await this.found(query)
      .select([
        "songs.id",
        "title",
        "key_name",
        "tempo_bpm",
        "parts",
        "bar_count",
        "sketch",
        "difficulty",
        "state",
        "updated_at",
        "removed_at",
      ])
      .select((eb) =>
        eb
          .selectFrom("collection_songs as inside")
          .select(sql<string[]>`coalesce(array_agg(inside.collection_id), '{}')`.as("ids"))
          .whereRef("inside.song_id", "=", "songs.id")
          .as("collections"),
      )
      .orderBy(orderOf(query))
      .orderBy("documents.id")
      .offset(query.from)
      .limit(query.limit)
      .execute();
    return {
      total,
      songs: rows.map((row): SongCard => ({
        id: row.id,
        title: row.title,
        keyName: row.key_name,
        tempoBpm: row.tempo_bpm,
        parts: row.parts,
        barCount: row.bar_count,
        ...(row.sketch && { sketch: row.sketch }),
        ...(row.difficulty !== null && { difficulty: row.difficulty }),
        state: row.state,
        collections: row.collections ?? [],
        updatedAt: row.updated_at,
        ...(row.removed_at && { removedAt: row.removed_at }),
      })),
    };
  }

  /** Says how far songs are. @returns how each was before. */
  async setState(ids: readonly string[], state: SongState): Promise<readonly StateBefore[]> {
    return inTransaction(this.db, async (trx) => {
      const before = await trx
        .selectFrom("songs")
        .select(["id", "state"])
        .where("studio_id", "=", this.studioId)
        .where("id", "in", ids)
        .forUpdate()
        .execute();
      await trx
        .updateTable("songs")
        .set({ state })
        .where("studio_id", "=", this.studioId)
        .where("id", "in", ids)
        .execute();
      return before;
    });
  }

  /** Says how far songs are that have just been made. @param states In the order of `ids`. */
  async setStates(ids: readonly string[], states: readonly SongState[]): Promise<void> {
    await sql`update songs set state = given.state
      from unnest(${ids.slice(0, states.length)}::uuid[], ${states}::text[]) as given (id, state)
      where songs.id = given.id and studio_id = ${this.studioId}`.execute(this.db);
  }

  private async total(query: ShelfQuery): Promise<number> {
    const { wishes, collectionId, isBin } = query;
    const isWhole = wishes.length === 0 && collectionId === undefined;
    // All of them are counted in an index, without a look at what they are.
    const counted = isWhole ? this.shelved(isBin) : this.found(query);
    const { total } = await counted
      .select(({ fn }) => fn.countAll<string>().as("total"))
      .executeTakeFirstOrThrow();
    return Number(total);
  }

  /** The documents of the shelf, or of its bin. */
  private shelved(isBin: boolean) {
    return documentsOfKind(this.db, this.studioId, SONG_FORMAT.name).where(
      "removed_at",
      isBin ? "is not" : "is",
      null,
    );
  }

  private found({ wishes, isBin, collectionId }: ShelfQuery) {
    return this.shelved(isBin)
      .innerJoin("songs", "songs.id", "documents.id")
      .where("songs.studio_id", "=", this.studioId)
      .$if(collectionId !== undefined, (query) =>
        query.where((eb) =>
          eb.exists(
            eb
              .selectFrom("collection_songs")
              .select("song_id")
              .where("collection_id", "=", collectionId!)
              .whereRef("song_id", "=", "songs.id"),
          ),
        ),
      )
      .where((eb) => eb.and(wishes.map(conditionOf)));
  }
}

function orderOf({ sort, collectionId, isBin }: ShelfQuery) {
  if (isBin) return sql`removed_at desc`;
  switch (sort) {
    case "title":
      return sql`lower(title)`;
    case "tempo":
      return sql`tempo_bpm`;
    case "difficulty":
      return sql`difficulty nulls last`;
    case "change":
      if (collectionId === undefined) return sql`updated_at desc`;
      return sql`(select position from collection_songs
        where song_id = songs.id and collection_id = ${collectionId})`;
  }
}
