import { randomUUID } from "node:crypto";
import { readSongText } from "@intonazione/core/formats/json";
import { demoRack, demoSong, DEMO_SONGS } from "@intonazione/demo";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { database } from "../database";
import { createTestDatabase, TEST_SERVER, type TestDatabase } from "../database.test-kit";
import { InstrumentRepository, MAX_RACK } from "../instrument-repository";
import { loadSong } from "./load-song";
import { SongRepository } from "./song-repository";
import { createStudio, setStyle } from "../studio-repository";

let host = "127.0.0.1:4100";
vi.mock("next/headers", () => ({ headers: async () => new Headers({ host }) }));

const song = demoSong(DEMO_SONGS[0]!);
const [first, second] = demoRack();

describe.skipIf(!TEST_SERVER)("a song for its page", () => {
  let test: TestDatabase;
  let studioId: string;
  let songId: string;
  const before = process.env["DATABASE_URL"];

  beforeAll(async () => {
    test = await createTestDatabase("load");
    process.env["DATABASE_URL"] = test.url;
    studioId = (await createStudio(test.db, "Ours")).id;
    songId = (await new SongRepository(test.db, studioId).create(song)).id;
  });

  afterAll(async () => {
    await database().destroy();
    await test.drop();
    if (before === undefined) delete process.env["DATABASE_URL"];
    else process.env["DATABASE_URL"] = before;
  });

  it("comes with the studio's style and its rack, in the order they came in", async () => {
    const style = { stringSchool: "actual", fretsFrom: "nut" } as const;
    await setStyle(test.db, studioId, style);
    const rack = new InstrumentRepository(test.db, studioId);
    await rack.create(second!);
    await rack.create(first!);
    const loaded = await loadSong(songId);
    const stored = loaded.kind === "found" ? readSongText(loaded.stored) : undefined;
    expect(stored?.ok && stored.value.song).toEqual(song);
    const around = loaded.kind === "found" ? loaded.around : undefined;
    expect(around?.style).toEqual(style);
    expect(around?.rack.map(({ instrument }) => instrument)).toEqual([second, first]);
  });

  it("is not there for whoever comes by a name that is not ours", async () => {
    host = "shelf.example:4100";
    await expect(loadSong(songId)).rejects.toThrow(/NEXT_HTTP_ERROR_FALLBACK;404/u);
    host = "127.0.0.1:4100";
  });

  it("is missing under an unknown id or nonsense", async () => {
    expect(await loadSong(randomUUID())).toEqual({ kind: "missing" });
    expect(await loadSong("nonsense")).toEqual({ kind: "missing" });
  });

  it("has a rack that takes no more than it can show", async () => {
    const full = await createStudio(test.db, "Full");
    const document = JSON.stringify({});
    const rows = Array.from({ length: MAX_RACK }, () => ({
      studio_id: full.id,
      version: 1,
      name: "One of many",
      document,
    }));
    await test.db.insertInto("instruments").values(rows).execute();
    expect(await new InstrumentRepository(test.db, full.id).create(first!)).toBeUndefined();
    // Another studio's rack is another rack.
    expect(await new InstrumentRepository(test.db, studioId).create(first!)).toBeDefined();
  });
});
