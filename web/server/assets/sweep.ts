import type { ExpressionBuilder, Kysely } from "kysely";
import { inTransaction } from "../requests/in-transaction";
import type { Tables } from "../tables";
import { PostgresPieces } from "./postgres-pieces";

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
/** How long bytes wait for a document that names them, and an upload for its next bytes or its sender. */
const WAITS_FOR_MS = DAY_MS;

/**
 * Takes away what nothing points to: assets that no document names, neither in its newest version nor in
 * one that is kept of its past, and uploads that nobody goes on with.
 * @returns how many assets went.
 */
export async function sweepAssets(db: Kysely<Tables>, now: Date): Promise<number> {
  await forgetThePast(db);
  await sweepUploads(db, now);
  const unnamed = await db
    .selectFrom("assets")
    .select(["studio_id", "hash", "blob_id"])
    .where("created_at", "<", new Date(now.getTime() - WAITS_FOR_MS))
    .where(isUnnamed)
    .execute();
  let count = 0;
  for (const { studio_id, hash, blob_id } of unnamed) {
    const isGone = await inTransaction(db, async (trx) => {
      const { numDeletedRows } = await trx
        .deleteFrom("assets")
        .where("studio_id", "=", studio_id)
        .where("hash", "=", hash)
        // Sent again in between, it is young again.
        .where("created_at", "<", new Date(now.getTime() - WAITS_FOR_MS))
        .where(isUnnamed)
        .executeTakeFirst();
      if (numDeletedRows > 0n) await new PostgresPieces(trx, studio_id).remove(blob_id);
      return numDeletedRows > 0n;
    });
    if (isGone) count++;
  }
  return count;
}

/** That no document names an asset. */
const isUnnamed = (eb: ExpressionBuilder<Tables, "assets">) =>
  eb.not(
    eb.exists(
      eb
        .selectFrom("asset_uses")
        .select("document_id")
        .whereRef("asset_uses.studio_id", "=", "assets.studio_id")
        .whereRef("asset_uses.hash", "=", "assets.hash"),
    ),
  );

/** Versions that were thinned out name nothing any more. */
async function forgetThePast(db: Kysely<Tables>): Promise<void> {
  await db
    .deleteFrom("asset_uses")
    .where("to_version", "is not", null)
    .where("refused", "=", false)
    .where((eb) =>
      eb.not(
        eb.exists(
          eb
            .selectFrom("revisions")
            .select("id")
            .whereRef("document_id", "=", "asset_uses.document_id")
            .where("revisions.refused", "=", false)
            .whereRef("version", ">=", "from_version")
            .whereRef("version", "<=", "to_version"),
        ),
      ),
    )
    .execute();
}

async function sweepUploads(db: Kysely<Tables>, now: Date): Promise<void> {
  const old = new Date(now.getTime() - WAITS_FOR_MS);
  const left = await db
    .selectFrom("asset_uploads")
    .select(["id", "studio_id"])
    .where("updated_at", "<", old)
    .execute();
  for (const { id, studio_id } of left) {
    await inTransaction(db, async (trx) => {
      const gone = await trx
        .deleteFrom("asset_uploads")
        .where("id", "=", id)
        // Somebody may have gone on with it in between.
        .where("updated_at", "<", old)
        .returning("hash")
        .executeTakeFirst();
      if (gone?.hash === null) await new PostgresPieces(trx, studio_id).remove(id);
    });
  }
}

const shared = globalThis as { intonazioneSweep?: { at: number; timer?: NodeJS.Timeout } };
const AFTER_MS = 5000;

/** Sweeps behind the requests, once an hour at most. */
export function sweepAssetsSoon(db: Kysely<Tables>): void {
  const last = (shared.intonazioneSweep ??= { at: 0 });
  if (Date.now() - last.at < HOUR_MS) return;
  last.at = Date.now();
  last.timer = setTimeout(() => {
    sweepAssets(db, new Date()).catch((error: unknown) => console.error(error));
  }, AFTER_MS);
  last.timer.unref();
}
