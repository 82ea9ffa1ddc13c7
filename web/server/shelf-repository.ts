import type { CataloguePart, Sketch, SongState, Wish } from "@intonazione/core/catalogue";
import { sql, type Expression, type Kysely, type SqlBool } from "kysely";
import type { Tables } from "./tables";

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

export const SHELF_SORTS = ["change", "title", "tempo", "difficulty"] as const;
export type ShelfSort = (typeof SHELF_SORTS)[number];

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

/** How long the bin keeps a song. */
export const BIN_DAYS = 30;

/** The shelf of one studio: what is on it, found and sorted by the database. */
export class ShelfRepository {
  constructor(
    private readonly db: Kysely<Tables>,
    private readonly studioId: string,
  ) {}

  async page(query: ShelfQuery): Promise<ShelfPage> {
    const { total } = await this.found(query)
      .select(({ fn }) => fn.countAll<string>().as("total"))
      .executeTakeFirstOrThrow();
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
      .select(({ selectFrom }) =>
        selectFrom("collection_songs as inside")
          .select(sql<string[]>`coalesce(array_agg(inside.collection_id), '{}')`.as("ids"))
          .whereRef("inside.song_id", "=", "songs.id")
          .as("collections"),
      )
      .orderBy(orderOf(query))
      .orderBy("songs.id")
      .offset(query.from)
      .limit(query.limit)
      .execute();
    return {
      total: Number(total),
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

  private found({ wishes, isBin, collectionId }: ShelfQuery) {
    return this.db
      .selectFrom("songs")
      .where("studio_id", "=", this.studioId)
      .where("removed_at", isBin ? "is not" : "is", null)
      .$if(collectionId !== undefined, (query) =>
        query.where(({ exists, selectFrom }) =>
          exists(
            selectFrom("collection_songs")
              .select("song_id")
              .where("collection_id", "=", collectionId!)
              .whereRef("song_id", "=", "songs.id"),
          ),
        ),
      )
      .where(({ and }) => and(wishes.map(conditionOf)));
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

/** The same as `satisfies` of the core, said to the database. */
function conditionOf(wish: Wish): Expression<SqlBool> {
  switch (wish.kind) {
    case "title":
      return sql<SqlBool>`title ilike ${`%${wish.text.replace(/[\\%_]/gu, "\\$&")}%`}`;
    case "tuning":
      return sql<SqlBool>`tunings @> ${[wish.open]}::text[]`;
    case "instrument":
      return sql<SqlBool>`instruments @> ${[wish.instrument]}::text[]`;
    case "capo":
      if (wish.fret === "any") return sql<SqlBool>`capos <> '{0}'`;
      if (wish.fret === 0) return sql<SqlBool>`capos = '{0}'`;
      return sql<SqlBool>`capos @> ${[wish.fret]}::int[]`;
    case "key":
      return sql<SqlBool>`key_name = ${wish.keyName}`;
    case "technique":
      return sql<SqlBool>`techniques @> ${[wish.technique]}::text[]`;
    case "tempo":
      return sql<SqlBool>`tempo_to >= ${wish.from ?? 0} and tempo_from <= ${wish.to ?? 1e6}`;
    case "difficulty":
      return sql<SqlBool>`difficulty between ${wish.from ?? 0} and ${wish.to ?? 100}`;
    case "state":
      return sql<SqlBool>`state = ${wish.state}`;
  }
}
