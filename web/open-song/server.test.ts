import { demoSong, DEMO_SONGS } from "@intonazione/demo";
import { afterEach, describe, expect, it, vi } from "vitest";
import { createSong, fetchSong, saveSong } from "./server";

const song = demoSong(DEMO_SONGS[0]!);
const savedAt = "2026-11-24T03:00:00.000Z";

function serverSays(status: number, body: unknown): ReturnType<typeof vi.fn> {
  const fetch = vi.fn(async () => new Response(JSON.stringify(body), { status }));
  vi.stubGlobal("fetch", fetch);
  return fetch;
}

describe("talking to the server", () => {
  afterEach(() => void vi.unstubAllGlobals());

  it.each([
    [200, { version: 8, savedAt }, { kind: "saved", version: 8, at: new Date(savedAt) }],
    [200, { something: "else" }, { kind: "away" }],
    [409, { code: "stale-version", message: "…" }, { kind: "stale" }],
    [422, { code: "song-wrong", message: "no title" }, { kind: "refused", message: "no title" }],
    [413, "html", { kind: "refused", message: "the server answered 413" }],
    [404, { code: "song-missing", message: "gone" }, { kind: "refused", message: "gone" }],
    [500, {}, { kind: "away" }],
    [503, { code: "database-unreachable", message: "…" }, { kind: "away" }],
  ])("understands %i %j after a save", async (status, body, expected) => {
    serverSays(status, body);
    expect(await saveSong("id", song, 7)).toEqual(expected);
  });

  it("sends the song with the version it was made from", async () => {
    const fetch = serverSays(200, { version: 8, savedAt });
    await saveSong("the-id", song, 7);
    const [path, init] = fetch.mock.calls[0] as [string, RequestInit];
    expect([path, init.method]).toEqual(["/api/songs/the-id", "PUT"]);
    expect(JSON.parse(init.body as string)).toEqual({ song, baseVersion: 7 });
  });

  it("takes a broken connection for a server that is away", async () => {
    vi.stubGlobal("fetch", async () => Promise.reject(new TypeError("Failed to fetch")));
    expect(await saveSong("id", song, 1)).toEqual({ kind: "away" });
    expect(await fetchSong("id")).toBeUndefined();
    expect(await createSong(song)).toMatchObject({ problem: /Nothing is lost/u });
  });

  it("fetches a song only when it can be read", async () => {
    serverSays(200, { song, version: 4, id: "id", updatedAt: savedAt });
    expect(await fetchSong("id")).toEqual({ song, version: 4 });
    serverSays(200, { song: { ...song, parts: [] }, version: 4 });
    expect(await fetchSong("id")).toBeUndefined();
    serverSays(404, { code: "song-missing", message: "…" });
    expect(await fetchSong("id")).toBeUndefined();
  });

  it("gives the new song's id, or words for what went wrong", async () => {
    const id = "2b5f1c1e-6c0a-4b7e-9d0a-3f0f6f0f6f0f";
    serverSays(201, { id, version: 1 });
    expect(await createSong(song)).toEqual({ id });
    serverSays(422, { code: "song-wrong", message: "title: too short" });
    expect(await createSong(song)).toEqual({ problem: "title: too short" });
    serverSays(503, {});
    expect(await createSong(song)).toMatchObject({ problem: /does not answer/u });
  });
});
