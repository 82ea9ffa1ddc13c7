import "fake-indexeddb/auto";
import { documentOf, SONG_FORMAT } from "@intonazione/core/formats/json";
import { clear, keys, set } from "idb-keyval";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { demoSong, DEMO_SONGS } from "@intonazione/demo";
import { LocalCopies } from "./local-copies";
import { nameWindow } from "./window-name";

const base = demoSong(DEMO_SONGS[0]!);
const song = { ...base, title: "Changed" };
const dirty = { value: song, base, baseVersion: 3, isDirty: true };
const clean = { value: song, base: song, baseVersion: 3, isDirty: false };
/** The copies of a song in a window. */
const copiesOf = (id: string, windowId: string) => new LocalCopies(SONG_FORMAT, id, windowId);

/** The browser's locks, as far as they are used here: held until a window is closed. */
class Locks {
  private readonly held = new Map<string, () => void>();

  request(
    name: string,
    { signal }: { signal: AbortSignal },
    hold: () => Promise<unknown>,
  ): Promise<unknown> {
    return new Promise((_resolve, reject) => {
      if (!this.held.has(name)) {
        this.held.set(name, () => this.held.delete(name));
        void hold();
        return;
      }
      signal.addEventListener("abort", () => reject(new Error("aborted")));
    });
  }

  query() {
    return Promise.resolve({ held: [...this.held.keys()].map((name) => ({ name })) });
  }

  close(windowId: string): void {
    this.held.get(`intonazione-window-${windowId}`)?.();
  }
}

/** A browser window: its own session store, and locks shared with all others. */
function inWindow(locks: Locks, session = new Map<string, string>()) {
  vi.stubGlobal("navigator", { locks });
  vi.stubGlobal("sessionStorage", {
    getItem: (key: string) => session.get(key) ?? null,
    setItem: (key: string, value: string) => session.set(key, value),
  });
  return nameWindow();
}

/** A version of the server from before every copy. */
const OLDER = 0;

describe("the browser's own store", () => {
  beforeEach(() => clear());
  afterEach(() => void vi.unstubAllGlobals());

  it("gives a window back what it kept, drafts and all", async () => {
    const windowId = await inWindow(new Locks());
    const copies = copiesOf("song", windowId);
    await copies.keep(dirty);
    await copies.keepDrafts({ "guitar/new": "E0 Q" });
    expect(await copies.find(OLDER)).toEqual({ copy: dirty, drafts: { "guitar/new": "E0 Q" } });
    expect(await copiesOf("other", windowId).find(OLDER)).toBeUndefined();
  });

  it("names a window the same after a reload, and a duplicated one anew", async () => {
    const locks = new Locks();
    const session = new Map<string, string>();
    const first = await inWindow(locks, session);
    const duplicate = await inWindow(locks, new Map(session));
    expect(duplicate).not.toBe(first);
    locks.close(first);
    expect(await inWindow(locks, session)).toBe(first);
  });

  it("hands unsaved work of a closed window to the next, but not of one that is open", async () => {
    const locks = new Locks();
    const lost = await inWindow(locks);
    await copiesOf("song", lost).keep(dirty);
    await copiesOf("song", lost).keepDrafts({ "guitar/new": "A0" });
    const next = await inWindow(locks);
    const copies = copiesOf("song", next);
    expect(await copies.find(OLDER)).toBeUndefined();
    locks.close(lost);
    expect(await copies.find(OLDER)).toEqual({ copy: dirty, drafts: { "guitar/new": "A0" } });
    expect(await keys()).toEqual([`drafts/song/${next}`, `song/song/${next}`]);
  });

  it("lends the copy of an open window, to be read, while nobody else has the song", async () => {
    const locks = new Locks();
    const first = await inWindow(locks);
    await copiesOf("song", first).keep(dirty);
    await copiesOf("song", first).keepDrafts({ "guitar/new": "A0" });
    const second = copiesOf("song", await inWindow(locks));
    expect(await second.find(undefined)).toEqual({ copy: dirty, drafts: {}, isOthers: true });
    expect(await second.find(OLDER)).toBeUndefined();
    expect(await copiesOf("song", first).find(OLDER)).toMatchObject({ copy: dirty });
    // Of a window that was closed even a saved copy is taken over then.
    await copiesOf("song", first).keep(clean);
    locks.close(first);
    expect(await second.find(undefined)).toMatchObject({
      copy: clean,
      drafts: { "guitar/new": "A0" },
    });
  });

  it("takes a saved copy for worthless unless something typed hangs on it", async () => {
    const locks = new Locks();
    const lost = await inWindow(locks);
    await copiesOf("song", lost).keep(clean);
    locks.close(lost);
    const next = copiesOf("song", await inWindow(locks));
    expect(await next.find(OLDER)).toBeUndefined();
    expect(await keys()).toEqual([]);
    await copiesOf("song", "gone").keep(clean);
    await copiesOf("song", "gone").keepDrafts({ "guitar/new": "E0" });
    expect((await next.find(OLDER))?.drafts).toEqual({ "guitar/new": "E0" });
  });

  it("is read as earlier versions of the page wrote it", async () => {
    const windowId = await inWindow(new Locks());
    const { value: _value, base: _base, ...rest } = dirty;
    await set(`song/song/${windowId}`, { document: documentOf(SONG_FORMAT, song), ...rest });
    const copies = copiesOf("song", windowId);
    expect(await copies.find(OLDER)).toEqual({ copy: { value: song, ...rest }, drafts: {} });
  });

  it("is not believed when it holds something unreadable", async () => {
    const windowId = await inWindow(new Locks());
    const copies = copiesOf("song", windowId);
    for (const junk of [
      7,
      "x",
      { document: {}, baseVersion: 1, isDirty: true },
      { document: "{", baseVersion: 1, isDirty: true },
      { isDirty: true },
    ]) {
      await set(`song/song/${windowId}`, junk);
      expect(await copies.find(OLDER)).toBeUndefined();
    }
    await copies.keep(clean);
    await set(`drafts/song/${windowId}`, { "guitar/new": 7 });
    expect(await copies.find(OLDER)).toEqual({ copy: clean, drafts: {} });
  });

  it("is not read where the server has all of it, but for what was typed beside it", async () => {
    const windowId = await inWindow(new Locks());
    const copies = copiesOf("song", windowId);
    await copies.keep(clean);
    await copies.keepDrafts({ "guitar/new": "E0" });
    const typed = { drafts: { "guitar/new": "E0" } };
    expect(await copies.find(clean.baseVersion)).toEqual(typed);
    expect(await copies.find(clean.baseVersion + 1)).toEqual(typed);
    expect(await copies.find(undefined)).toEqual({ copy: clean, ...typed });
    await copies.keep(dirty);
    expect(await copies.find(dirty.baseVersion + 1)).toEqual({ copy: dirty, ...typed });
  });

  it("does without locks where the browser has none", async () => {
    vi.stubGlobal("navigator", {});
    vi.stubGlobal("sessionStorage", { getItem: () => "old", setItem: () => undefined });
    expect(await nameWindow()).toBe("old");
  });
});
