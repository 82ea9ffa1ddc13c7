import { inTransaction } from "../requests/in-transaction";
import {
  documentOf,
  readEnvelope,
  type DocumentFormat,
  type DocumentText,
  type StandingPlain,
} from "@intonazione/core/formats/json";
import { applyDifference, differenceOf } from "@intonazione/core/foundation";
import { sql, type Kysely } from "kysely";
import type { Tables } from "../tables";
import { documentsOfKind } from "./documents-of-kind";
import { revisionsToKeep, thinnableBefore } from "./thinning";

/** What was saved once, without the document itself. */
export interface RevisionSummary {
  readonly id: string;
  readonly version: number;
  /** A save from an old version: kept aside, and never the document. */
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
export const MOST_CHANGES = 64;
/** So many revisions are thinned before others are let in between. */
const THINNED_AT_ONCE = 40;

/** The revisions of one studio's documents of one kind. */
export class RevisionRepository {
  constructor(
    private readonly kind: string,
    private readonly db: Kysely<Tables>,
    private readonly studioId: string,
  ) {}

  /**
   * Newest first, a page of them.
   * @param before The id behind which the page begins; absent for the newest.
   * @returns undefined when this studio has no such document.
   */
  async list(documentId: string, before?: string): Promise<readonly RevisionSummary[] | undefined> {
    if (!(await this.has(documentId))) return undefined;
    const rows = await this.db
      .selectFrom("revisions")
      .select(["id", "version", "refused", "created_at", "name", "is_restored"])
      .where("document_id", "=", documentId)
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

  /** The document as it was saved then. @returns undefined when this studio has no such revision. */
  async text(documentId: string, revisionId: string): Promise<DocumentText | undefined> {
    if (!(await this.has(documentId))) return undefined;
    const row = await this.db
      .selectFrom("revisions")
      .select(["version", "refused", "whole"])
      .where("studio_id", "=", this.studioId)
      .where("document_id", "=", documentId)
      .where("id", "=", revisionId)
      .executeTakeFirst();
    if (!row) return undefined;
    if (row.whole !== null) return { whole: row.whole, changes: [] };
    return textOfVersion(this.db, this.studioId, documentId, row.version);
  }

  /** @returns false when this studio has no such revision. */
  async mark(
    documentId: string,
    revisionId: string,
    { name, isRestored }: RevisionMark,
  ): Promise<boolean> {
    if (!(await this.has(documentId))) return false;
    const { numUpdatedRows } = await this.db
      .updateTable("revisions")
      .set({
        ...(name !== undefined && { name: name === "" ? null : name }),
        ...(isRestored && { is_restored: true }),
      })
      .where("studio_id", "=", this.studioId)
      .where("document_id", "=", documentId)
      .where("id", "=", revisionId)
      .executeTakeFirst();
    return numUpdatedRows > 0n;
  }

  private async has(documentId: string): Promise<boolean> {
    const row = await documentsOfKind(this.db, this.studioId, this.kind)
      .select("id")
      .where("id", "=", documentId)
      .executeTakeFirst();
    return row !== undefined;
  }
}

/** A version of a document from the last whole document before it; undefined when it was thinned out. */
export async function textOfVersion(
  db: Kysely<Tables>,
  studioId: string,
  documentId: string,
  version: number,
): Promise<DocumentText | undefined> {
  const rows = await db
    .selectFrom("revisions")
    .select(["version", "whole", "change"])
    .where("studio_id", "=", studioId)
    .where("document_id", "=", documentId)
    .where("refused", "=", false)
    .where("version", "<=", version)
    .where("version", ">=", (eb) =>
      eb
        .selectFrom("revisions as whole")
        .select(({ fn }) => fn.max("whole.version").as("version"))
        .where("whole.document_id", "=", documentId)
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
 * Takes away what nobody misses of a document's old revisions. Those that stay are made to follow each
 * other: the change that leads to one is made anew from the one before it.
 * @returns how many were taken away.
 */
export async function thinDocument<Value>(
  db: Kysely<Tables>,
  format: DocumentFormat<Value>,
  documentId: string,
  now: Date,
): Promise<number> {
  return inTransaction(db, async (trx) => {
    // Two that thin the same document would make changes from what the other takes away.
    await sql`select pg_advisory_xact_lock(hashtext(${`thin ${documentId}`}))`.execute(trx);
    const old = await trx
      .selectFrom("revisions")
      .innerJoin("documents", "documents.id", "document_id")
      .select(["revisions.id", "revisions.version", "refused", "name", "is_restored"])
      .select(["revisions.created_at", "whole_version"])
      .where("document_id", "=", documentId)
      .where("revisions.created_at", "<", thinnableBefore(now))
      .orderBy("revisions.id")
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
          // What the document itself is read from.
          row.version === row.whole_version,
      })),
      now,
    );
    const gone = old.filter(({ id }) => !kept.has(id)).map(({ id }) => id);
    if (gone.length === 0) return 0;
    const chain = old.filter(({ refused }) => !refused);
    await chainAnew(trx, format, documentId, chain, kept);
    await trx.deleteFrom("revisions").where("id", "in", gone).execute();
    return gone.length;
  });
}

async function chainAnew<Value>(
  trx: Kysely<Tables>,
  format: DocumentFormat<Value>,
  documentId: string,
  chain: readonly { readonly id: string; readonly version: number }[],
  kept: ReadonlySet<string>,
): Promise<void> {
  let now: StandingPlain | undefined;
  let last: (StandingPlain & { readonly version: number }) | undefined;
  let sinceWhole = 0;
  for (let from = 0; from < chain.length; from += THINNED_AT_ONCE) {
    const ids = chain.slice(from, from + THINNED_AT_ONCE).map(({ id }) => id);
    const rows = await trx
      .selectFrom("revisions")
      .select(["id", "version", "whole", "change", "base_version"])
      .where("document_id", "=", documentId)
      .where("id", "in", ids)
      .orderBy("id")
      .execute();
    for (const row of rows) {
      now = standingAfter(format, now, row);
      const { schema, plain } = now;
      if (!kept.has(row.id)) continue;
      sinceWhole++;
      // Nothing differs across schemas: the first of another one is kept whole.
      const base = last?.schema === schema ? last : undefined;
      const isWhole = row.whole !== null || !base || sinceWhole >= MOST_CHANGES;
      const follows = row.base_version === (base?.version ?? null) && row.change !== null;
      const change = base && !follows ? differenceOf(base.plain, plain) : undefined;
      if (isWhole) sinceWhole = 0;
      if (!follows || (isWhole && row.whole === null)) {
        await trx
          .updateTable("revisions")
          .set({
            ...(!follows && {
              change: base ? JSON.stringify(change ?? { fields: {} }) : null,
              base_version: base?.version ?? null,
            }),
            ...(isWhole &&
              row.whole === null && { whole: JSON.stringify(documentOf(format, plain, schema)) }),
          })
          .where("id", "=", row.id)
          .execute();
      }
      last = { version: row.version, schema, plain };
    }
  }
}

interface ChainRow {
  readonly id: string;
  readonly whole: string | null;
  readonly change: string | null;
}

/** @throws Error when the chain is broken: nothing is thinned then. */
function standingAfter<Value>(
  format: DocumentFormat<Value>,
  before: StandingPlain | undefined,
  { id, whole, change }: ChainRow,
): StandingPlain {
  if (whole !== null) {
    const read = readEnvelope(format, JSON.parse(whole));
    if (read.ok) return read.value;
    throw new Error(`revision ${id} cannot be read: ${read.error[0]?.message ?? ""}`);
  }
  const applied = applyDifference(before?.plain, JSON.parse(change ?? "null"));
  if (before && applied.ok) return { schema: before.schema, plain: applied.value };
  throw new Error(
    `revision ${id} does not follow: ${applied.ok ? "it is the first" : applied.error}`,
  );
}
