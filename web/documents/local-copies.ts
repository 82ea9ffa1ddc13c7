import { applyDifference, differenceOf, sharing } from "@intonazione/core/foundation";
import { documentOf, readText, type DocumentFormat } from "@intonazione/core/formats/json";
import { createStore, delMany, get, keys, promisifyRequest, type UseStore } from "idb-keyval";
import { z } from "zod";
import { afterPaint } from "./after-paint";
import { isAlive } from "./window-name";

/** What is typed and not yet part of the document, by what it is for. */
export type Drafts = Readonly<Record<string, string>>;

/** A document as one window has it, in the browser's own store. */
export interface LocalCopy<Value> {
  readonly value: Value;
  /** As the server had it when this copy was made from it; absent in copies of old. */
  readonly base?: Value;
  /** The stored version that `base` is. */
  readonly baseVersion: number;
  /** True while it holds work that the server has not got. */
  readonly isDirty: boolean;
}

/** What a window finds when it opens a document. */
export interface FoundCopy<Value> {
  /** Absent where the server has all of it: then it is not read. */
  readonly copy?: LocalCopy<Value>;
  readonly drafts: Drafts;
  /** True for the copy of a window that is open: that window writes it, this one may read. */
  readonly isOthers?: true;
}

const copyRecord = z.object({
  /**
   * As text, which the browser writes three times as fast as it clones a long document; earlier copies
   * are the document itself.
   */
  document: z.unknown(),
  /** What leads from the value to its base; null where they are the same. Copies of old have none. */
  toBase: z.unknown().optional(),
  /** Of which shape `toBase` is: a difference is not migrated, it is left out. */
  baseSchema: z.int().optional(),
  baseVersion: z.int().min(1),
  isDirty: z.boolean(),
});
const draftsRecord = z.record(z.string(), z.string());

/** Drafts change at every key, documents seldom: they are kept apart. */
const DRAFTS = "drafts";

function isUnsaved({ copy, drafts }: FoundCopy<unknown>): boolean {
  return copy?.isDirty === true || Object.keys(drafts).length > 0;
}

let opened: UseStore | undefined;

/** Writes, and does not wait for an answer to end with: a page that is just left would not hear it. */
async function put(key: string, value: unknown): Promise<void> {
  opened ??= createStore("keyval-store", "keyval");
  await opened("readwrite", (store) => {
    store.put(value, key);
    store.transaction.commit();
    return promisifyRequest(store.transaction);
  });
}

/** The copies of one document in one window. */
export class LocalCopies<Value extends object> {
  private newest: LocalCopy<Value> | undefined;
  private keeping: Promise<void> | undefined;

  constructor(
    private readonly format: DocumentFormat<Value>,
    private readonly id: string,
    private readonly windowId: string,
  ) {}

  private key(what: string, windowId = this.windowId): string {
    return [what, this.id, windowId].join("/");
  }

  /** Keeps the newest copy, behind the next paint: a long one takes some milliseconds to write. */
  keep(copy: LocalCopy<Value>): Promise<void> {
    this.newest = copy;
    this.keeping ??= afterPaint().then(() => this.write());
    return this.keeping;
  }

  private async write(): Promise<void> {
    const { value, base, ...rest } = this.newest!;
    const { format } = this;
    this.keeping = undefined;
    await put(this.key(format.name), {
      document: JSON.stringify(documentOf(format, value)),
      ...(base && { toBase: differenceOf(value, base) ?? null, baseSchema: format.schema }),
      ...rest,
    });
  }

  async keepDrafts(drafts: Drafts): Promise<void> {
    await put(this.key(DRAFTS), drafts);
  }

  /**
   * This window's copy; else one with unsaved work that a closed window left behind.
   * @param stored The version that the server has. Absent while nobody else has the document: then any
   *   copy will do, in the end that of another open window, to be read.
   */
  async find(stored: number | undefined): Promise<FoundCopy<Value> | undefined> {
    const isAway = stored === undefined;
    const own = await this.read(this.windowId, stored);
    if (own) return own;
    let left: FoundCopy<Value> | undefined;
    let others: FoundCopy<Value> | undefined;
    for (const key of await keys<string>()) {
      const [what, id, windowId] = key.split("/");
      const isOurs = what === this.format.name && id === this.id;
      if (!isOurs || windowId === undefined) continue;
      if (await isAlive(windowId)) {
        others ??= isAway ? await this.read(windowId, stored) : undefined;
        continue;
      }
      const found = await this.read(windowId, stored);
      // A copy that nobody wrote in is worth something only while nothing else can be had.
      const isWanted = found && (isUnsaved(found) || isAway);
      if (isWanted && left && isUnsaved(found) && isUnsaved(left)) continue;
      if (isWanted && (!left || isUnsaved(found))) {
        left = found;
        if (found.copy) await this.keep(found.copy);
        await this.keepDrafts(found.drafts);
      }
      await delMany([this.key(this.format.name, windowId), this.key(DRAFTS, windowId)]);
    }
    return left ?? (others && { ...others, drafts: {}, isOthers: true });
  }

  private async read(
    windowId: string,
    stored: number | undefined,
  ): Promise<FoundCopy<Value> | undefined> {
    const { format } = this;
    const record = copyRecord.safeParse(await get(this.key(format.name, windowId)));
    if (!record.success) return undefined;
    const { document, toBase, baseSchema, ...rest } = record.data;
    const drafts = draftsRecord.safeParse(await get(this.key(DRAFTS, windowId)));
    const found = { drafts: drafts.success ? drafts.data : {} };
    if (stored !== undefined && !rest.isDirty && rest.baseVersion <= stored) return found;
    const whole = typeof document === "string" ? document : JSON.stringify(document);
    const read = readText(format, { whole, changes: [] });
    if (!read.ok) return undefined;
    const { value } = read.value;
    const base = baseSchema === format.schema ? this.baseFrom(value, toBase) : undefined;
    return { copy: { value, ...(base && { base }), ...rest }, ...found };
  }

  /** The base that was kept beside a value; what both share is shared as objects too. */
  private baseFrom(value: Value, toBase: unknown): Value | undefined {
    if (toBase === undefined) return undefined;
    if (toBase === null) return value;
    const plain = applyDifference(value, toBase);
    const base = plain.ok ? this.format.read(plain.value) : plain;
    return base.ok ? sharing(value, base.value) : undefined;
  }
}
