import { readShelf } from "@intonazione/core/formats/shelf";
import { demoRack, demoSongs } from "@intonazione/demo";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { database } from "@/server/database";
import { createTestDatabase, TEST_SERVER, type TestDatabase } from "@/server/database.test-kit";
import { InstrumentRepository } from "@/server/instrument-repository";
import { SongRepository } from "@/server/songs/song-repository";
import { createStudio } from "@/server/studio-repository";
import { GET, POST } from "./route";

const send = (body: Uint8Array) =>
  POST(new Request("http://127.0.0.1/api/shelf", { method: "POST", body: Uint8Array.from(body) }));

describe.skipIf(!TEST_SERVER)("a whole shelf over HTTP", () => {
  let test: TestDatabase;
  let songs: SongRepository;
  let rack: InstrumentRepository;
  const before = process.env["DATABASE_URL"];
  const [first, second, third] = demoSongs();

  beforeAll(async () => {
    test = await createTestDatabase("shelf");
    process.env["DATABASE_URL"] = test.url;
    const ours = await createStudio(test.db, "Ours");
    const theirs = await createStudio(test.db, "Theirs");
    songs = new SongRepository(test.db, ours.id);
    rack = new InstrumentRepository(test.db, ours.id);
    await songs.createAll([first!, second!]);
    await rack.create(demoRack()[0]!);
    await new SongRepository(test.db, theirs.id).create(third!);
  });

  afterAll(async () => {
    await database().destroy();
    await test.drop();
    if (before === undefined) delete process.env["DATABASE_URL"];
    else process.env["DATABASE_URL"] = before;
  });

  it("goes out whole, and nothing of another studio with it", async () => {
    const answer = await GET();
    expect(answer.headers.get("content-disposition")).toMatch(/\.zip"$/u);
    const { shelf, findings } = readShelf(new Uint8Array(await answer.arrayBuffer()));
    expect(findings).toEqual([]);
    const titles = shelf!.songs.map(({ title }) => title);
    expect(titles).toEqual([first!.title, second!.title].sort());
    expect(shelf!.songs.find(({ title }) => title === first!.title)).toEqual(first);
    expect(shelf!.instruments).toEqual([demoRack()[0]]);
  });

  it("comes in beside what is there; what the rack has already is not doubled", async () => {
    const archive = new Uint8Array(await (await GET()).arrayBuffer());
    const answer = await send(archive);
    expect(answer.status).toBe(201);
    expect(await answer.json()).toMatchObject({ songs: 2, instruments: 0, findings: [] });
    expect(await songs.all()).toHaveLength(4);
    expect(await rack.list()).toHaveLength(1);
  });

  it("refuses what is none, and keeps nothing of it", async () => {
    const count = (await songs.all()).length;
    const answer = await send(Uint8Array.from([0x50, 0x4b, 3, 4, 1, 2, 3]));
    expect(answer.status).toBe(422);
    expect(await answer.json()).toMatchObject({ code: "shelf-wrong" });
    expect((await send(new Uint8Array(0))).status).toBe(413);
    expect(await songs.all()).toHaveLength(count);
  });
});
