import type { Kysely } from "kysely";
import type { Tables } from "../tables";

/** Rows of one kind of document in one studio, those in the bin among them. */
export function documentsOfKind(db: Kysely<Tables>, studioId: string, kind: string) {
  return db
    .selectFrom("documents")
    .where("documents.studio_id", "=", studioId)
    .where("kind", "=", kind);
}
