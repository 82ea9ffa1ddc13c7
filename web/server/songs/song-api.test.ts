import { demoSong, DEMO_SONGS } from "@intonazione/demo";
import { afterEach, describe, expect, it, vi } from "vitest";
import { answer, idSchema, problem, type Problem } from "../http";
import { readSave } from "./song-api";

const song = demoSong(DEMO_SONGS[0]!);
const request = (body: unknown, headers: Record<string, string> = {}) =>
  new Request("http://127.0.0.1/api/songs", {
    method: "POST",
    body: typeof body === "string" ? body : JSON.stringify(body),
    headers,
  });

async function refusalOf(asked: Request): Promise<{ status: number } & Problem> {
  const save = await readSave(asked);
  if (save.ok) throw new Error("expected a refusal");
  return { status: save.response.status, ...((await save.response.json()) as Problem) };
}

describe("a save that arrives", () => {
  it("is taken from our own pages, and from programs that are no page", async () => {
    for (const site of [undefined, "same-origin", "none"]) {
      const headers = site ? { "Sec-Fetch-Site": site } : {};
      const save = await readSave(request({ song, baseVersion: 3 }, headers));
      expect(save).toEqual({ ok: true, value: { song, baseVersion: 3 } });
    }
  });

  it.each([
    ["not JSON", "{", {}, 400, "body-wrong"],
    ["no object", "null", {}, 400, "body-wrong"],
    ["no version", { song }, {}, 400, "body-wrong"],
    ["version 0", { song, baseVersion: 0 }, {}, 400, "body-wrong"],
    ["half a version", { song, baseVersion: 1.5 }, {}, 400, "body-wrong"],
    ["no song", { song: 7, baseVersion: 1 }, {}, 422, "song-wrong"],
    [
      "a song without parts",
      { song: { ...song, parts: [] }, baseVersion: 1 },
      {},
      422,
      "song-wrong",
    ],
    [
      "a title of blanks",
      { song: { ...song, title: "  " }, baseVersion: 1 },
      {},
      422,
      "song-wrong",
    ],
    ["too much", { song, baseVersion: 1 }, { "Content-Length": "26000000" }, 413, "too-long"],
    [
      "another page's",
      { song, baseVersion: 1 },
      { "Sec-Fetch-Site": "cross-site" },
      403,
      "foreign-page",
    ],
    [
      "another site's",
      { song, baseVersion: 1 },
      { "Sec-Fetch-Site": "same-site" },
      403,
      "foreign-page",
    ],
  ])("is refused when it is %s", async (_, body, headers, status, code) => {
    expect(await refusalOf(request(body, headers))).toMatchObject({ status, code });
  });

  it("is told what is wrong with its song, and where", async () => {
    const twice = { ...song, phrases: [...song.phrases, song.phrases[0]!] };
    const refusal = await refusalOf(request({ song: twice, baseVersion: 1 }));
    expect(refusal.message).toMatch(/used twice/u);
    expect(refusal.findings?.[0]?.code).toBe("id-twice");
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
    const response = await answer(() => Promise.reject(Object.assign(new Error("no"), { code })));
    expect(response.status).toBe(status);
    expect(await response.json()).toMatchObject({ code: expected });
  });

  it("is passed on when nothing failed", async () => {
    const response = await answer(async () => problem(409, { code: "x", message: "y" }));
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
