import { readArchive } from "@intonazione/core/formats/files";
import { readShelf, writeShelf } from "@intonazione/core/formats/shelf";
import type { Instrument } from "@intonazione/core/instrument";
import { USUAL_STYLE } from "@intonazione/core/neck";
import type { Song } from "@intonazione/core/score";
import { demoRack, demoSongs } from "@intonazione/demo";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { serveTestDatabase, TEST_SERVER, type TestDatabase } from "@/server/database.test-kit";
import { DocumentRepository } from "@/server/documents/document-repository";
import { SONGS } from "@/server/songs/song-kind";
import { INSTRUMENTS } from "@/server/studio-documents";
import { CollectionRepository } from "@/server/shelf/collection-repository";
import { ShelfRepository } from "@/server/shelf/shelf-repository";
import { createStudio } from "@/server/studio-repository";
import { GET, POST } from "./route";

const send = (body: Uint8Array) =>
  POST(new Request("http://127.0.0.1/api/shelf", { method: "POST", body: Uint8Array.from(body) }));

describe.skipIf(!TEST_SERVER)("a whole shelf over HTTP", () => {
  let test: TestDatabase;
  let songs: DocumentRepository<Song>;
  let rack: DocumentRepository<Instrument>;
  let oursId: string;
  const [first, second, third] = demoSongs();

  beforeAll(async () => {
    test = await serveTestDatabase("shelf");
    const ours = await createStudio(test.db, "Ours");
    const theirs = await createStudio(test.db, "Theirs");
    oursId = ours.id;
    songs = new DocumentRepository(SONGS, test.db, ours.id);
    rack = new DocumentRepository(INSTRUMENTS, test.db, ours.id);
    await songs.createAll([first!, second!]);
    await rack.create(demoRack()[0]!);
    await new DocumentRepository(SONGS, test.db, theirs.id).create(third!);
  });

  afterAll(() => test.drop());

  const fetchShelf = () => GET(new Request("http://127.0.0.1/api/shelf"));
  const titles = async () =>
    (
      await test.db.selectFrom("songs").select("title").where("studio_id", "=", oursId).execute()
    ).map(({ title }) => title);

  it("goes out whole, and nothing of another studio with it", async () => {
    const answer = await fetchShelf();
    expect(answer.headers.get("content-disposition")).toMatch(/\.zip"$/u);
    const { shelf, findings } = readShelf(new Uint8Array(await answer.arrayBuffer()));
    expect(findings).toEqual([]);
    const inShelf = shelf!.songs.map(({ title }) => title);
    expect(inShelf).toEqual([first!.title, second!.title].sort());
    expect(shelf!.songs.find(({ title }) => title === first!.title)).toEqual(first);
    expect(shelf!.instruments).toEqual([demoRack()[0]]);
  });

  it("comes in beside what is there; what the rack has already is not doubled", async () => {
    const archive = new Uint8Array(await (await fetchShelf()).arrayBuffer());
    const answer = await send(archive);
    expect(answer.status).toBe(201);
    expect(await answer.json()).toMatchObject({ songs: 2, instruments: 0, findings: [] });
    expect(await titles()).toHaveLength(4);
    expect(await rack.list()).toHaveLength(1);
  });

  it("takes states and collections along, and puts collections of one name together", async () => {
    const { songs: cards } = await new ShelfRepository(test.db, oursId).page({
      wishes: [],
      sort: "title",
      isBin: false,
      from: 0,
      limit: 100,
    });
    const collections = new CollectionRepository(test.db, oursId);
    const id = (await collections.create("Autumn course"))!;
    await collections.add(id, [cards[1]!.id, cards[0]!.id]);
    await new ShelfRepository(test.db, oursId).setState([cards[0]!.id], "taught");
    const archive = new Uint8Array(await (await fetchShelf()).arrayBuffer());
    const { shelf } = readShelf(archive);
    expect(shelf!.states?.filter((state) => state === "taught")).toHaveLength(1);
    expect(shelf!.collections).toEqual([{ name: "Autumn course", songs: [1, 0] }]);
    expect((await send(archive)).status).toBe(201);
    expect(await collections.list()).toMatchObject([{ name: "Autumn course", songs: 4 }]);
    const taught = test.db.selectFrom("songs").select("id").where("state", "=", "taught");
    expect(await taught.execute()).toHaveLength(2);
  });

  it("comes in whole or not at all, whatever fails on the way", async () => {
    const before = { songs: await titles(), rack: await rack.list() };
    const archive = writeShelf(
      {
        songs: [first!, second!],
        instruments: demoRack().slice(1),
        style: USUAL_STYLE,
        profiles: [],
      },
      new Date("2026-01-02T03:04:06Z"),
    );
    vi.spyOn(DocumentRepository.prototype, "create").mockImplementationOnce(() =>
      Promise.reject(new Error("the disk is full")),
    );
    vi.spyOn(console, "error").mockImplementation(() => undefined);
    expect((await send(archive)).status).toBe(500);
    vi.restoreAllMocks();
    expect({ songs: await titles(), rack: await rack.list() }).toEqual(before);
    expect((await send(archive)).status).toBe(201);
    expect(await rack.list()).toHaveLength(demoRack().length);
  });

  it("goes out although a song cannot be read any more, with a list of what cannot", async () => {
    const { id } = (await songs.create({ ...third!, title: "Spoilt" }))!;
    const readable = (await titles()).length - 1;
    await test.db
      .updateTable("revisions")
      .set({ whole: '{"format":"intonazione-song","schema":5,"song":{"title":"Spoilt"}}' })
      .where("document_id", "=", id)
      .execute();
    const answer = await fetchShelf();
    expect(answer.headers.get("x-songs-unread")).toBe("1");
    const bytes = new Uint8Array(await answer.arrayBuffer());
    expect(readShelf(bytes).shelf!.songs).toHaveLength(readable);
    const { entries } = readArchive(bytes);
    const list = entries.find(({ name }) => name === "unread.txt")!;
    expect(new TextDecoder().decode(list.bytes)).toMatch(/Spoilt: /u);
    const kept = entries.find(({ name }) => name.startsWith("unread/"))!;
    expect(new TextDecoder().decode(kept.bytes)).toContain('"title":"Spoilt"');
    await test.db.deleteFrom("documents").where("id", "=", id).execute();
  });

  it("refuses what is none, and keeps nothing of it", async () => {
    const count = (await titles()).length;
    const answer = await send(Uint8Array.from([0x50, 0x4b, 3, 4, 1, 2, 3]));
    expect(answer.status).toBe(422);
    expect(await answer.json()).toMatchObject({ code: "shelf-wrong" });
    expect((await send(new Uint8Array(0))).status).toBe(413);
    expect(await titles()).toHaveLength(count);
  });
});
