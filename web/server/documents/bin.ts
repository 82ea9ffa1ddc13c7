import type { Kysely } from "kysely";
import type { Tables } from "../tables";

/** How long the bin keeps a document. */
const BIN_DAYS = 30;
const DAY_MS = 86_400_000;

/** The bin for one studio's documents of one kind: what is in it is whole, and no longer shown. */
export class Bin {
  constructor(
    private readonly kind: string,
    private readonly db: Kysely<Tables>,
    private readonly studioId: string,
  ) {}

  /** Puts documents into the bin, with everything that belongs to them. @returns how many. */
  async put(ids: readonly string[]): Promise<number> {
    await this.emptyOld();
    return this.mark(ids, new Date());
  }

  /** Takes documents out of the bin: as they were, where they were. @returns how many. */
  bringBack(ids: readonly string[]): Promise<number> {
    return this.mark(ids, null);
  }

  /** What is in the bin is gone, with all its versions. @returns how many documents that were. */
  async empty(): Promise<number> {
    const { numDeletedRows } = await this.all()
      .where("removed_at", "is not", null)
      .executeTakeFirst();
    return Number(numDeletedRows);
  }

  /** The bin keeps nothing for ever. */
  async emptyOld(now = new Date()): Promise<void> {
    await this.all()
      .where("removed_at", "<", new Date(now.getTime() - BIN_DAYS * DAY_MS))
      .execute();
  }

  private all() {
    return this.db
      .deleteFrom("documents")
      .where("studio_id", "=", this.studioId)
      .where("kind", "=", this.kind);
  }

  private async mark(ids: readonly string[], removedAt: Date | null): Promise<number> {
    const { numUpdatedRows } = await this.db
      .updateTable("documents")
      .set({ removed_at: removedAt })
      .where("studio_id", "=", this.studioId)
      .where("kind", "=", this.kind)
      .where("id", "in", ids)
      .where("removed_at", removedAt ? "is" : "is not", null)
      .executeTakeFirst();
    return Number(numUpdatedRows);
  }
}
