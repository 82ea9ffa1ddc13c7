import {
  documentOf,
  readText,
  SONG_FORMAT,
  type DocumentText,
} from "@intonazione/core/formats/json";
import { differenceOf, fingerprint } from "@intonazione/core/foundation";
import type { Song } from "@intonazione/core/score";
import { DEMO_SONGS, demoSong } from "@intonazione/demo";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { isUnreachable, openDatabase } from "../database";
import { createTestDatabase, TEST_SERVER, type TestDatabase } from "../database.test-kit";
import { createStudio } from "../studio-repository";
import { Heads } from "./heads";
import { DocumentRepository } from "./document-repository";
import type { DocumentSave } from "./document-save";
import { RevisionRepository, thinDocument } from "./revisions";
import { SONGS } from "../songs/song-kind";

const song = demoSong(DEMO_SONGS[0]!);
const titled = (title: string, of: Song = song): Song => ({ ...of, title });

/** What the page sends when it made `after` from `before`. */
const change = (before: Song, after: Song, baseVersion: number): DocumentSave => ({
  baseVersion,
  difference: JSON.parse(JSON.stringify(differenceOf(before, after) ?? { fields: {} })) as unknown,
  fingerprint: fingerprint(after),
});

function songIn(text: DocumentText | undefined): Song | undefined {
  const read = text && readText(SONG_FORMAT, text);
  return read?.ok ? read.value.value : undefined;
}

describe.skipIf(!TEST_SERVER)("documents in PostgreSQL: songs", () => {
  let test: TestDatabase;
  let ours: DocumentRepository<Song>;
  let ourPast: RevisionRepository;
  let theirs: DocumentRepository<Song>;
  let theirPast: RevisionRepository;
  let studioId: string;
  let now = new Date("2026-03-01T10:00:00Z");

  beforeAll(async () => {
    test = await createTestDatabase("songs");
    studioId = (await createStudio(test.db, "Ours")).id;
    const other = (await createStudio(test.db, "Theirs")).id;
    ours = songsOf(studioId);
    ourPast = new RevisionRepository("song", test.db, studioId);
    theirs = songsOf(other);
    theirPast = new RevisionRepository("song", test.db, other);
  });

  /** A server that remembers no heads. */
  const songsOf = (studio: string) =>
    new DocumentRepository(SONGS, test.db, studio, { now: () => now, heads: new Heads() });

  afterAll(() => test.drop());

  const stored = async (id: string) => songIn(await ours.find(id));

  it("come back exactly as they were stored", async () => {
    const { id } = (await ours.create(song))!;
    expect(await stored(id)).toEqual(song);
  });

  it("belong to their studio: another one neither sees nor changes them", async () => {
    const { id } = (await ours.create(song))!;
    expect(await theirs.find(id)).toBeUndefined();
    expect(await theirs.save(id, change(song, titled("Taken"), 1))).toEqual({ kind: "missing" });
    expect(await theirs.save(id, { baseVersion: 1, value: titled("Taken") })).toEqual({
      kind: "missing",
    });
    expect((await stored(id))?.title).toBe(song.title);
  });

  it("are saved by what changed, and are the same read anew, by whoever did not see it", async () => {
    const { id } = (await ours.create(song))!;
    let before = song;
    for (let version = 1; version <= 150; version++) {
      const after = titled(`Title ${version}`, { ...before, tempoBpm: 60 + version });
      // Half of them come to a server that was started in between.
      const server = version % 2 ? ours : songsOf(studioId);
      const outcome = await server.save(id, change(before, after, version));
      expect(outcome).toMatchObject({ kind: "saved", version: version + 1 });
      before = after;
    }
    expect(await stored(id)).toEqual(before);
    const { changes } = (await ours.find(id))!;
    expect(changes.length).toBeLessThan(64);
    // Every version is there, whichever it follows.
    const list = (await ourPast.list(id))!;
    expect(list).toHaveLength(151);
    for (const { id: revisionId, version } of [
      list[0]!,
      list[60]!,
      list[86]!,
      list[87]!,
      list[150]!,
    ]) {
      const then = songIn(await ourPast.text(id, revisionId));
      expect(then?.title).toBe(version === 1 ? song.title : `Title ${version - 1}`);
    }
  });

  it("are not saved again when nothing changed", async () => {
    const { id } = (await ours.create(song))!;
    expect(await ours.save(id, change(song, song, 1))).toMatchObject({ kind: "saved", version: 1 });
    expect(await ourPast.list(id)).toHaveLength(1);
  });

  it("ask for the whole where a change does not lead to the same song", async () => {
    const { id } = (await ours.create(song))!;
    const other = titled("What the page has");
    const sent = { ...change(song, titled("What arrives"), 1), fingerprint: fingerprint(other) };
    expect(await ours.save(id, sent)).toEqual({ kind: "whole-wanted" });
    expect(await ours.save(id, { ...sent, difference: { list: [] } })).toEqual({
      kind: "whole-wanted",
    });
    expect(await ours.save(id, { baseVersion: 1, value: other })).toMatchObject({ version: 2 });
    expect(await stored(id)).toEqual(other);
  });

  it("refuse what would be no song, however little of it was sent", async () => {
    const { id } = (await ours.create(song))!;
    const [line] = song.lines;
    const doubled = { ...song, lines: [...song.lines, line!] };
    const untitled = { ...song, title: "" };
    for (const wrong of [doubled, untitled, { ...song, tempoBpm: 4000 }]) {
      const outcome = await ours.save(id, change(song, wrong, 1));
      expect(outcome).toMatchObject({ kind: "wrong" });
    }
    expect(await stored(id)).toEqual(song);
  });

  it("refuse a save made from an old version, and keep both", async () => {
    const { id } = (await ours.create(song))!;
    const first = await ours.save(id, change(song, titled("First window"), 1));
    expect(first).toMatchObject({ kind: "saved", version: 2 });
    const second = await ours.save(id, change(song, titled("Second window"), 1));
    expect(second).toEqual({ kind: "stale", version: 2 });
    expect((await stored(id))?.title).toBe("First window");
    const list = (await ourPast.list(id))!;
    expect(list.map(({ version, isAside }) => [version, isAside])).toEqual([
      [1, true],
      [2, false],
      [1, false],
    ]);
    const songs = await Promise.all(list.map((one) => ourPast.text(id, one.id)));
    expect(songs.map((text) => songIn(text)?.title)).toEqual([
      "Second window",
      "First window",
      song.title,
    ]);
    expect(await theirPast.list(id)).toBeUndefined();
    expect(await theirPast.text(id, list[0]!.id)).toBeUndefined();
    expect(await theirPast.mark(id, list[0]!.id, { name: "Mine" })).toBe(false);
    expect(await ourPast.text(id, "999999999")).toBeUndefined();
  });

  it("let only one of many simultaneous saves win", async () => {
    const { id } = (await ours.create(song))!;
    const outcomes = await Promise.all(
      Array.from({ length: 8 }, (_, n) => ours.save(id, change(song, titled(`Window ${n}`), 1))),
    );
    expect(outcomes.filter((outcome) => outcome.kind === "saved")).toHaveLength(1);
    expect((await ours.find(id))?.version).toBe(2);
    expect((await ourPast.list(id))!.filter(({ isAside }) => isAside)).toHaveLength(7);
  });

  it("give a page of what they were, and the next behind it", async () => {
    const { id } = (await ours.create(song))!;
    let before = song;
    for (let version = 1; version <= 405; version++) {
      const after = { ...before, tempoBpm: 60 + (version % 100) };
      await ours.save(id, change(before, after, version));
      before = after;
    }
    const page = (await ourPast.list(id))!;
    const next = (await ourPast.list(id, page.at(-1)!.id))!;
    expect([page.length, next.length]).toEqual([400, 6]);
    expect([...page, ...next].map(({ version }) => version)).toEqual(
      Array.from({ length: 406 }, (_, index) => 406 - index),
    );
  });

  it("go on from what an earlier release stored, in its shape as in ours, also when thinned", async () => {
    const [line, ...others] = song.lines;
    const [first, ...bars] = line!.bars;
    const rest = { kind: "rest", id: "below", duration: { num: 1, den: 4 } } as const;
    const twoVoices = { ...first!, voiceTwo: [rest] };
    const before: Song = {
      ...song,
      lines: [{ ...line!, bars: [twoVoices, ...bars] }, ...others],
    };
    const lower = { ...twoVoices, voiceTwo: [{ ...rest, note: "thumb" }] };
    const after = { ...before, lines: [{ ...line!, bars: [lower, ...bars] }, ...others] };
    const asOfOld = (one: Song) =>
      JSON.parse(JSON.stringify(one).replaceAll('"voiceTwo":', '"under":')) as unknown;
    now = new Date(Date.UTC(2026, 2, 1, 9));
    const { id } = (await ours.create(before))!;
    await test.db
      .updateTable("revisions")
      .set({ whole: JSON.stringify({ ...documentOf(SONG_FORMAT, asOfOld(before)), schema: 5 }) })
      .where("document_id", "=", id)
      .execute();
    const wasAt = new Map([[1, before]]);
    const old = { studio_id: studioId, document_id: id, refused: false, base_version: 1 };
    const oldChange = JSON.stringify(differenceOf(asOfOld(before), asOfOld(after)));
    await test.db
      .insertInto("revisions")
      .values({ ...old, version: 2, change: oldChange, created_at: now })
      .execute();
    await test.db.updateTable("documents").set({ version: 2 }).where("id", "=", id).execute();
    wasAt.set(2, after);
    const fresh = songsOf(studioId);
    expect(songIn(await fresh.find(id))).toEqual(after);
    let last: Song = after;
    for (let version = 2; version < 9; version++) {
      now = new Date(Date.UTC(2026, 2, 1, 10, version));
      const next = titled(`After the update ${version}`, last);
      expect(await fresh.save(id, change(last, next, version))).toMatchObject({ kind: "saved" });
      wasAt.set(version + 1, next);
      last = next;
    }
    const everyVersion = async () => {
      const left = (await ourPast.list(id))!;
      for (const { id: revisionId, version } of left) {
        expect(songIn(await ourPast.text(id, revisionId))).toEqual(wasAt.get(version));
      }
      return left.length;
    };
    expect(await everyVersion()).toBe(9);
    const text = (await fresh.find(id))!;
    expect(JSON.parse(text.whole)).toMatchObject({ schema: SONG_FORMAT.schema });
    now = new Date(Date.UTC(2026, 5, 1));
    await thinDocument(test.db, SONG_FORMAT, id, now);
    expect(await everyVersion()).toBeLessThan(9);
    expect(await stored(id)).toEqual(last);
    now = new Date(Date.UTC(2026, 2, 1, 10));
  });

  it("keep less and less of what is old, and every version that is kept stays what it was", async () => {
    const { id } = (await ours.create(song))!;
    const wasAt = new Map([[1, song]]);
    let before = song;
    // Three days of work, a save every two minutes for an hour each.
    for (let day = 0; day < 3; day++) {
      for (let minute = 0; minute < 60; minute += 2) {
        now = new Date(Date.UTC(2026, 2, 10 + day, 9, minute));
        const version = wasAt.size;
        const after = titled(`Day ${day}, minute ${minute}`, { ...before, tempoBpm: 60 + version });
        expect(await ours.save(id, change(before, after, version))).toMatchObject({
          kind: "saved",
        });
        wasAt.set(version + 1, after);
        before = after;
      }
      if (day > 0) continue;
      const list = (await ourPast.list(id))!;
      const revisionOf = (version: number) => list.find((one) => one.version === version)!.id;
      await ourPast.mark(id, revisionOf(8), { name: "for the gig" });
      await ourPast.mark(id, revisionOf(9), { isRestored: true });
    }
    const versions = async () => {
      const left = (await ourPast.list(id))!;
      for (const { id: revisionId, version } of left) {
        expect(songIn(await ourPast.text(id, revisionId))).toEqual(wasAt.get(version));
      }
      return left.map(({ version }) => version).reverse();
    };
    now = new Date(Date.UTC(2026, 2, 12, 10));
    await thinDocument(test.db, SONG_FORMAT, id, now);
    const afterDays = await versions();
    // Of an hour five minutes apart: the last of each ten minutes, of the last day everything.
    expect(afterDays.slice(0, 10)).toEqual([1, 6, 8, 9, 11, 16, 21, 26, 31, 36]);
    expect(afterDays.filter((version) => version > 61)).toHaveLength(30);
    expect(await thinDocument(test.db, SONG_FORMAT, id, now)).toBe(0);
    now = new Date(Date.UTC(2026, 5, 1));
    await thinDocument(test.db, SONG_FORMAT, id, now);
    const afterMonths = await versions();
    expect(afterMonths.filter((version) => version !== 65)).toEqual([1, 8, 9, 31, 61, 91]);
    expect(await stored(id)).toEqual(before);
    const after = titled("Work goes on", before);
    expect(await ours.save(id, change(before, after, 91))).toMatchObject({ version: 92 });
    expect(await stored(id)).toEqual(after);
  });
});

describe("a server that is down", () => {
  it("is told apart from a wrong query", async () => {
    const nobody = openDatabase("postgres://nobody@127.0.0.1:1/none");
    const error: unknown = await new DocumentRepository(SONGS, nobody, "x")
      .find("00000000-0000-0000-0000-000000000000")
      .catch((reason: unknown) => reason);
    expect(isUnreachable(error)).toBe(true);
    expect(isUnreachable(new Error("column does not exist"))).toBe(false);
    await nobody.destroy();
  });
});
