import { randomUUID } from "node:crypto";
import { readText, TAKES_FORMAT } from "@intonazione/core/formats/json";
import { demoSong, DEMO_SONGS } from "@intonazione/demo";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { serveTestDatabase, TEST_SERVER, type TestDatabase } from "@/server/database.test-kit";
import { Bin } from "@/server/documents/bin";
import { DocumentRepository } from "@/server/documents/document-repository";
import type { StudioAccess } from "@/server/requests/studio-access";
import { copySongs } from "@/server/shelf/copy-songs";
import { readTexts } from "@/server/shelf/read-texts";
import { takeIn } from "@/server/shelf/shelf-archive";
import { shelfTexts } from "@/server/shelf/shelf-texts";
import { SONGS } from "@/server/songs/song-kind";
import { seedBenchBand } from "@/server/takes/seed-bench-band";
import { takesTexts } from "@/server/takes/takes-of-song";
import { createStudio } from "@/server/studio-repository";
import { POST } from "../songs/[id]/takes/route";
import { GET, PUT } from "./[id]/route";

const ask = (body: unknown = {}) =>
  new Request("http://127.0.0.1/api/takes", {
    method: "POST",
    body: JSON.stringify(body),
    headers: { "Sec-Fetch-Site": "same-origin" },
  });
const at = (id: string) => ({ params: Promise.resolve({ id }) });
const take = {
  id: "reel",
  name: "The red reel",
  kind: "record",
  source: "",
  remarks: "",
  recording: { bytes: 1, type: "audio/wav", seconds: 1, channels: 1, hasPicture: false },
  playedCents: 23,
  loops: [],
  marks: [],
  stills: [],
};

describe.skipIf(!TEST_SERVER)("the takes of a song over HTTP", () => {
  let test: TestDatabase;
  let oursId: string;
  let theirSong: string;
  const song = demoSong(DEMO_SONGS[0]!);
  const songs = (studioId: string) => new DocumentRepository(SONGS, test.db, studioId);
  const open = async (songId: string) => {
    const response = await POST(ask(), at(songId));
    return { status: response.status, ...((await response.json()) as { id: string }) };
  };
  const stored = async (id: string) => {
    const response = await GET(new Request("http://127.0.0.1/api/takes"), at(id));
    return { status: response.status, body: (await response.json()) as unknown };
  };

  beforeAll(async () => {
    test = await serveTestDatabase("takes");
    oursId = (await createStudio(test.db, "Ours")).id;
    theirSong = (await songs((await createStudio(test.db, "Theirs")).id).create(song))!.id;
  });
  afterAll(() => test.drop());

  it("are one document a song, however many windows ask for it at once", async () => {
    const { id: songId } = (await songs(oursId).create(song))!;
    const opened = await Promise.all([1, 2, 3, 4].map(() => open(songId)));
    expect(new Set(opened.map(({ id }) => id)).size).toBe(1);
    const { id } = opened[0]!;
    expect(await stored(id)).toMatchObject({ status: 200, body: { whole: { takes: [] } } });
    const save = (value: unknown, baseVersion: number) =>
      PUT(ask({ value, baseVersion }), at(id)).then(({ status }) => status);
    expect(await save([take], 1)).toBe(200);
    expect(await save([{ ...take, name: "" }], 2)).toBe(422);
    expect(await save([], 1)).toBe(409);
    expect((await open(songId)).id).toBe(id);
    const another = await open((await songs(oursId).create(song))!.id);
    expect(another.id).not.toBe(id);
  });

  it("come along with copies of their song and with the shelf, with the sound or without", async () => {
    const studio = await createStudio(test.db, "With a band");
    const access = { db: test.db, studio, afterCommit: () => undefined };
    const { id: songId } = (await songs(studio.id).create(song))!;
    await seedBenchBand(access, songId, song);
    const [copy] = (await copySongs(access, [songId]))!;
    const read = async (from: StudioAccess, id: string) => {
      const text = (await takesTexts(from.db, from.studio, [id])).get(id)!;
      const takes = readText(TAKES_FORMAT, text);
      return takes.ok ? takes.value.value : [];
    };
    const [own] = await read(access, songId);
    expect(own).toMatchObject({ name: "Record, 23 cents flat", recording: { channels: 2 } });
    expect(await read(access, copy!)).toEqual([own]);

    const { shelf } = readTexts(await shelfTexts(test.db, studio));
    expect(shelf.takes).toHaveLength(2);
    const other = { ...access, studio: await createStudio(test.db, "Without a band") };
    await takeIn(other, shelf);
    const [arrived] = (await shelfTexts(test.db, other.studio)).songs;
    const { asset, ...recording } = own!.recording;
    expect(asset).toMatch(/^[0-9a-f]{64}$/u);
    expect(await read(other, arrived!.id)).toEqual([{ ...own, recording }]);
    // Where the sound is, the take has it.
    await takeIn(access, shelf);
    const all = (await shelfTexts(test.db, studio)).songs;
    expect(all).toHaveLength(4);
    for (const { id } of all) expect(await read(access, id)).toEqual([own]);
  });

  it("go with their song, and come back with it out of the bin", async () => {
    const { id: songId } = (await songs(oursId).create(song))!;
    const { id } = await open(songId);
    const bin = new Bin(SONGS.format.name, test.db, oursId);
    await bin.put([songId]);
    expect((await open(songId)).status).toBe(404);
    await bin.bringBack([songId]);
    expect(await open(songId)).toMatchObject({ status: 200, id });
    await songs(oursId).remove(songId);
    expect((await stored(id)).status).toBe(404);
  });

  it("are those of no foreign song, and of none that is not there", async () => {
    for (const id of [theirSong, randomUUID(), "nonsense"]) {
      expect((await open(id)).status).toBe(404);
    }
  });
});
