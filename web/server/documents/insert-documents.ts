import { documentOf } from "@intonazione/core/formats/json";
import type { Kysely } from "kysely";
import { nameAssets } from "../assets/asset-uses";
import type { Tables } from "../tables";
import type { DocumentKind } from "./document-kind";

/** What is put into one statement when many arrive. */
const MOST_AT_ONCE = 50;

interface Arriving<Value> {
  readonly values: readonly Value[];
  readonly createdAt: Date;
  /** Of the one value, where it is given. */
  readonly id?: string;
}

/** Puts documents in as version 1, with what their kind says beside them. @returns their ids in order. */
export async function insertDocuments<Value>(
  trx: Kysely<Tables>,
  kind: DocumentKind<Value>,
  studioId: string,
  { values, createdAt, id }: Arriving<Value>,
): Promise<readonly string[]> {
  const ids: string[] = [];
  for (let from = 0; from < values.length; from += MOST_AT_ONCE) {
    const some = values.slice(from, from + MOST_AT_ONCE);
    const rows = await trx
      .insertInto("documents")
      .values(
        some.map(() => ({
          ...(id !== undefined && { id }),
          studio_id: studioId,
          kind: kind.format.name,
          version: 1,
          whole_version: 1,
          created_at: createdAt,
          updated_at: createdAt,
        })),
      )
      .returning("id")
      .execute();
    const made = some.map((value, index) => ({ id: rows[index]!.id, value }));
    await kind.catalogue?.insert(trx, studioId, made);
    for (const { id: documentId, value } of kind.assetsOf ? made : []) {
      await nameAssets(trx, studioId, { documentId, version: 1, hashes: kind.assetsOf!(value) });
    }
    const revisions = made.map((one) => ({
      studio_id: studioId,
      document_id: one.id,
      version: 1,
      refused: false,
      whole: JSON.stringify(documentOf(kind.format, one.value)),
      created_at: createdAt,
    }));
    await trx.insertInto("revisions").values(revisions).execute();
    ids.push(...made.map((one) => one.id));
  }
  return ids;
}
