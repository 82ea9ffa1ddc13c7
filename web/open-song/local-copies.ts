import { documentOf, readSongDocument } from "@intonazione/core/formats/json";
import type { Song } from "@intonazione/core/score";
import { del, get, keys, set } from "idb-keyval";
import { nanoid } from "nanoid";
import { z } from "zod";
import type { Drafts } from "./store";

/** A song as one window has it, in the browser's own store. */
export interface LocalCopy {
  readonly song: Song;
  /** The stored version it was made from. */
  readonly baseVersion: number;
  /** True while it holds work that the server has not got. */
  readonly isDirty: boolean;
  readonly drafts: Drafts;
}

const recordSchema = z.object({
  document: z.unknown(),
  baseVersion: z.int().min(1),
  isDirty: z.boolean(),
  drafts: z.record(z.string(), z.string()),
});

const PREFIX = "song";
const WINDOW_NAME = "intonazione-window";
const lockOf = (windowId: string) => `${WINDOW_NAME}-${windowId}`;

/**
 * The name of this window: the same after a reload, another one for a duplicated window. While it
 * lives the window holds a lock of its name, so that others can tell whose copies are left over.
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

/** The copies of one song in one window. */
export class LocalCopies {
  constructor(
    private readonly songId: string,
    private readonly windowId: string,
  ) {}

  private get key() {
    return [PREFIX, this.songId, this.windowId].join("/");
  }

  async keep({ song, ...rest }: LocalCopy): Promise<void> {
    await set(this.key, { document: documentOf(song), ...rest });
  }

  /** This window's copy; else one with unsaved work that a closed window left behind. */
  async find(): Promise<LocalCopy | undefined> {
    const own = await read(this.key);
    if (own) return own;
    for (const key of await keys<string>()) {
      const [prefix, songId, windowId] = key.split("/");
      if (prefix !== PREFIX || windowId === undefined || (await isAlive(windowId))) continue;
      const copy = await read(key);
      const isWorth = copy && (copy.isDirty || Object.keys(copy.drafts).length > 0);
      if (!isWorth) await del(key);
      else if (songId === this.songId) {
        await this.keep(copy);
        await del(key);
        return copy;
      }
    }
    return undefined;
  }
}

async function read(key: string): Promise<LocalCopy | undefined> {
  const record = recordSchema.safeParse(await get(key));
  if (!record.success) return undefined;
  const { document, ...rest } = record.data;
  const song = readSongDocument(document);
  return song.ok ? { song: song.value, ...rest } : undefined;
}
