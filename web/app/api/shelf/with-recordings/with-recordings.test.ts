import { createHash } from "node:crypto";
import { readShelf } from "@intonazione/core/formats/shelf";
import { demoSongs } from "@intonazione/demo";
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from "vitest";
import { pack } from "tar-stream";
import { shelfInArchive } from "@/calls/shelf";
import { AssetRepository } from "@/server/assets/asset-repository";
import { bodyOf, soundOf } from "@/server/assets/assets.test-kit";
import { PIECE_BYTES } from "@/server/assets/piece-store";
import { PostgresPieces } from "@/server/assets/postgres-pieces";
import { UploadRepository } from "@/server/assets/upload-repository";
import { serveTestDatabase, TEST_SERVER, type TestDatabase } from "@/server/database.test-kit";
import { DocumentRepository } from "@/server/documents/document-repository";
import { SONGS } from "@/server/songs/song-kind";
import { createStudio } from "@/server/studio-repository";
import { GET, POST } from "./route";

const URL = "http://127.0.0.1/api/shelf/with-recordings";
const hashOf = (bytes: Uint8Array) => createHash("sha256").update(bytes).digest("hex");
const songs = demoSongs().slice(0, 2);
const sounds = [soundOf(2 * PIECE_BYTES + 9, 1), soundOf(700, 2), soundOf(PIECE_BYTES, 3)];

interface Taken {
  readonly songs: number;
  readonly recordings: number;
  readonly code: string;
  readonly findings: readonly { readonly code: string }[];
}
const take = async (bytes: Uint8Array, chunkBytes = 77_777, cutAfter = Infinity) => {
  const body = bodyOf(bytes, chunkBytes, cutAfter);
  const answer = await POST(
    new Request(URL, { method: "POST", body, duplex: "half" } as RequestInit),
  );
  return { status: answer.status, body: (await answer.json()) as Taken };
};

/** An archive with these files in it. */
async function tarOf(files: readonly (readonly [name: string, bytes: Uint8Array])[]) {
  const tar = pack();
  for (const [name, bytes] of files) tar.entry({ name }, Buffer.from(bytes));
  tar.finalize();
  const chunks: Uint8Array[] = [];
  for await (const chunk of tar as AsyncIterable<Uint8Array>) chunks.push(chunk);
  return Buffer.concat(chunks);
}

describe.skipIf(!TEST_SERVER)("a shelf with its recordings", () => {
  let test: TestDatabase;
  let studioId: string;
  let archive: Uint8Array;

  /** Puts bytes into the studio that asks. */
  async function keep(bytes: Uint8Array) {
    const uploads = new UploadRepository(test.db, studioId);
    const begun = await uploads.begin(bytes.length);
    if (!("id" in begun)) throw new Error("no room");
    for (let at = 0; at < bytes.length; at += PIECE_BYTES) {
      await uploads.append(begun.id, at, bytes.subarray(at, at + PIECE_BYTES));
    }
    await uploads.settle(begun.id, hashOf(bytes));
  }
  const assets = () => new AssetRepository(test.db, studioId);
  const empty = async () => {
    for (const table of ["documents", "assets", "asset_uploads", "asset_pieces"] as const) {
      await test.db
        .deleteFrom(table)
        .$if(table === "documents", (query) => query.where("kind" as never, "=", "song" as never))
        .execute();
    }
  };
  const pieceCount = async () =>
    (await test.db.selectFrom("asset_pieces").select("number").execute()).length;

  beforeAll(async () => {
    test = await serveTestDatabase("recordings");
    studioId = (await createStudio(test.db, "Ours")).id;
    await new DocumentRepository(SONGS, test.db, studioId).createAll(songs);
    for (const sound of sounds) await keep(sound);
    const answer = await GET(new Request(URL));
    expect(answer.headers.get("content-disposition")).toMatch(/\.tar"$/u);
    archive = new Uint8Array(await answer.arrayBuffer());
  });
  beforeEach(empty);
  afterAll(() => test.drop());

  it("goes out as one file and comes in again, every byte of it", async () => {
    const taken = await take(archive);
    expect(taken).toMatchObject({ status: 201, body: { songs: 2, recordings: 3, findings: [] } });
    const list = await assets().list();
    expect(list.map(({ hash }) => hash)).toEqual(sounds.map(hashOf).sort());
    for (const sound of sounds) {
      const { blobId } = (await assets().find(hashOf(sound)))!;
      const pieces = new PostgresPieces(test.db, studioId);
      const first = await pieces.get(blobId, 0, 0, PIECE_BYTES);
      expect(Buffer.compare(first, sound.subarray(0, PIECE_BYTES))).toBe(0);
    }
    // What is here already is not kept twice.
    const before = await pieceCount();
    expect((await take(archive)).body.recordings).toBe(0);
    expect(await pieceCount()).toBe(before);
  });

  it("has its shelf in front, where the page finds it without reading the rest", async () => {
    const shelf = await shelfInArchive(new Blob([Uint8Array.from(archive)]));
    const read = readShelf(new Uint8Array(await shelf!.arrayBuffer()));
    expect(read.shelf!.songs).toHaveLength(2);
    for (const other of [
      new Blob([]),
      new Blob(["text"]),
      new Blob([Uint8Array.from(sounds[0]!)]),
    ]) {
      expect(await shelfInArchive(other)).toBeUndefined();
    }
  });

  it("leaves out what is not what its name says, and keeps nothing of it", async () => {
    const [sound, other] = sounds as [Uint8Array, Uint8Array];
    const shelf = await shelfInArchive(new Blob([Uint8Array.from(archive)]));
    const taken = await take(
      await tarOf([
        ["shelf.zip", new Uint8Array(await shelf!.arrayBuffer())],
        [`assets/${hashOf(other)}`, sound],
        ["assets/../../passwords", other],
        [`assets/${hashOf(other)}`, other],
      ]),
    );
    expect(taken).toMatchObject({ status: 201, body: { songs: 2, recordings: 1 } });
    const codes = taken.body.findings.map(({ code }) => code);
    expect(codes).toEqual(["recording-damaged", "archive-entry"]);
    expect((await assets().list()).map(({ hash }) => hash)).toEqual([hashOf(other)]);
    expect(await pieceCount()).toBe(1);
  });

  it("that breaks off keeps the recordings that had come, and no half of one", async () => {
    const taken = await take(archive, 77_777, archive.length - PIECE_BYTES / 2);
    expect(taken.body.findings.map(({ code }) => code)).toContain("archive-broken");
    const kept = await assets().list();
    expect(kept.length).toBeLessThan(3);
    const pieces = kept.reduce((sum, { bytes }) => sum + Math.ceil(bytes / PIECE_BYTES), 0);
    expect(await pieceCount()).toBe(pieces);
  });

  it("is not called broken when it is the database that fails, and none of its songs come in", async () => {
    vi.spyOn(console, "error").mockImplementation(() => undefined);
    const failing = vi.spyOn(UploadRepository.prototype, "append");
    failing.mockRejectedValueOnce(new Error("the disk is full"));
    const taken = await take(archive);
    vi.restoreAllMocks();
    expect(taken).toMatchObject({ status: 500, body: { code: "server-failed" } });
    const songsKept = test.db.selectFrom("songs").select("id").execute();
    expect([(await songsKept).length, await pieceCount()]).toEqual([0, 0]);
  });

  it.each([
    ["nothing", new Uint8Array()],
    ["no archive", soundOf(5000, 9)],
  ])("is refused when it is %s", async (_, bytes) => {
    expect(await take(bytes)).toMatchObject({ status: 422, body: { code: "shelf-wrong" } });
  });
});
