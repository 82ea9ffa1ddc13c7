import { documentOf } from "@intonazione/core/formats/json";
import { applyDifference, differenceOf, fingerprint } from "@intonazione/core/foundation";
import { demoSong, DEMO_SONGS } from "@intonazione/demo";
import { afterEach, describe, expect, it, vi } from "vitest";
import { createSong, fetchSong, saveSong } from "./server";

const song = demoSong(DEMO_SONGS[0]!);
const after = { ...song, title: "Other" };
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
    expect(await saveSong("id", after, song, 7)).toEqual(expected);
  });

  it("sends what changed, and what it has to lead to", async () => {
    const fetch = serverSays(200, { version: 8, savedAt });
    await saveSong("the-id", after, song, 7);
    const [path, init] = fetch.mock.calls[0] as [string, RequestInit];
    expect([path, init.method]).toEqual(["/api/songs/the-id", "PUT"]);
    const sent = JSON.parse(init.body as string) as { difference: unknown; fingerprint: number };
    expect(JSON.stringify(sent).length).toBeLessThan(200);
    expect(applyDifference(song, sent.difference)).toEqual({ ok: true, value: after });
    expect(sent).toMatchObject({ baseVersion: 7, fingerprint: fingerprint(after) });
  });

  it("sends the whole where nobody knows what it was made from, or the server asks for it", async () => {
    const whole = serverSays(200, { version: 8, savedAt });
    await saveSong("the-id", after, undefined, 7);
    const [, init] = whole.mock.calls[0] as [string, RequestInit];
    expect(JSON.parse(init.body as string)).toEqual({ song: after, baseVersion: 7 });
    const bodies: unknown[] = [];
    vi.stubGlobal("fetch", async (_path: string, { body }: RequestInit) => {
      bodies.push(JSON.parse(body as string));
      return bodies.length === 1
        ? Response.json({ code: "whole-wanted", message: "…" }, { status: 422 })
        : Response.json({ version: 8, savedAt });
    });
    expect(await saveSong("the-id", after, song, 7)).toMatchObject({ kind: "saved", version: 8 });
    expect(bodies[1]).toEqual({ song: after, baseVersion: 7 });
  });

  it("sends nothing that says nothing new", async () => {
    const fetch = serverSays(500, {});
    expect(await saveSong("the-id", { ...song }, song, 7)).toMatchObject({
      kind: "saved",
      version: 7,
    });
    expect(fetch).not.toHaveBeenCalled();
  });

  it("takes a broken connection for a server that is away", async () => {
    vi.stubGlobal("fetch", async () => Promise.reject(new TypeError("Failed to fetch")));
    expect(await saveSong("id", after, song, 1)).toEqual({ kind: "away" });
    expect(await fetchSong("id")).toBeUndefined();
    expect(await createSong(song)).toMatchObject({ problem: /Nothing is lost/u });
  });

  it("fetches a song only when it can be read", async () => {
    const whole = documentOf(song);
    const changes = [differenceOf(song, after)];
    serverSays(200, { whole, changes, version: 4, savedAt, id: "id" });
    const stored = { song: after, version: 4, at: new Date(savedAt) };
    expect(await fetchSong("id")).toEqual(stored);
    serverSays(200, { whole, changes: [{ list: [] }], version: 4, savedAt });
    expect(await fetchSong("id")).toBeUndefined();
    serverSays(200, { whole: {}, changes: [], version: 4, savedAt });
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
