import { createHash } from "node:crypto";
import { fileTypeFromBuffer } from "file-type";
import type { Kysely } from "kysely";
import { lockStudio } from "../studio-repository";
import type { Tables } from "../tables";
import { AssetRepository, type Asset, type AssetRoom } from "./asset-repository";
import { PIECE_BYTES, type PieceStore } from "./piece-store";
import { PostgresPieces } from "./postgres-pieces";

/** Bytes on their way. */
export interface Upload {
  readonly id: string;
  /** How many there will be. */
  readonly bytes: number;
  /** How many have come: whole pieces, or all. */
  readonly received: number;
  /** What it became, once all had come. */
  readonly hash: string | undefined;
}

const UNKNOWN_TYPE = "application/octet-stream";
/** Enough of the beginning to tell any type by. */
const TYPE_BYTES = 64 * 1024;

/** The uploads of one studio, within one short transaction each. */
export class UploadRepository {
  private readonly pieces: PieceStore;

  constructor(
    private readonly db: Kysely<Tables>,
    private readonly studioId: string,
  ) {
    this.pieces = new PostgresPieces(db, studioId);
  }

  /** @returns how full the studio is when it has no room for so many bytes. */
  async begin(bytes: number): Promise<Upload | AssetRoom> {
    // Two that begin at once must not both take the last of the room.
    await lockStudio(this.db, this.studioId);
    const room = await new AssetRepository(this.db, this.studioId).room();
    if (room.bytes + bytes > room.quota) return room;
    const { id } = await this.db
      .insertInto("asset_uploads")
      .values({ studio_id: this.studioId, bytes })
      .returning("id")
      .executeTakeFirstOrThrow();
    return { id, bytes, received: 0, hash: undefined };
  }

  find(id: string): Promise<Upload | undefined> {
    return this.read(id);
  }

  /**
   * Adds the next bytes: a whole piece, or the end.
   * @param from How many the sender believes to have come before; nothing is added when that is wrong.
   * @returns how the upload stands now; undefined when it is gone.
   */
  async append(
    id: string,
    from: number,
    bytes: Uint8Array,
  ): Promise<{ readonly isAdded: boolean; readonly upload: Upload } | undefined> {
    const upload = await this.read(id, "locked");
    if (!upload) return undefined;
    if (upload.received !== from || upload.hash !== undefined) return { isAdded: false, upload };
    const received = from + bytes.length;
    if (received > upload.bytes || (bytes.length !== PIECE_BYTES && received !== upload.bytes)) {
      throw new RangeError(`no piece: ${bytes.length} bytes from ${from} of ${upload.bytes}`);
    }
    await this.pieces.put(id, from / PIECE_BYTES, bytes);
    await this.db
      .updateTable("asset_uploads")
      .set({ received, updated_at: new Date() })
      .where("id", "=", id)
      .execute();
    return { isAdded: true, upload: { ...upload, received } };
  }

  /**
   * Makes an asset of what has come. Bytes that are there already are kept once.
   * @returns undefined when it was taken away, or is an asset already.
   */
  async settle(id: string, hash: string): Promise<Asset | undefined> {
    const upload = await this.read(id, "locked");
    if (!upload || upload.hash !== undefined || upload.received < upload.bytes) return undefined;
    const { bytes } = upload;
    const start = await this.pieces.get(id, 0, 0, TYPE_BYTES);
    const type = (await fileTypeFromBuffer(start))?.mime ?? UNKNOWN_TYPE;
    const { blob_id } = await this.db
      .insertInto("assets")
      .values({ studio_id: this.studioId, hash, bytes, type, blob_id: id })
      // What is sent again is young again: whoever sent it has yet to name it.
      .onConflict((known) =>
        known.columns(["studio_id", "hash"]).doUpdateSet({ created_at: new Date() }),
      )
      .returning("blob_id")
      .executeTakeFirstOrThrow();
    if (blob_id !== id) await this.pieces.remove(id);
    await this.db
      .updateTable("asset_uploads")
      .set({ hash, updated_at: new Date() })
      .where("id", "=", id)
      .execute();
    return { hash, bytes, type };
  }

  /** Gives an upload up. What it became stays. */
  async remove(id: string): Promise<boolean> {
    const upload = await this.read(id, "locked");
    if (!upload) return false;
    if (upload.hash === undefined) await this.pieces.remove(id);
    await this.db.deleteFrom("asset_uploads").where("id", "=", id).execute();
    return true;
  }

  private async read(id: string, lock?: "locked"): Promise<Upload | undefined> {
    const row = await this.db
      .selectFrom("asset_uploads")
      .selectAll()
      .where("studio_id", "=", this.studioId)
      .where("id", "=", id)
      .$if(lock !== undefined, (query) => query.forUpdate())
      .executeTakeFirst();
    if (!row) return undefined;
    const { bytes, received, hash } = row;
    return { id, bytes: Number(bytes), received: Number(received), hash: hash ?? undefined };
  }
}

/**
 * The SHA-256 of what has come, read back as it is stored, a piece at a time.
 * @param piece Gives piece `number` of the upload.
 */
export async function hashOf(
  bytes: number,
  piece: (number: number) => Promise<Uint8Array>,
): Promise<string> {
  const hash = createHash("sha256");
  const count = Math.ceil(bytes / PIECE_BYTES);
  for (let number = 0; number < count; number++) hash.update(await piece(number));
  return hash.digest("hex");
}
