import { USUAL_STYLE } from "@intonazione/core/neck";
import { DEMO_SONGS, demoSong } from "@intonazione/demo";
import { applyEdit, type Song } from "@intonazione/core/score";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Answer } from "@/calls/answer";
import type { Version } from "@/calls/documents";
import type { LocalCopy } from "@/documents/local-copies";
import { Saver, startingPoint } from "@/documents/saver";
import { songDocument } from "./song-document";
import { createSongStore } from "./state/store";
import { setDetails } from "./transactions";

const song = demoSong(DEMO_SONGS[0]!);
const titled = (title: string) => {
  const { parts: _p, phrases: _f, form: _form, lines: _l, ...details } = song;
  return setDetails({ ...details, title });
};

/**
 * A server in memory that can be away, with the browser's store beside it.
 * @param base What the server had when the song was opened here; undefined for a copy of old.
 */
function openWith(base: Song | undefined, opened: Song) {
  const server = { song, version: 1, at: new Date(0), isAway: false, sends: 0 };
  const kept: LocalCopy<Song>[] = [];
  const store = createSongStore({
    songId: "song",
    song: opened,
    drafts: {},
    stage: "write",
    studio: USUAL_STYLE,
    saving: { kind: "saved", version: 1, at: new Date(0) },
  });
  const send = async (
    sent: Song,
    _base: Song | undefined,
    base: number,
  ): Promise<Answer<Version>> => {
    server.sends++;
    await new Promise((resolve) => setTimeout(resolve, 50));
    if (server.isAway) return { kind: "away" };
    if (base !== server.version) return { kind: "stale" };
    server.song = sent;
    server.version++;
    return { kind: "done", value: { version: server.version, at: new Date(0) } };
  };
  const saver = new Saver(
    songDocument(store),
    {
      keep: async (copy) => void kept.push(copy),
      send,
      fetch: async () => ({ value: server.song, version: server.version, at: server.at }),
    },
    1,
    base,
  );
  return { server, kept, store, saver, saving: () => store.getState().saving.kind };
}

const open = () => openWith(song, song);

describe("saving", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it("keeps a change in the browser at once, and sends it a moment later", async () => {
    const { server, kept, store, saving } = open();
    store.run(titled("One"));
    expect(saving()).toBe("in-browser");
    expect(kept.at(-1)).toMatchObject({ isDirty: true, baseVersion: 1, value: { title: "One" } });
    // What it was made from is kept beside it from the start.
    expect(kept.map(({ base }) => base)).toEqual([song, song]);
    await vi.advanceTimersByTimeAsync(1000);
    expect(saving()).toBe("saved");
    expect(server).toMatchObject({ version: 2, song: { title: "One" } });
    expect(kept.at(-1)).toMatchObject({ isDirty: false, baseVersion: 2 });
  });

  it("sends many quick changes once, and what came while it was sending right after", async () => {
    const { server, store } = open();
    for (const title of ["A", "B", "C"]) store.run(titled(title));
    await vi.advanceTimersByTimeAsync(720);
    store.run(titled("D"));
    await vi.advanceTimersByTimeAsync(3000);
    expect(server).toMatchObject({ sends: 2, version: 3, song: { title: "D" } });
  });

  it("waits out a server that is away, and loses nothing", async () => {
    const { server, kept, store, saving } = open();
    server.isAway = true;
    store.run(titled("Kept"));
    await vi.advanceTimersByTimeAsync(5000);
    expect(saving()).toBe("away");
    expect(kept.at(-1)).toMatchObject({ isDirty: true, value: { title: "Kept" } });
    server.isAway = false;
    await vi.advanceTimersByTimeAsync(20_000);
    expect(saving()).toBe("saved");
    expect(server.song.title).toBe("Kept");
  });

  it("has left only when the browser's copy knows what the server answered", async () => {
    const { kept, store, saver } = open();
    store.run(titled("Last"));
    let isGone = false;
    void saver.stop().then(() => (isGone = true));
    await vi.advanceTimersByTimeAsync(40);
    expect([isGone, kept.at(-1)!.isDirty]).toEqual([false, true]);
    await vi.advanceTimersByTimeAsync(40);
    expect([isGone, kept.at(-1)!.isDirty]).toEqual([true, false]);
  });

  it("asks when somebody saved in between; either answer goes on from their version", async () => {
    for (const choice of ["mine", "theirs"] as const) {
      const { server, store, saver, saving } = open();
      server.song = applyEdit(song, titled("Theirs").edits[0]!).song;
      server.version = 7;
      store.run(titled("Mine"));
      await vi.advanceTimersByTimeAsync(2000);
      expect(saving()).toBe("conflict");
      expect(server.song.title).toBe("Theirs");
      if (choice === "mine") saver.keepMine();
      else saver.takeTheirs();
      await vi.advanceTimersByTimeAsync(2000);
      expect(saving()).toBe("saved");
      expect(store.getState().history.song.title).toBe(choice === "mine" ? "Mine" : "Theirs");
      expect(server.version).toBe(choice === "mine" ? 8 : 7);
    }
  });

  it("merges both windows: what only one changed comes from there, and undo leads back", async () => {
    const { server, store, saver, saving } = open();
    const theirs = { ...song, tempoBpm: 71, title: "Theirs" };
    server.song = theirs;
    server.version = 2;
    store.run(titled("Ours"));
    await vi.advanceTimersByTimeAsync(2000);
    expect(saving()).toBe("conflict");
    const told = saver.mergeBoth(() => "id");
    expect(told).toEqual(['title: theirs was "Theirs"']);
    expect(store.getState().history.song).toMatchObject({ title: "Ours", tempoBpm: 71 });
    await vi.advanceTimersByTimeAsync(2000);
    expect(saving()).toBe("saved");
    expect(server).toMatchObject({ version: 3, song: { title: "Ours", tempoBpm: 71 } });
    expect(store.undo()).toBe("merge both windows");
    expect(store.getState().history.song).toMatchObject({ title: "Ours", tempoBpm: song.tempoBpm });
  });

  it("does not merge where nobody knows any more what both were made from", async () => {
    const { server, store, saver } = openWith(undefined, song);
    server.song = { ...song, title: "Theirs" };
    server.version = 2;
    store.run(titled("Ours"));
    await vi.advanceTimersByTimeAsync(2000);
    expect(store.getState().saving).toMatchObject({ kind: "conflict", base: undefined });
    expect(saver.mergeBoth(() => "id")).toBeUndefined();
    expect(store.getState().saving.kind).toBe("conflict");
    expect(store.getState().history.song.title).toBe("Ours");
  });

  it("merges what was written offline with the base that was kept beside it", async () => {
    const ours = applyEdit(song, titled("Written offline").edits[0]!).song;
    const { server, saver, saving } = openWith(song, ours);
    server.song = { ...song, tempoBpm: 71 };
    server.version = 900;
    await vi.advanceTimersByTimeAsync(2000);
    expect(saving()).toBe("conflict");
    expect(saver.mergeBoth(() => "id")).toEqual([]);
    await vi.advanceTimersByTimeAsync(2000);
    expect(server.song).toMatchObject({ title: "Written offline", tempoBpm: 71 });
  });

  it("starts from this window's unsaved work, else from what is stored, else from any copy", () => {
    const stored = { value: song, version: 3, at: new Date(0) };
    const found = (isDirty: boolean) => ({
      copy: { value: { ...song, title: "Copy" }, base: song, baseVersion: 2, isDirty },
      drafts: { "part/new": "E0" },
    });
    expect(startingPoint(stored, found(true))?.base).toBe(song);
    expect(startingPoint(undefined, { ...found(true), isOthers: true })?.saving).toEqual({
      kind: "reading",
    });
    const titleOf = (...from: Parameters<typeof startingPoint<Song>>) =>
      startingPoint(...from)?.value.title;
    expect(titleOf(stored, found(true))).toBe("Copy");
    expect(titleOf(stored, found(false))).toBe(song.title);
    expect(titleOf(undefined, found(false))).toBe("Copy");
    expect(startingPoint(stored, found(false))?.drafts).toEqual({ "part/new": "E0" });
    expect(startingPoint(undefined, undefined)).toBeUndefined();
  });
});
