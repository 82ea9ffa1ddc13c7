import type { Kysely, Selectable } from "kysely";
import type { Tables } from "../tables";

/** Bytes that a studio keeps, known by what they are. */
export interface Asset {
  /** SHA-256 of the bytes, in hexadecimal. */
  readonly hash: string;
  readonly bytes: number;
  /** The media type, told by the content. */
  readonly type: string;
}

export interface StoredAsset extends Asset {
  /** Under what its pieces lie. */
  readonly blobId: string;
}

/** How much a studio keeps, what is on its way counted too, and how much it may. */
export interface AssetRoom {
  readonly bytes: number;
  readonly quota: number;
}

/** The assets of one studio. */
export class AssetRepository {
  constructor(
    private readonly db: Kysely<Tables>,
    private readonly studioId: string,
  ) {}

  async find(hash: string): Promise<StoredAsset | undefined> {
    const row = await this.db
      .selectFrom("assets")
      .selectAll()
      .where("studio_id", "=", this.studioId)
      .where("hash", "=", hash)
      .executeTakeFirst();
    return row && stored(row);
  }

  /** By their hashes. */
  async list(): Promise<readonly StoredAsset[]> {
    const rows = await this.db
      .selectFrom("assets")
      .selectAll()
      .where("studio_id", "=", this.studioId)
      .orderBy("hash")
      .execute();
    return rows.map(stored);
  }

  async keptBytes(): Promise<number> {
    const { bytes } = await this.db
      .selectFrom("assets")
      .select(({ fn }) => fn.sum<string | null>("bytes").as("bytes"))
      .where("studio_id", "=", this.studioId)
      .executeTakeFirstOrThrow();
    return Number(bytes ?? 0);
  }

  async room(): Promise<AssetRoom> {
    const { quota, kept, coming } = await this.db
      .selectFrom("studios")
      .select((eb) => [
        "asset_quota as quota",
        eb
          .selectFrom("assets")
          .select(({ fn }) => fn.sum<string | null>("bytes").as("bytes"))
          .whereRef("studio_id", "=", "studios.id")
          .as("kept"),
        eb
          .selectFrom("asset_uploads")
          .select(({ fn }) => fn.sum<string | null>("bytes").as("bytes"))
          .whereRef("studio_id", "=", "studios.id")
          .where("hash", "is", null)
          .as("coming"),
      ])
      .where("id", "=", this.studioId)
      .executeTakeFirstOrThrow();
    return { bytes: Number(kept ?? 0) + Number(coming ?? 0), quota: Number(quota) };
  }
}

function stored({ hash, bytes, type, blob_id }: Selectable<Tables["assets"]>): StoredAsset {
  return { hash, bytes: Number(bytes), type, blobId: blob_id };
}
