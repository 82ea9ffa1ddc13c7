import type { DocumentText } from "@intonazione/core/formats/json";
import type { Kysely } from "kysely";
import type { Tables } from "../tables";
import { documentsOfKind } from "./documents-of-kind";

/** A document as it is stored, not yet read. */
export interface StoredDocument extends DocumentText {
  readonly id: string;
  readonly version: number;
  /** The version that `whole` is of. */
  readonly wholeVersion: number;
  readonly savedAt: Date;
}

/**
 * Documents of one kind of a studio, in the order in which they were made; what it does not have, or
 * has in the bin, is left out.
 * @param ids Absent for all of that kind.
 */
export async function storedDocuments(
  db: Kysely<Tables>,
  studioId: string,
  kind: string,
  ids?: readonly string[],
): Promise<ReadonlyMap<string, StoredDocument>> {
  if (ids?.length === 0) return new Map();
  const rows = await documentsOfKind(db, studioId, kind)
    .innerJoin("revisions", "revisions.document_id", "documents.id")
    .select(["documents.id", "documents.version", "whole_version", "updated_at", "whole", "change"])
    .$if(ids !== undefined, (query) => query.where("documents.id", "in", ids!))
    .where("removed_at", "is", null)
    .where("refused", "=", false)
    .whereRef("revisions.version", ">=", "whole_version")
    .orderBy("documents.number")
    .orderBy("revisions.version")
    .execute();
  const documents = new Map<string, StoredDocument & { readonly changes: string[] }>();
  for (const row of rows) {
    const known = documents.get(row.id);
    if (known) known.changes.push(row.change ?? "null");
    else {
      documents.set(row.id, {
        id: row.id,
        version: row.version,
        wholeVersion: row.whole_version,
        savedAt: row.updated_at,
        whole: row.whole ?? "null",
        changes: [],
      });
    }
  }
  return documents;
}
