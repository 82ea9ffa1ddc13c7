import { sql, type Kysely } from "kysely";
import type { Tables } from "../tables";

/** A version of a document that says which assets it needs. */
export interface NamingVersion {
  readonly documentId: string;
  readonly version: number;
  /** The hashes it names. */
  readonly hashes: readonly string[];
}

/**
 * Keeps which assets a document's newest version names, within the transaction that writes it. What the
 * version before named and this one does not is from here on named by the past alone.
 */
export async function nameAssets(
  db: Kysely<Tables>,
  studioId: string,
  { documentId, version, hashes }: NamingVersion,
): Promise<void> {
  const named = [...new Set(hashes)];
  await db
    .updateTable("asset_uses")
    .set({ to_version: version - 1 })
    .where("studio_id", "=", studioId)
    .where("document_id", "=", documentId)
    .where("to_version", "is", null)
    .$if(named.length > 0, (query) => query.where("hash", "not in", named))
    .execute();
  if (named.length === 0) return;
  await sql`insert into asset_uses (studio_id, document_id, hash, from_version)
    select ${studioId}, ${documentId}, named.hash, ${version}
    from unnest(${named}::text[]) as named (hash)
    where not exists (select from asset_uses as known where known.document_id = ${documentId}
      and known.hash = named.hash and known.to_version is null)`.execute(db);
}

/** Keeps which assets a version names that was kept aside: it is part of the past at once. */
export async function nameAssetsAside(
  db: Kysely<Tables>,
  studioId: string,
  { documentId, version, hashes }: NamingVersion,
): Promise<void> {
  if (hashes.length === 0) return;
  await sql`insert into asset_uses
    (studio_id, document_id, hash, from_version, to_version, refused)
    select ${studioId}, ${documentId}, hash, ${version}, ${version}, true
    from unnest(${[...new Set(hashes)]}::text[]) as hash
    on conflict do nothing`.execute(db);
}
