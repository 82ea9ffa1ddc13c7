import { documentOf, readText, type ReadDocument } from "@intonazione/core/formats/json";
import { applyDifference, fingerprint } from "@intonazione/core/foundation";
import type { Kysely } from "kysely";
import { nameAssets, nameAssetsAside } from "../assets/asset-uses";
import { inTransaction } from "../requests/in-transaction";
import type { AfterCommit, StudioAccess } from "../requests/studio-access";
import type { Tables } from "../tables";
import type { DocumentKind } from "./document-kind";
import type { DocumentSave, Made, SaveOutcome } from "./document-save";
import { documentsOfKind } from "./documents-of-kind";
import { sharedHeads, type Head, type Heads } from "./heads";
import { insertDocuments } from "./insert-documents";
import { MOST_CHANGES, textOfVersion, thinDocument } from "./revisions";
import { storedDocuments, type StoredDocument } from "./stored-documents";

/** A document with what it holds. */
export interface HeldDocument<Value> {
  readonly id: string;
  readonly version: number;
  readonly value: Value;
}

interface Around {
  readonly now?: () => Date;
  readonly heads?: Heads;
  readonly afterCommit?: AfterCommit;
}

/** A whole is kept again after {@link MOST_CHANGES}, or when they weigh as much as it does. */
const LEAST_WHOLE_BYTES = 20_000;

/**
 * All documents of one kind in one studio. Every query names the studio, so that none can reach
 * another's. What a document holds stands in its revisions alone.
 */
export class DocumentRepository<Value> {
  private readonly now: () => Date;
  private readonly heads: Heads;
  private readonly afterCommit: AfterCommit;

  constructor(
    private readonly kind: DocumentKind<Value>,
    private readonly db: Kysely<Tables>,
    private readonly studioId: string,
    { now = () => new Date(), heads = sharedHeads(), afterCommit }: Around = {},
  ) {
    this.now = now;
    this.heads = heads;
    this.afterCommit = afterCommit ?? ((work) => work(db));
  }

  private get kindName(): string {
    return this.kind.format.name;
  }

  /** @returns undefined when this studio has no such document, or has it in the bin. */
  async find(id: string): Promise<StoredDocument | undefined> {
    return (await this.findAll([id])).get(id);
  }

  /** By their ids, in the order in which they were made; absent for all. */
  findAll(ids?: readonly string[]): Promise<ReadonlyMap<string, StoredDocument>> {
    return storedDocuments(this.db, this.studioId, this.kindName, ids);
  }

  /** All of them with what they hold, in the order in which they were made; what cannot be read is logged. */
  async list(): Promise<readonly HeldDocument<Value>[]> {
    return [...(await this.findAll()).values()].flatMap(({ id, version, ...text }) => {
      const read = readText(this.kind.format, text);
      if (read.ok) return [{ id, version, value: read.value.value }];
      console.error(`${this.kindName} ${id} cannot be read: ${read.error[0]?.message ?? ""}`);
      return [];
    });
  }

  /**
   * @param id Given where a studio has one document of the kind, which bears the studio's own id.
   * @returns undefined when the studio has as many as it may.
   */
  async create(value: Value, id?: string): Promise<Made | undefined> {
    const { most } = this.kind;
    if (most && (await this.count()) >= most.count) return undefined;
    const savedAt = this.now();
    const [made] = await this.createEach([value], savedAt, id);
    return { id: made!, version: 1, savedAt };
  }

  /** All of them, or none, whatever the bound. @returns their ids in order. */
  createAll(values: readonly Value[]): Promise<readonly string[]> {
    return this.createEach(values, this.now());
  }

  private async createEach(
    values: readonly Value[],
    createdAt: Date,
    id?: string,
  ): Promise<readonly string[]> {
    const { kind, studioId } = this;
    const made = await inTransaction(this.db, (trx) =>
      insertDocuments(trx, kind, studioId, { values, createdAt, ...(id !== undefined && { id }) }),
    );
    this.afterCommit((db) => kind.afterSave?.(db));
    return made;
  }

  /**
   * Saves over `baseVersion` only. A save that changes something is kept as a revision, a refused one
   * too; one that changes nothing is none.
   */
  async save(id: string, save: DocumentSave): Promise<SaveOutcome> {
    const { baseVersion } = save;
    const head = await this.head(id, baseVersion);
    const base = head?.plain ?? (await this.plainOf(id, baseVersion));
    const plain = arrived(save, base);
    if (plain === undefined) {
      return (await this.versionOf(id)) === undefined
        ? { kind: "missing" }
        : { kind: "whole-wanted" };
    }
    if (head && plain === head.plain) {
      return { kind: "saved", version: head.version, savedAt: head.savedAt };
    }
    const value = this.kind.format.read(plain);
    if (!value.ok) return { kind: "wrong", findings: value.error };
    const after = { value: value.value, plain, schema: this.kind.format.schema };
    const saved = await this.write(id, save, after, head);
    if (!saved) return this.refuse(id, baseVersion, after);
    this.afterCommit((db) => {
      this.heads.set(this.keyOf(id), saved);
      this.kind.afterSave?.(db);
      if (saved.wholeVersion !== saved.version) return;
      // What is old gives way behind the answer.
      const thinned = thinDocument(db, this.kind.format, id, this.now());
      void thinned.catch((error: unknown) => console.error(error));
    });
    return { kind: "saved", version: saved.version, savedAt: saved.savedAt };
  }

  /**
   * Saves a difference over whatever is the newest, as a save of its own.
   * @returns "busy" when somebody saved at the same moment, or it leads nowhere.
   */
  async change(id: string, difference: unknown): Promise<"saved" | "missing" | "busy"> {
    const version = await this.versionOf(id);
    if (version === undefined) return "missing";
    const head = await this.head(id, version);
    const after = head && applyDifference(head.plain, difference);
    if (!after?.ok) return "busy";
    const print = fingerprint(after.value);
    const outcome = await this.save(id, { baseVersion: version, difference, fingerprint: print });
    return outcome.kind === "saved" ? "saved" : "busy";
  }

  /** Takes it away with all its versions. @returns false when this studio has no such document. */
  async remove(id: string): Promise<boolean> {
    const { numDeletedRows } = await this.db
      .deleteFrom("documents")
      .where("studio_id", "=", this.studioId)
      .where("kind", "=", this.kindName)
      .where("id", "=", id)
      .executeTakeFirst();
    return numDeletedRows > 0n;
  }

  private async count(): Promise<number> {
    const { count } = await documentsOfKind(this.db, this.studioId, this.kindName)
      .select(({ fn }) => fn.countAll<string>().as("count"))
      .executeTakeFirstOrThrow();
    return Number(count);
  }

  private keyOf(id: string): string {
    return `${this.studioId} ${id}`;
  }

  /** Undefined when this studio has no such document, or has it in the bin. */
  private async versionOf(id: string): Promise<number | undefined> {
    const row = await documentsOfKind(this.db, this.studioId, this.kindName)
      .select("version")
      .where("id", "=", id)
      .where("removed_at", "is", null)
      .executeTakeFirst();
    return row?.version;
  }

  /** The version as it is known here, else as it is stored; undefined when it is not the newest. */
  private async head(id: string, version: number): Promise<Head<Value> | undefined> {
    const known = this.heads.get<Value>(this.keyOf(id), version);
    if (known) return known;
    const text = await this.find(id);
    const read = text?.version === version ? readText(this.kind.format, text) : undefined;
    if (!text || !read?.ok) return undefined;
    return {
      ...read.value,
      version,
      savedAt: text.savedAt,
      wholeVersion: text.wholeVersion,
      wholeBytes: text.whole.length,
      changeBytes: text.changes.reduce((sum, change) => sum + change.length, 0),
    };
  }

  /** What differences against an earlier version are applied to, if it can still be had. */
  private async plainOf(id: string, version: number): Promise<unknown> {
    const text = await textOfVersion(this.db, this.studioId, id, version);
    const read = text && readText(this.kind.format, text);
    return read?.ok ? read.value.plain : undefined;
  }

  /** @returns undefined when someone saved in between, or the document is gone. */
  private async write(
    id: string,
    save: DocumentSave,
    after: ReadDocument<Value>,
    head: Head<Value> | undefined,
  ): Promise<Head<Value> | undefined> {
    const { format, catalogue, assetsOf } = this.kind;
    const { baseVersion } = save;
    const version = baseVersion + 1;
    const savedAt = this.now();
    // A difference from what was brought up to another shape does not follow what is stored.
    const isOfShape = head?.schema === format.schema;
    const change = isOfShape && "difference" in save ? JSON.stringify(save.difference) : undefined;
    const bytes = (head?.changeBytes ?? 0) + (change?.length ?? 0);
    const isWhole =
      !head ||
      change === undefined ||
      version - head.wholeVersion >= MOST_CHANGES ||
      bytes > Math.max(LEAST_WHOLE_BYTES, head.wholeBytes);
    const whole = isWhole ? JSON.stringify(documentOf(format, after.plain)) : undefined;
    const isSaved = await inTransaction(this.db, async (trx) => {
      const { numUpdatedRows } = await trx
        .updateTable("documents")
        .set({ version, updated_at: savedAt, ...(isWhole && { whole_version: version }) })
        .where("studio_id", "=", this.studioId)
        .where("kind", "=", this.kindName)
        .where("id", "=", id)
        .where("version", "=", baseVersion)
        .where("removed_at", "is", null)
        .executeTakeFirst();
      if (numUpdatedRows === 0n) return false;
      await trx
        .insertInto("revisions")
        .values({
          studio_id: this.studioId,
          document_id: id,
          version,
          refused: false,
          whole: whole ?? null,
          change: change ?? null,
          base_version: change === undefined ? null : baseVersion,
          created_at: savedAt,
        })
        .execute();
      await catalogue?.update(trx, this.studioId, id, after.value, head?.value);
      const hashes = assetsOf?.(after.value);
      if (hashes) await nameAssets(trx, this.studioId, { documentId: id, version, hashes });
      return true;
    });
    if (!isSaved) return undefined;
    return {
      ...after,
      version,
      savedAt,
      wholeVersion: isWhole ? version : head.wholeVersion,
      wholeBytes: whole?.length ?? head?.wholeBytes ?? 0,
      changeBytes: isWhole ? 0 : bytes,
    };
  }

  /** Keeps what was made from an old version aside. */
  private async refuse(
    id: string,
    baseVersion: number,
    { plain, value }: ReadDocument<Value>,
  ): Promise<SaveOutcome> {
    const version = await this.versionOf(id);
    if (version === undefined) return { kind: "missing" };
    await inTransaction(this.db, async (trx) => {
      await trx
        .insertInto("revisions")
        .values({
          studio_id: this.studioId,
          document_id: id,
          version: baseVersion,
          refused: true,
          whole: JSON.stringify(documentOf(this.kind.format, plain)),
          created_at: this.now(),
        })
        .execute();
      const hashes = this.kind.assetsOf?.(value) ?? [];
      await nameAssetsAside(trx, this.studioId, { documentId: id, version: baseVersion, hashes });
    });
    return { kind: "stale", version };
  }
}

/** The documents of a kind that somebody who asks may see and change. */
export function documentsOf<Value>(
  kind: DocumentKind<Value>,
  { db, studio, afterCommit }: StudioAccess,
): DocumentRepository<Value> {
  return new DocumentRepository(kind, db, studio.id, { afterCommit });
}

/** The plain value that a save means; undefined when its difference does not lead there from `base`. */
function arrived(save: DocumentSave, base: unknown): unknown {
  if ("value" in save) return save.value;
  if (base === undefined) return undefined;
  const applied = applyDifference(base, save.difference);
  return applied.ok && fingerprint(applied.value) === save.fingerprint ? applied.value : undefined;
}
