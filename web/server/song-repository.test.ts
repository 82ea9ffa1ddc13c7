import { DEMO_SONGS, demoSong } from "@intonazione/demo";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { isUnreachable, openDatabase } from "./database";
import { createTestDatabase, TEST_SERVER, type TestDatabase } from "./database.test-kit";
import { SongRepository } from "./song-repository";
import { createStudio } from "./studio-repository";

const song = demoSong(DEMO_SONGS[0]!);

describe.skipIf(!TEST_SERVER)("songs in PostgreSQL", () => {
  let test: TestDatabase;
  let ours: SongRepository;
  let theirs: SongRepository;

  beforeAll(async () => {
    test = await createTestDatabase("songs");
    ours = new SongRepository(test.db, (await createStudio(test.db, "Ours")).id);
    theirs = new SongRepository(test.db, (await createStudio(test.db, "Theirs")).id);
  });

  afterAll(() => test.drop());

  it("come back exactly as they were stored", async () => {
    const { id } = await ours.create(song);
    expect((await ours.find(id))?.song).toEqual(song);
    const [row] = await ours.list({ search: "LANTERNS" });
    expect(row).toMatchObject({ id, title: song.title, keyName: "D minor", barCount: 12 });
    expect(row!.parts[0]).toEqual({
      name: "Guitar I",
      instrument: "Grey Wader",
      tuning: "Drop D",
      capo: 0,
    });
    expect(await ours.list({ search: "100%_" })).toEqual([]);
  });

  it("belong to their studio: another one neither sees nor changes them", async () => {
    const { id } = await ours.create(song);
    expect(await theirs.find(id)).toBeUndefined();
    expect(await theirs.list()).toEqual([]);
    expect(await theirs.save(id, { ...song, title: "Taken" }, 1)).toEqual({ kind: "missing" });
    expect((await ours.find(id))?.song.title).toBe(song.title);
  });

  it("refuse a save made from an old version, and keep both", async () => {
    const { id } = await ours.create(song);
    const first = await ours.save(id, { ...song, title: "First window" }, 1);
    expect(first).toMatchObject({ kind: "saved", version: 2 });
    const second = await ours.save(id, { ...song, title: "Second window" }, 1);
    expect(second).toMatchObject({
      kind: "stale",
      current: { version: 2, song: { title: "First window" } },
    });
    const rows = await test.db
      .selectFrom("song_revisions")
      .select(["version", "refused", "document"])
      .where("song_id", "=", id)
      .orderBy("id")
      .execute();
    expect(
      rows.map((row) => [row.version, row.refused, (row.document.song as { title: string }).title]),
    ).toEqual([
      [1, false, song.title],
      [2, false, "First window"],
      [1, true, "Second window"],
    ]);
  });

  it("keep what they were, to be looked at by their studio alone", async () => {
    const { id } = await ours.create(song);
    await ours.save(id, { ...song, title: "Later" }, 1);
    await ours.save(id, { ...song, title: "Too late" }, 1);
    const list = (await ours.revisions(id))!;
    expect(list.map(({ version, isAside }) => [version, isAside])).toEqual([
      [1, true],
      [2, false],
      [1, false],
    ]);
    const songs = await Promise.all(list.map((one) => ours.revision(id, one.id)));
    expect(songs.map((one) => one?.title)).toEqual(["Too late", "Later", song.title]);
    expect(songs[2]).toEqual(song);
    expect(await theirs.revisions(id)).toBeUndefined();
    expect(await theirs.revision(id, list[0]!.id)).toBeUndefined();
    expect(await ours.revision(id, "999999999")).toBeUndefined();
  });

  it("let only one of many simultaneous saves win", async () => {
    const { id } = await ours.create(song);
    const outcomes = await Promise.all(
      Array.from({ length: 8 }, (_, n) => ours.save(id, { ...song, title: `Window ${n}` }, 1)),
    );
    expect(outcomes.filter((outcome) => outcome.kind === "saved")).toHaveLength(1);
    expect((await ours.find(id))?.version).toBe(2);
  });
});

describe("a server that is down", () => {
  it("is told apart from a wrong query", async () => {
    const nobody = openDatabase("postgres://nobody@127.0.0.1:1/none");
    const error: unknown = await new SongRepository(nobody, "x")
      .list()
      .catch((reason: unknown) => reason);
    expect(isUnreachable(error)).toBe(true);
    expect(isUnreachable(new Error("column does not exist"))).toBe(false);
    await nobody.destroy();
  });
});
