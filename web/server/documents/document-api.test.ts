import { Busy } from "../../jobs/outcome";
import { demoSong, DEMO_SONGS } from "@intonazione/demo";
import { afterEach, describe, expect, it, vi } from "vitest";
import { answer, idSchema, problem, readBytes } from "../requests/http";
import type { Problem } from "../requests/problem";
import { SONGS } from "../songs/song-kind";
import { readNew, readSave } from "./document-api";

const song = demoSong(DEMO_SONGS[0]!);
const request = (body: unknown) =>
  new Request("http://127.0.0.1/api/songs", {
    method: "POST",
    body: typeof body === "string" ? body : JSON.stringify(body),
  });

async function refusalOf(asked: Request): Promise<{ status: number } & Problem> {
  const save = await readSave(SONGS, asked);
  if (save.ok) throw new Error("expected a refusal");
  return { status: save.response.status, ...((await save.response.json()) as Problem) };
}

describe("a save that arrives", () => {
  it("is read as it was sent", async () => {
    const save = await readSave(SONGS, request({ value: song, baseVersion: 3 }));
    expect(save).toEqual({ ok: true, value: { value: song, baseVersion: 3 } });
  });

  it.each([
    ["not JSON", "{"],
    ["no object", "null"],
    ["no version", { value: song }],
    ["version 0", { value: song, baseVersion: 0 }],
    ["half a version", { value: song, baseVersion: 1.5 }],
    ["no song", { value: 7, baseVersion: 1 }],
    ["no difference", { difference: 7, fingerprint: 1, baseVersion: 1 }],
    ["no fingerprint", { difference: {}, baseVersion: 1 }],
  ])("is refused when it is %s", async (_, body) => {
    const refusal = { status: 400, code: "body-wrong" };
    expect(await refusalOf(request(body))).toMatchObject(refusal);
  });

  it("is told what is wrong with its song, and where", async () => {
    const twice = { ...song, phrases: [...song.phrases, song.phrases[0]!] };
    for (const [wrong, message] of [
      [twice, /used twice/u],
      [{ ...song, parts: [] }, /parts/u],
      [{ ...song, title: "  " }, /title/u],
    ] as const) {
      const read = await readNew(SONGS, request({ value: wrong }));
      if (read.ok) throw new Error("expected a refusal");
      expect(read.response.status).toBe(422);
      expect(((await read.response.json()) as Problem).message).toMatch(message);
    }
  });
});

describe("a body", () => {
  /** Sends more and more, whatever it says of its length, and counts what was asked for. */
  function endless(headers: Record<string, string>, chunks = 1000) {
    let sent = 0;
    const body = new ReadableStream<Uint8Array>({
      pull(controller) {
        if (++sent > chunks) controller.close();
        else controller.enqueue(new Uint8Array(1000).fill(32));
      },
    });
    const init = { method: "POST", body, headers, duplex: "half" } as RequestInit;
    return { asked: new Request("http://127.0.0.1/api/songs", init), sent: () => sent };
  }

  it.each([
    ["says nothing of its length", {}],
    ["says that it is short", { "Content-Length": "10" }],
    ["says nonsense", { "Content-Length": "-1" }],
  ])("that %s is read no further than it may be long", async (_, headers) => {
    const { asked, sent } = endless(headers);
    const read = await readBytes(asked, 10_000);
    expect(read.ok ? undefined : read.response.status).toBe(413);
    expect(sent()).toBeLessThan(20);
  });

  it("within its bound comes whole, piece by piece", async () => {
    const read = await readBytes(endless({}, 10).asked, 10_000);
    expect(read.ok && read.value.length).toBe(10_000);
  });
});

describe("an answer", () => {
  afterEach(() => void vi.restoreAllMocks());

  it.each([
    ["ECONNREFUSED", 503, "database-unreachable"],
    ["57P01", 503, "database-unreachable"],
    ["42703", 500, "server-failed"],
  ])("to error %s is %i", async (code, status, expected) => {
    vi.spyOn(console, "error").mockImplementation(() => undefined);
    const response = await answer(request({}), () =>
      Promise.reject(Object.assign(new Error("no"), { code })),
    );
    expect(response.status).toBe(status);
    expect(await response.json()).toMatchObject({ code: expected });
  });

  it("to who comes when too much is to be done says when to come again", async () => {
    const response = await answer(request({}), () => Promise.reject(new Busy(7)));
    expect([response.status, response.headers.get("retry-after")]).toEqual([503, "7"]);
    expect(await response.json()).toMatchObject({
      code: "busy",
      message: expect.stringContaining("try again in 7 s") as string,
    });
  });

  it("is passed on when nothing failed", async () => {
    const response = await answer(request({}), async () =>
      problem(409, { code: "x", message: "y" }),
    );
    expect([response.status, await response.json()]).toEqual([409, { code: "x", message: "y" }]);
  });

  it.each([
    ["2b5f1c1e-6c0a-4b7e-9d0a-3f0f6f0f6f0f", true],
    ["nonsense", false],
    ["1' or '1'='1", false],
    ["", false],
  ])("is only looked for under an id: %j %s", (id, isId) => {
    expect(idSchema.safeParse(id).success).toBe(isId);
  });
});
