import { documentOf, SONG_FORMAT } from "@intonazione/core/formats/json";
import { applyDifference, differenceOf, fingerprint } from "@intonazione/core/foundation";
import { demoSong, DEMO_SONGS } from "@intonazione/demo";
import { afterEach, describe, expect, it, vi } from "vitest";
import { problemOf } from "./answer";
import { instrumentClient, songClient } from "./documents";

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
    [200, { version: 8, savedAt }, { kind: "done", value: { version: 8, at: new Date(savedAt) } }],
    [200, { something: "else" }, { kind: "away" }],
    [409, { code: "stale-version", message: "…" }, { kind: "stale" }],
    [
      422,
      { code: "song-wrong", message: "no title" },
      { kind: "refused", code: "song-wrong", message: "no title" },
    ],
    [413, "html", { kind: "refused", code: undefined, message: "the server answered 413" }],
    [
      404,
      { code: "song-missing", message: "gone" },
      { kind: "refused", code: "song-missing", message: "gone" },
    ],
    [500, {}, { kind: "away" }],
    [503, { code: "database-unreachable", message: "…" }, { kind: "away" }],
  ])("understands %i %j after a save", async (status, body, expected) => {
    serverSays(status, body);
    expect(await songClient.save("id", after, song, 7)).toEqual(expected);
  });

  it("sends what changed, and what it has to lead to", async () => {
    const fetch = serverSays(200, { version: 8, savedAt });
    await songClient.save("the-id", after, song, 7);
    const [path, init] = fetch.mock.calls[0] as [string, RequestInit];
    expect([path, init.method]).toEqual(["/api/songs/the-id", "PUT"]);
    const sent = JSON.parse(init.body as string) as { difference: unknown; fingerprint: number };
    expect(JSON.stringify(sent).length).toBeLessThan(200);
    expect(applyDifference(song, sent.difference)).toEqual({ ok: true, value: after });
    expect(sent).toMatchObject({ baseVersion: 7, fingerprint: fingerprint(after) });
  });

  it("sends the whole where nobody knows what it was made from, or the server asks for it", async () => {
    const whole = serverSays(200, { version: 8, savedAt });
    await songClient.save("the-id", after, undefined, 7);
    const [, init] = whole.mock.calls[0] as [string, RequestInit];
    expect(JSON.parse(init.body as string)).toEqual({ value: after, baseVersion: 7 });
    const bodies: unknown[] = [];
    vi.stubGlobal("fetch", async (_path: string, { body }: RequestInit) => {
      bodies.push(JSON.parse(body as string));
      return bodies.length === 1
        ? Response.json({ code: "whole-wanted", message: "…" }, { status: 422 })
        : Response.json({ version: 8, savedAt });
    });
    expect(await songClient.save("the-id", after, song, 7)).toMatchObject({
      kind: "done",
      value: { version: 8 },
    });
    expect(bodies[1]).toEqual({ value: after, baseVersion: 7 });
  });

  it("sends nothing that says nothing new", async () => {
    const fetch = serverSays(500, {});
    expect(await songClient.save("the-id", { ...song }, song, 7)).toMatchObject({
      kind: "done",
      value: { version: 7 },
    });
    expect(fetch).not.toHaveBeenCalled();
  });

  it("takes a broken connection for a server that is away", async () => {
    vi.stubGlobal("fetch", async () => Promise.reject(new TypeError("Failed to fetch")));
    expect(await songClient.save("id", after, song, 1)).toEqual({ kind: "away" });
    expect(await songClient.fetch("id")).toBeUndefined();
    expect(await songClient.create(song)).toEqual({ kind: "away" });
  });

  it("fetches a song only when it can be read", async () => {
    const whole = documentOf(SONG_FORMAT, song);
    const changes = [differenceOf(song, after)];
    serverSays(200, { whole, changes, version: 4, savedAt, id: "id" });
    const stored = { value: after, version: 4, at: new Date(savedAt) };
    expect(await songClient.fetch("id")).toEqual(stored);
    serverSays(200, { whole, changes: [{ list: [] }], version: 4, savedAt });
    expect(await songClient.fetch("id")).toBeUndefined();
    serverSays(200, { whole: {}, changes: [], version: 4, savedAt });
    expect(await songClient.fetch("id")).toBeUndefined();
    serverSays(404, { code: "song-missing", message: "…" });
    expect(await songClient.fetch("id")).toBeUndefined();
  });

  it("gives the new document's id, or words for what went wrong", async () => {
    const id = "2b5f1c1e-6c0a-4b7e-9d0a-3f0f6f0f6f0f";
    const said = async () => {
      const answer = await songClient.create(song);
      return answer.kind === "done" ? answer.value : problemOf(answer);
    };
    serverSays(201, { id, version: 1, savedAt });
    expect(await said()).toEqual({ id, version: 1, at: new Date(savedAt) });
    serverSays(422, { code: "song-wrong", message: "title: too short" });
    expect(await said()).toBe("title: too short");
    serverSays(503, {});
    expect(await said()).toMatch(/does not answer/u);
    serverSays(409, { code: "no-more-instrument", message: "a rack holds 500 instruments" });
    expect(await said()).toMatch(/a rack holds/u);
  });

  it("takes a document away, and says so when it was changed elsewhere", async () => {
    const fetch = vi.fn(async () => new Response(null, { status: 204 }));
    vi.stubGlobal("fetch", fetch);
    expect(await instrumentClient.remove("the-id")).toEqual({ kind: "done", value: true });
    const [path, init] = fetch.mock.calls[0] as unknown as [string, RequestInit];
    expect([path, init.method]).toEqual(["/api/instruments/the-id", "DELETE"]);
    expect(problemOf({ kind: "stale" }, "Ferry was changed")).toBe("Ferry was changed");
    expect(problemOf({ kind: "stale" })).toMatch(/another window/u);
  });
});
