import { inTransaction } from "../requests/in-transaction";
import {
  documentOf,
  readSongEnvelope,
  type SongDocument,
  type SongText,
} from "@intonazione/core/formats/json";
import { applyDifference, differenceOf } from "@intonazione/core/foundation";
import { sql, type Kysely } from "kysely";
import type { Tables } from "../tables";
import { revisionsToKeep, thinnableBefore } from "./thinning";

/** What was saved once, without the song itself. */
export interface RevisionSummary {
  readonly id: string;
  readonly version: number;
  /** A save from an old version: kept aside, and never the song. */
  readonly isAside: boolean;
  readonly savedAt: Date;
  /** What somebody called it. */
  readonly name?: string;
  /** Whether it was brought back once. */
  readonly isRestored: boolean;
}

/** What can be said of a revision afterwards. */
export interface RevisionMark {
  /** An empty name takes the name away. */
  readonly name?: string | undefined;
  readonly isRestored?: true | undefined;
}

const REVISIONS_A_PAGE = 400;
/** A chain of changes has a whole document at least this often. */
const MOST_CHANGES = 64;
/** So many revisions are thinned before others are let in between. */
const THINNED_AT_ONCE = 40;

/** The revisions of one studio's songs. */
export class RevisionRepository {
  constructor(
    private readonly db: Kysely<Tables>,
    private readonly studioId: string,
  ) {}

  /**
   * Newest first, a page of them.
   * @param before The id behind which the page begins; absent for the newest.
   * @returns undefined when this studio has no such song.
   */
  async list(songId: string, before?: string): Promise<readonly RevisionSummary[] | undefined> {
    const song = await this.db
      .selectFrom("songs")
      .select("id")
      .where("studio_id", "=", this.studioId)
      .where("id", "=", songId)
      .executeTakeFirst();
    if (!song) return undefined;
    const rows = await this.db
      .selectFrom("song_revisions")
      .select(["id", "version", "refused", "created_at", "name", "is_restored"])
      .where("song_id", "=", songId)
      .$if(before !== undefined, (query) => query.where("id", "<", before!))
      .orderBy("id", "desc")
      .limit(REVISIONS_A_PAGE)
      .execute();
    return rows.map((row) => ({
      id: row.id,
      version: row.version,
      isAside: row.refused,
      savedAt: row.created_at,
      ...(row.name !== null && { name: row.name }),
      isRestored: row.is_restored,
    }));
  }

  /** The song as it was saved then. @returns undefined when this studio has no such revision. */
  async text(songId: string, revisionId: string): Promise<SongText | undefined> {
    const row = await this.db
      .selectFrom("song_revisions")
      .select(["version", "refused", "whole"])
      .where("studio_id", "=", this.studioId)
      .where("song_id", "=", songId)
      .where("id", "=", revisionId)
      .executeTakeFirst();
    if (!row) return undefined;
    if (row.whole !== null) return { whole: row.whole, changes: [] };
    return textOfVersion(this.db, this.studioId, songId, row.version);
  }

  /** @returns false when this studio has no such revision. */
  async mark(
    songId: string,
    revisionId: string,
    { name, isRestored }: RevisionMark,
  ): Promise<boolean> {
    const { numUpdatedRows } = await this.db
      .updateTable("song_revisions")
      .set({
        ...(name !== undefined && { name: name === "" ? null : name }),
        ...(isRestored && { is_restored: true }),
      })
      .where("studio_id", "=", this.studioId)
      .where("song_id", "=", songId)
      .where("id", "=", revisionId)
      .executeTakeFirst();
    return numUpdatedRows > 0n;
  }
}

/** A version of a song from the last whole document before it; undefined when it was thinned out. */
export async function textOfVersion(
  db: Kysely<Tables>,
  studioId: string,
  songId: string,
  version: number,
): Promise<SongText | undefined> {
  const rows = await db
    .selectFrom("song_revisions")
    .select(["version", "whole", "change"])
    .where("studio_id", "=", studioId)
    .where("song_id", "=", songId)
    .where("refused", "=", false)
    .where("version", "<=", version)
    .where("version", ">=", (eb) =>
      eb
        .selectFrom("song_revisions as whole")
        .select(({ fn }) => fn.max("whole.version").as("version"))
        .where("whole.song_id", "=", songId)
        .where("whole.refused", "=", false)
        .where("whole.version", "<=", version)
        .where("whole.whole", "is not", null),
    )
    .orderBy("version")
    .execute();
  const [first, ...later] = rows;
  if (!first?.whole || rows.at(-1)!.version !== version) return undefined;
  return { whole: first.whole, changes: later.map(({ change }) => change ?? "null") };
}

/**
 * Takes away what nobody misses of a song's old revisions. Those that stay are made to follow each
 * other: the change that leads to one is made anew from the one before it.
 * @returns how many were taken away.
 */
export async function thinSong(db: Kysely<Tables>, songId: string, now: Date): Promise<number> {
  return inTransaction(db, async (trx) => {
    // Two that thin the same song would make changes from what the other takes away.
    await sql`select pg_advisory_xact_lock(hashtext(${`thin ${songId}`}))`.execute(trx);
    const old = await trx
      .selectFrom("song_revisions")
      .innerJoin("songs", "songs.id", "song_id")
      .select(["song_revisions.id", "song_revisions.version", "refused", "name", "is_restored"])
      .select(["song_revisions.created_at", "whole_version"])
      .where("song_id", "=", songId)
      .where("song_revisions.created_at", "<", thinnableBefore(now))
      .orderBy("song_revisions.id")
      .execute();
    const kept = revisionsToKeep(
      old.map((row) => ({
        id: row.id,
        savedAt: row.created_at,
        isKept:
          row.refused ||
          row.name !== null ||
          row.is_restored ||
          row.version === 1 ||
          // What the song itself is read from.
          row.version === row.whole_version,
      })),
      now,
    );
    const gone = old.filter(({ id }) => !kept.has(id)).map(({ id }) => id);
    if (gone.length === 0) return 0;
    const chain = old.filter(({ refused }) => !refused);
    await chainAnew(trx, songId, chain, kept);
    await trx.deleteFrom("song_revisions").where("id", "in", gone).execute();
    return gone.length;
  });
}

async function chainAnew(
  trx: Kysely<Tables>,
  songId: string,
  chain: readonly { readonly id: string; readonly version: number }[],
  kept: ReadonlySet<string>,
): Promise<void> {
  let now: Standing | undefined;
  let last: (Standing & { readonly version: number }) | undefined;
  let sinceWhole = 0;
  for (let from = 0; from < chain.length; from += THINNED_AT_ONCE) {
    const ids = chain.slice(from, from + THINNED_AT_ONCE).map(({ id }) => id);
    const rows = await trx
      .selectFrom("song_revisions")
      .select(["id", "version", "whole", "change", "base_version"])
      .where("song_id", "=", songId)
      .where("id", "in", ids)
      .orderBy("id")
      .execute();
    for (const row of rows) {
      now = standingAfter(now, row);
      const { schema, song } = now;
      if (!kept.has(row.id)) continue;
      sinceWhole++;
      // Nothing differs across schemas: the first of another one is kept whole.
      const base = last?.schema === schema ? last : undefined;
      const isWhole = row.whole !== null || !base || sinceWhole >= MOST_CHANGES;
      const follows = row.base_version === (base?.version ?? null) && row.change !== null;
      const change = base && !follows ? differenceOf(base.song, song) : undefined;
      if (isWhole) sinceWhole = 0;
      if (!follows || (isWhole && row.whole === null)) {
        await trx
          .updateTable("song_revisions")
          .set({
            ...(!follows && {
              change: base ? JSON.stringify(change ?? { fields: {} }) : null,
              base_version: base?.version ?? null,
            }),
            ...(isWhole &&
              row.whole === null && { whole: JSON.stringify(documentOf(song, schema)) }),
          })
          .where("id", "=", row.id)
          .execute();
      }
      last = { version: row.version, schema, song };
    }
  }
}

interface ChainRow {
  readonly id: string;
  readonly whole: string | null;
  readonly change: string | null;
}

/** A version as it is stored, in the shape that it has. */
type Standing = Pick<SongDocument, "schema" | "song">;

/** @throws Error when the chain is broken: nothing is thinned then. */
function standingAfter(before: Standing | undefined, { id, whole, change }: ChainRow): Standing {
  if (whole !== null) {
    const read = readSongEnvelope(JSON.parse(whole));
    if (read.ok) return read.value;
    throw new Error(`revision ${id} cannot be read: ${read.error[0]?.message ?? ""}`);
  }
  const applied = applyDifference(before?.song, JSON.parse(change ?? "null"));
  if (before && applied.ok) return { schema: before.schema, song: applied.value };
  throw new Error(
    `revision ${id} does not follow: ${applied.ok ? "it is the first" : applied.error}`,
  );
}
