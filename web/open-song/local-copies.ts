import { applyDifference, differenceOf, sharing } from "@intonazione/core/foundation";
import {
  documentOf,
  readSong,
  readSongDocument,
  readSongJson,
  SCHEMA_VERSION,
} from "@intonazione/core/formats/json";
import type { Song } from "@intonazione/core/score";
import { delMany, get, keys, set } from "idb-keyval";
import { nanoid } from "nanoid";
import { z } from "zod";
import { afterPaint } from "./after-paint";
import type { Drafts } from "./store";

/** A song as one window has it, in the browser's own store. */
export interface LocalCopy {
  readonly song: Song;
  /** The song as the server had it when this copy was made from it; absent in copies of old. */
  readonly base?: Song;
  /** The stored version that `base` is. */
  readonly baseVersion: number;
  /** True while it holds work that the server has not got. */
  readonly isDirty: boolean;
}

/** What a window finds when it opens a song. */
export interface FoundCopy {
  readonly copy: LocalCopy;
  readonly drafts: Drafts;
  /** True for the copy of a window that is open: that window writes it, this one may read. */
  readonly isOthers?: true;
}

const songRecord = z.object({
  /**
   * As text, which the browser writes three times as fast as it clones a long song; earlier copies
   * are the document itself.
   */
  document: z.unknown(),
  /** What leads from the song to its base; null where they are the same. Copies of old have none. */
  toBase: z.unknown().optional(),
  /** Of which shape `toBase` is: a difference is not migrated, it is left out. */
  baseSchema: z.int().optional(),
  baseVersion: z.int().min(1),
  isDirty: z.boolean(),
});
const draftsRecord = z.record(z.string(), z.string());

/** Drafts change at every key, songs seldom: they are kept apart. */
const SONG = "song";
const DRAFTS = "drafts";
const WINDOW_NAME = "intonazione-window";
const lockOf = (windowId: string) => `${WINDOW_NAME}-${windowId}`;

let named: Promise<string> | undefined;

/** This window's name; found out once, however many songs are opened in it. */
export function windowName(): Promise<string> {
  named ??= nameWindow();
  return named;
}

/**
 * Names a window: the same after a reload, another one for a duplicated window. While it lives the
 * window holds a lock of its name, so that others can tell whose copies are left over.
 */
export async function nameWindow(): Promise<string> {
  const known = sessionStorage.getItem(WINDOW_NAME);
  const name = known !== null && (await hold(known)) ? known : nanoid(8);
  if (name !== known) await hold(name);
  sessionStorage.setItem(WINDOW_NAME, name);
  return name;
}

/** Holds a window's lock until the page is closed; false when another window has it. */
function hold(windowId: string): Promise<boolean> {
  // Without locks (an insecure origin) every window believes in its stored name.
  if (!("locks" in navigator)) return Promise.resolve(true);
  return new Promise((resolve) => {
    const forever = () => {
      resolve(true);
      return new Promise(() => undefined);
    };
    // A page that is just being reloaded lets go of its lock within moments.
    const signal = AbortSignal.timeout(400);
    navigator.locks.request(lockOf(windowId), { signal }, forever).catch(() => resolve(false));
  });
}

async function isAlive(windowId: string): Promise<boolean> {
  if (!("locks" in navigator)) return false;
  const { held } = await navigator.locks.query();
  return held?.some(({ name }) => name === lockOf(windowId)) ?? false;
}

/** The base that was kept beside a song; what both share is shared as objects too. */
function baseFrom(song: Song, toBase: unknown): Song | undefined {
  if (toBase === undefined) return undefined;
  if (toBase === null) return song;
  const plain = applyDifference(song, toBase);
  const base = plain.ok ? readSong(plain.value) : plain;
  return base.ok ? sharing(song, base.value) : undefined;
}

function isUnsaved({ copy, drafts }: FoundCopy): boolean {
  return copy.isDirty || Object.keys(drafts).length > 0;
}

/** The copies of one song in one window. */
export class LocalCopies {
  private newest: LocalCopy | undefined;
  private keeping: Promise<void> | undefined;

  constructor(
    private readonly songId: string,
    private readonly windowId: string,
  ) {}

  private key(what: typeof SONG | typeof DRAFTS, windowId = this.windowId): string {
    return [what, this.songId, windowId].join("/");
  }

  /** Keeps the newest copy, behind the next paint: a long song takes some milliseconds to write. */
  keep(copy: LocalCopy): Promise<void> {
    this.newest = copy;
    this.keeping ??= afterPaint().then(() => this.write());
    return this.keeping;
  }

  private async write(): Promise<void> {
    const { song, base, ...rest } = this.newest!;
    this.keeping = undefined;
    await set(this.key(SONG), {
      document: JSON.stringify(documentOf(song)),
      ...(base && { toBase: differenceOf(song, base) ?? null, baseSchema: SCHEMA_VERSION }),
      ...rest,
    });
  }

  async keepDrafts(drafts: Drafts): Promise<void> {
    await set(this.key(DRAFTS), drafts);
  }

  /**
   * This window's copy; else one with unsaved work that a closed window left behind.
   * @param isAway Whether nobody else has the song just now: then any copy will do, in the end that of
   *   another open window, to be read.
   */
  async find(isAway = false): Promise<FoundCopy | undefined> {
    const own = await this.read(this.windowId);
    if (own) return own;
    let left: FoundCopy | undefined;
    let others: FoundCopy | undefined;
    for (const key of await keys<string>()) {
      const [what, songId, windowId] = key.split("/");
      const isOurs = what === SONG && songId === this.songId;
      if (!isOurs || windowId === undefined) continue;
      if (await isAlive(windowId)) {
        others ??= isAway ? await this.read(windowId) : undefined;
        continue;
      }
      const found = await this.read(windowId);
      // A copy that nobody wrote in is worth something only while nothing else can be had.
      const isWanted = found && (isUnsaved(found) || isAway);
      if (isWanted && left && isUnsaved(found) && isUnsaved(left)) continue;
      if (isWanted && (!left || isUnsaved(found))) {
        left = found;
        await this.keep(found.copy);
        await this.keepDrafts(found.drafts);
      }
      await delMany([this.key(SONG, windowId), this.key(DRAFTS, windowId)]);
    }
    return left ?? (others && { ...others, drafts: {}, isOthers: true });
  }

  private async read(windowId: string): Promise<FoundCopy | undefined> {
    const record = songRecord.safeParse(await get(this.key(SONG, windowId)));
    if (!record.success) return undefined;
    const { document, toBase, baseSchema, ...rest } = record.data;
    const song = typeof document === "string" ? readSongJson(document) : readSongDocument(document);
    if (!song.ok) return undefined;
    const drafts = draftsRecord.safeParse(await get(this.key(DRAFTS, windowId)));
    const base = baseSchema === SCHEMA_VERSION ? baseFrom(song.value, toBase) : undefined;
    return {
      copy: { song: song.value, ...(base && { base }), ...rest },
      drafts: drafts.success ? drafts.data : {},
    };
  }
}
