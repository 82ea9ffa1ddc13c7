import { randomUUID } from "node:crypto";
import { readPieces, SONG_FORMAT } from "@intonazione/core/formats/json";
import { fingerprint } from "@intonazione/core/foundation";
import { demoSong, DEMO_SONGS } from "@intonazione/demo";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { serveTestDatabase, TEST_SERVER, type TestDatabase } from "@/server/database.test-kit";
import { DocumentRepository } from "@/server/documents/document-repository";
import { SONGS } from "@/server/songs/song-kind";
import { createStudio } from "@/server/studio-repository";
import { POST } from "./route";
import { GET, PUT } from "./[id]/route";

const song = demoSong(DEMO_SONGS[1]!);
const ask = (body: unknown) =>
  new Request("http://127.0.0.1/api/songs", { method: "POST", body: JSON.stringify(body) });
const at = (id: string) => ({ params: Promise.resolve({ id }) });

interface Stored {
  readonly id: string;
  readonly version: number;
  readonly whole: unknown;
  readonly changes: readonly unknown[];
}
const titleOf = (body: Stored) => {
  const read = readPieces(SONG_FORMAT, body);
  return read.ok ? read.value.value.title : undefined;
};
const read = async (response: Promise<Response>) => {
  const settled = await response;
  return { status: settled.status, body: (await settled.json()) as Stored & { code: string } };
};

describe.skipIf(!TEST_SERVER)("songs over HTTP", () => {
  let test: TestDatabase;
  let foreignId: string;

  beforeAll(async () => {
    test = await serveTestDatabase("routes");
    await createStudio(test.db, "Ours");
    const theirs = await createStudio(test.db, "Theirs");
    foreignId = (await new DocumentRepository(SONGS, test.db, theirs.id).create(song))!.id;
  });

  afterAll(() => test.drop());

  it("are made, fetched, saved, and refused when stale", async () => {
    const made = await read(POST(ask({ value: song })));
    expect(made.status).toBe(201);
    const { id } = made.body;
    expect((await read(GET(ask(null), at(id)))).body).toMatchObject({
      id,
      version: 1,
      changes: [],
    });
    const save = (title: string, baseVersion: number) =>
      read(PUT(ask({ value: { ...song, title }, baseVersion }), at(id)));
    expect(await save("Second", 1)).toMatchObject({ status: 200, body: { version: 2 } });
    expect(await save("Stale", 1)).toMatchObject({ status: 409, body: { code: "stale-version" } });
    expect(await save("Third", 2)).toMatchObject({ status: 200, body: { version: 3 } });
    const difference = { fields: { title: { value: "Fourth" } } };
    const print = fingerprint({ ...song, title: "Fourth" });
    expect(
      await read(PUT(ask({ difference, fingerprint: print, baseVersion: 3 }), at(id))),
    ).toMatchObject({ status: 200, body: { version: 4 } });
    expect(
      await read(PUT(ask({ difference, fingerprint: print + 1, baseVersion: 4 }), at(id))),
    ).toMatchObject({ status: 422, body: { code: "whole-wanted" } });
    expect(titleOf((await read(GET(ask(null), at(id)))).body)).toBe("Fourth");
  });

  it("are not there under an unknown id, nonsense, or another studio's id", async () => {
    for (const id of [randomUUID(), "nonsense", foreignId]) {
      const expected = { status: 404, body: { code: "song-missing" } };
      expect(await read(GET(ask(null), at(id)))).toMatchObject(expected);
      expect(await read(PUT(ask({ value: song, baseVersion: 1 }), at(id)))).toMatchObject(expected);
    }
  });
});
