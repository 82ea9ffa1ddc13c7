import { randomUUID } from "node:crypto";
import { readText, SONG_FORMAT } from "@intonazione/core/formats/json";
import { demoRack, demoSong, DEMO_SONGS } from "@intonazione/demo";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { serveTestDatabase, TEST_SERVER, type TestDatabase } from "../database.test-kit";
import { DocumentRepository } from "../documents/document-repository";
import { INSTRUMENTS, MAX_RACK } from "../studio-documents";
import { loadSong } from "./load-song";
import { SONGS } from "./song-kind";
import { createStudio, setStyle } from "../studio-repository";

let host = "127.0.0.1:4100";
vi.mock("next/headers", () => ({ headers: async () => new Headers({ host }) }));

const song = demoSong(DEMO_SONGS[0]!);
const [first, second] = demoRack();

describe.skipIf(!TEST_SERVER)("a song for its page", () => {
  let test: TestDatabase;
  let studioId: string;
  let songId: string;

  beforeAll(async () => {
    test = await serveTestDatabase("load");
    studioId = (await createStudio(test.db, "Ours")).id;
    songId = (await new DocumentRepository(SONGS, test.db, studioId).create(song))!.id;
  });

  afterAll(() => test.drop());

  it("comes with the studio's style and its rack, in the order they came in", async () => {
    const style = { stringSchool: "actual", fretsFrom: "nut" } as const;
    await setStyle(test.db, studioId, style);
    const rack = new DocumentRepository(INSTRUMENTS, test.db, studioId);
    await rack.create(second!);
    await rack.create(first!);
    const loaded = await loadSong(songId);
    const stored = loaded.kind === "found" ? readText(SONG_FORMAT, loaded.stored) : undefined;
    expect(stored?.ok && stored.value.value).toEqual(song);
    const around = loaded.kind === "found" ? loaded.around : undefined;
    expect(around?.style).toEqual(style);
    expect(around?.rack.map(({ value }) => value)).toEqual([second, first]);
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
    const rows = Array.from({ length: MAX_RACK }, () => ({
      studio_id: full.id,
      kind: "instrument",
      version: 1,
      whole_version: 1,
    }));
    await test.db.insertInto("documents").values(rows).execute();
    expect(
      await new DocumentRepository(INSTRUMENTS, test.db, full.id).create(first!),
    ).toBeUndefined();
    // Another studio's rack is another rack.
    expect(
      await new DocumentRepository(INSTRUMENTS, test.db, studioId).create(first!),
    ).toBeDefined();
  });
});
