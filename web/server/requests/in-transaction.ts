import type { Kysely } from "kysely";
import type { Tables } from "../tables";

/** Runs `work` within the transaction that is open, or else within one of its own. */
export function inTransaction<Result>(
  db: Kysely<Tables>,
  work: (trx: Kysely<Tables>) => Promise<Result>,
): Promise<Result> {
  return db.isTransaction ? work(db) : db.transaction().execute(work);
}
