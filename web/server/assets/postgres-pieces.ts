import { sql, type Kysely } from "kysely";
import type { Tables } from "../tables";
import type { PieceStore } from "./piece-store";

/** Pieces as rows of the database, within whatever transaction `db` is. */
export class PostgresPieces implements PieceStore {
  constructor(
    private readonly db: Kysely<Tables>,
    private readonly studioId: string,
  ) {}

  async put(blobId: string, number: number, bytes: Uint8Array): Promise<void> {
    const row = { studio_id: this.studioId, blob_id: blobId, number, bytes: Buffer.from(bytes) };
    await this.db
      .insertInto("asset_pieces")
      .values(row)
      .onConflict((conflict) => conflict.doNothing())
      .execute();
  }

  async get(blobId: string, number: number, from: number, length: number): Promise<Uint8Array> {
    const row = await this.db
      .selectFrom("asset_pieces")
      .select(sql<Buffer>`substring(bytes from ${from + 1}::int for ${length}::int)`.as("bytes"))
      .where("studio_id", "=", this.studioId)
      .where("blob_id", "=", blobId)
      .where("number", "=", number)
      .executeTakeFirst();
    if (!row) throw new Error(`piece ${number} of ${blobId} is not there`);
    return row.bytes;
  }

  async remove(blobId: string): Promise<void> {
    await this.db
      .deleteFrom("asset_pieces")
      .where("studio_id", "=", this.studioId)
      .where("blob_id", "=", blobId)
      .execute();
  }
}
