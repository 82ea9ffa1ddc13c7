import { createHash, randomUUID } from "node:crypto";
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { AssetRepository } from "@/server/assets/asset-repository";
import { bodyOf, soundOf } from "@/server/assets/assets.test-kit";
import { PIECE_BYTES } from "@/server/assets/piece-store";
import { UploadRepository } from "@/server/assets/upload-repository";
import { serveTestDatabase, TEST_SERVER, type TestDatabase } from "@/server/database.test-kit";
import { createStudio } from "@/server/studio-repository";
import { GET, HEAD } from "./[hash]/route";
import { POST } from "./route";
import { DELETE, GET as GET_UPLOAD, PUT } from "./uploads/[id]/route";

const BASE = "http://127.0.0.1/api/assets";
const hashOf = (bytes: Uint8Array) => createHash("sha256").update(bytes).digest("hex");
const at = <Key extends string>(key: Key, value: string) =>
  ({ params: Promise.resolve({ [key]: value }) }) as { params: Promise<Record<Key, string>> };

interface Said {
  readonly id: string;
  readonly received: number;
  readonly code: string;
  readonly message: string;
  readonly asset: { readonly hash: string; readonly bytes: number; readonly type: string };
}
const said = async (response: Promise<Response>) => {
  const settled = await response;
  const body = (await settled.json()) as Said;
  return { status: settled.status, body };
};

const begin = (bytes: number) =>
  said(POST(new Request(BASE, { method: "POST", body: JSON.stringify({ bytes }) })));
const put = (id: string, from: number | string, body: ReadableStream<Uint8Array>) => {
  const init = { method: "PUT", body, duplex: "half" } as RequestInit;
  return said(PUT(new Request(`${BASE}/uploads/${id}?from=${from}`, init), at("id", id)));
};
const state = (id: string) => said(GET_UPLOAD(new Request(`${BASE}/uploads/${id}`), at("id", id)));
const send = async (bytes: Uint8Array, chunkBytes = 60_000) => {
  const { body } = await begin(bytes.length);
  return put(body.id, 0, bodyOf(bytes, chunkBytes));
};
const get = (hash: string, headers: Record<string, string> = {}, method = "GET") =>
  (method === "GET" ? GET : HEAD)(
    new Request(`${BASE}/${hash}`, { method, headers }),
    at("hash", hash),
  );
const bytesOf = async (response: Response) => new Uint8Array(await response.arrayBuffer());

describe.skipIf(!TEST_SERVER)("assets over HTTP", () => {
  let test: TestDatabase;
  let studioId: string;
  let otherId: string;

  beforeAll(async () => {
    test = await serveTestDatabase("assets");
    studioId = (await createStudio(test.db, "Ours")).id;
    otherId = (await createStudio(test.db, "Theirs")).id;
  });
  afterAll(() => test.drop());

  const piecesKept = async () => {
    const rows = test.db.selectFrom("asset_pieces").select(({ fn }) => fn.countAll().as("count"));
    return Number((await rows.executeTakeFirstOrThrow()).count);
  };

  it("come back byte for byte, however the way was cut, and are what their bytes say", async () => {
    const edges = [1, PIECE_BYTES - 1, PIECE_BYTES, PIECE_BYTES + 1, 3 * PIECE_BYTES];
    const sizes = fc.oneof(fc.constantFrom(...edges), fc.integer({ min: 1, max: 3_300_000 }));
    let cuts = 0;
    let seed = 0;
    await fc.assert(
      fc.asyncProperty(
        sizes,
        fc.array(fc.integer({ min: 0, max: 3_300_000 }), { maxLength: 4 }),
        fc.integer({ min: 1000, max: 1_500_000 }),
        async (size, lines, chunkBytes) => {
          const sound = soundOf(size, ++seed);
          const { body: upload } = await begin(size);
          let received = 0;
          for (const line of lines) {
            const rest = sound.subarray(received);
            if (line >= rest.length) continue;
            const answer = await put(upload.id, received, bodyOf(rest, chunkBytes, line));
            expect(answer.status).toBe(202);
            const whole = Math.floor(line / PIECE_BYTES) * PIECE_BYTES;
            expect(answer.body.received).toBe(received + whole);
            expect((await state(upload.id)).body.received).toBe(received + whole);
            received += whole;
            cuts++;
          }
          const { status, body } = await put(
            upload.id,
            received,
            bodyOf(sound.subarray(received), chunkBytes),
          );
          const hash = hashOf(sound);
          const type = size >= 12 ? "audio/wav" : "application/octet-stream";
          expect([status, body.asset]).toEqual([201, { hash, bytes: size, type }]);
          const answer = await get(hash);
          expect(answer.headers.get("content-type")).toBe(type);
          expect(Buffer.compare(await bytesOf(answer), sound)).toBe(0);
          // Who did not hear that all was there asks again and hears it.
          expect((await put(upload.id, received, bodyOf(sound, chunkBytes))).body.asset.hash).toBe(
            hash,
          );
        },
      ),
      { numRuns: 25 },
    );
    expect(cuts).toBeGreaterThan(5);
  });

  it("are kept once, whoever sends them again, and under which name does not matter", async () => {
    const sound = soundOf(2 * PIECE_BYTES + 5, 500);
    const first = await send(sound);
    const before = await piecesKept();
    const again = await send(sound);
    expect(again).toEqual(first);
    expect(await piecesKept()).toBe(before);
  });

  it.each([
    ["a page", "<!doctype html><script>alert(1)</script>", "application/octet-stream"],
    ["a drawing that could run", "<svg xmlns='http://www.w3.org/2000/svg'/>", undefined],
    ["a picture", "\u0089PNG\r\n\u001a\n\0\0\0\rIHDR", "image/png"],
    ["a recording", "ID3\u0003\0\0\0\0\0\0ÿû\u0090d", "audio/mpeg"],
  ])(
    "tell their type by their content, and none runs as a page of ours: %s",
    async (_, text, type) => {
      const bytes = Uint8Array.from(text, (letter) => letter.charCodeAt(0));
      const { body } = await send(bytes);
      if (type !== undefined) expect(body.asset.type).toBe(type);
      const answer = await get(body.asset.hash);
      expect(answer.headers.get("content-type")).not.toMatch(/html|svg/u);
      expect(answer.headers.get("x-content-type-options")).toBe("nosniff");
      expect(answer.headers.get("content-security-policy")).toMatch(/sandbox/u);
    },
  );

  it("give any range of their bytes", async () => {
    const sound = soundOf(3 * PIECE_BYTES + 77, 600);
    const { hash } = (await send(sound)).body.asset;
    const size = sound.length;
    const place = fc.oneof(
      fc.integer({ min: 0, max: size + 10 }),
      fc.constantFrom(0, PIECE_BYTES - 1, PIECE_BYTES, 2 * PIECE_BYTES, size - 1, size),
    );
    await fc.assert(
      fc.asyncProperty(place, fc.option(place), fc.boolean(), async (from, to, isEnd) => {
        const range = isEnd ? `bytes=-${from}` : `bytes=${from}-${to ?? ""}`;
        const answer = await get(hash, { Range: range });
        const start = isEnd ? Math.max(0, size - from) : from;
        const end = isEnd ? size - 1 : Math.min(to ?? size - 1, size - 1);
        if (!isEnd && to !== null && to < from) {
          expect([answer.status, (await bytesOf(answer)).length]).toEqual([200, size]);
          return;
        }
        if (start >= size) {
          expect(answer.status).toBe(416);
          expect(answer.headers.get("content-range")).toBe(`bytes */${size}`);
          return;
        }
        expect(answer.status).toBe(206);
        expect(answer.headers.get("content-range")).toBe(`bytes ${start}-${end}/${size}`);
        expect(answer.headers.get("content-length")).toBe(String(end - start + 1));
        const bytes = await bytesOf(answer);
        expect(Buffer.compare(bytes, sound.subarray(start, end + 1))).toBe(0);
      }),
      { numRuns: 60 },
    );
  });

  it("answer what a browser asks beside", async () => {
    const sound = soundOf(5000, 700);
    const { hash } = (await send(sound)).body.asset;
    const head = await get(hash, { Range: "bytes=10-19" }, "HEAD");
    expect([head.status, head.headers.get("content-length"), head.body]).toEqual([206, "10", null]);
    expect((await get(hash, { "If-None-Match": `"${hash}"` })).status).toBe(304);
    const changed = { Range: "bytes=0-1", "If-Range": '"another"' };
    expect((await bytesOf(await get(hash, changed))).length).toBe(5000);
    const same = { Range: "bytes=0-1", "If-Range": `"${hash}"` };
    expect((await bytesOf(await get(hash, same))).length).toBe(2);
    for (const nonsense of ["lines=1-2", "bytes=x", "bytes=-", "bytes=0-1,9-12"]) {
      expect((await get(hash, { Range: nonsense })).status).toBe(200);
    }
  });

  it("go on from where they are and nowhere else, whoever sends them at once", async () => {
    const sound = soundOf(2 * PIECE_BYTES, 800);
    const { body: upload } = await begin(sound.length);
    for (const from of [1, PIECE_BYTES]) {
      expect(await put(upload.id, from, bodyOf(sound, 50_000))).toMatchObject({
        status: 409,
        body: { code: "out-of-place", message: expect.stringContaining("byte 0 of") as string },
      });
    }
    expect((await put(upload.id, "soon", bodyOf(sound, 50_000))).status).toBe(400);
    const answers = await Promise.all(
      [1, 2, 3].map(() => put(upload.id, 0, bodyOf(sound, 50_000))),
    );
    const kinds = answers.map(({ status }) => status);
    expect(kinds.filter((status) => status === 201)).toHaveLength(1);
    expect(Buffer.compare(await bytesOf(await get(hashOf(sound))), sound)).toBe(0);
    const longer = soundOf(PIECE_BYTES + 1, 801);
    const { body: short } = await begin(PIECE_BYTES);
    expect((await put(short.id, 0, bodyOf(longer, 50_000))).status).toBe(409);
  });

  it("are nobody's but their studio's", async () => {
    const theirs = await new UploadRepository(test.db, otherId).begin(10);
    const theirId = "id" in theirs ? theirs.id : "";
    for (const id of [theirId, randomUUID(), "nonsense"]) {
      expect((await state(id)).status).toBe(404);
      expect((await put(id, 0, bodyOf(soundOf(10), 10))).status).toBe(404);
      const asked = new Request(`${BASE}/uploads/${id}`, { method: "DELETE" });
      expect((await DELETE(asked, at("id", id))).status).toBe(404);
    }
    const { hash } = (await send(soundOf(9000, 900))).body.asset;
    expect(await new AssetRepository(test.db, otherId).find(hash)).toBeUndefined();
    for (const wrong of ["f".repeat(64), "nonsense", hash.toUpperCase()]) {
      expect((await get(wrong)).status).toBe(404);
    }
  });

  it("have only so much room, what is on its way counted, and give it back", async () => {
    const { bytes } = await new AssetRepository(test.db, studioId).room();
    await test.db
      .updateTable("studios")
      .set({ asset_quota: bytes + 3000 })
      .where("id", "=", studioId)
      .execute();
    expect((await begin(3001)).status).toBe(413);
    const first = await begin(2000);
    expect(first.status).toBe(201);
    const second = await begin(1001);
    expect(second).toMatchObject({ status: 413, body: { code: "no-room" } });
    const asked = new Request(`${BASE}/uploads/${first.body.id}`, { method: "DELETE" });
    expect((await DELETE(asked, at("id", first.body.id))).status).toBe(204);
    expect((await begin(3000)).status).toBe(201);
    for (const wrong of [0, -1, 1.5, 3e9, "10"])
      expect((await begin(wrong as number)).status).toBe(400);
  });
});
