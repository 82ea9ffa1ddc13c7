import { afterEach, describe, expect, it, vi } from "vitest";
import {
  addressQuery,
  changeCollection,
  changeSongs,
  fetchCards,
  fetchCollections,
} from "./shelf-cards";

const card = {
  id: "s1",
  title: "Chalk Line",
  keyName: "B minor",
  tempoBpm: 76,
  parts: [
    {
      name: "Low",
      instrument: "Barge",
      kind: "baritone",
      tuning: "B standard",
      open: "B1",
      capo: 0,
    },
  ],
  barCount: 8,
  sketch: { strings: 6, barLines: [0.5], figures: [[0, 6, "0"]] },
  difficulty: 2.5,
  state: "ready",
  collections: ["c1"],
  updatedAt: "2026-11-29T08:00:00.000Z",
};

function serverSays(status: number, body: unknown): ReturnType<typeof vi.fn> {
  const fetch = vi.fn(async () => new Response(JSON.stringify(body), { status }));
  vi.stubGlobal("fetch", fetch);
  return fetch;
}
const askedFor = (fetch: ReturnType<typeof vi.fn>) => {
  const [path, init] = fetch.mock.calls[0] as [string, RequestInit | undefined];
  return { path, body: init?.body ? (JSON.parse(init.body as string) as unknown) : undefined };
};

describe("what the page hears of its shelf", () => {
  afterEach(() => void vi.unstubAllGlobals());

  it.each([
    [{ find: "", sort: "change" }, ""],
    [{ find: " drop D, slide ", sort: "change" }, "find=drop+D%2C+slide"],
    [{ find: "", sort: "tempo", in: "bin" }, "sort=tempo&in=bin"],
  ] as const)("stands in the address: %j", (address, query) => {
    expect(addressQuery(address)).toBe(query);
  });

  it("is a page of cards, with what is absent left out", async () => {
    const fetch = serverSays(200, { total: 61, songs: [card, { ...card, sketch: undefined }] });
    const page = await fetchCards({ find: "chalk", sort: "title" }, 30);
    expect(askedFor(fetch).path).toBe("/api/shelf/songs?find=chalk&sort=title&from=30");
    expect(page).toMatchObject({
      kind: "done",
      value: { total: 61, songs: [{ ...card, updatedAt: new Date(card.updatedAt) }, {}] },
    });
    expect(page.kind === "done" && page.value.songs[1]).not.toHaveProperty("sketch");
  });

  it.each([
    ["a state nobody knows", { ...card, state: "lost" }],
    ["a kind nobody knows", { ...card, parts: [{ ...card.parts[0], kind: "lute" }] }],
    ["a date that is none", { ...card, updatedAt: "soon" }],
    ["a sketch without strings", { ...card, sketch: { barLines: [], figures: [] } }],
  ])("is not believed with %s", async (_, wrong) => {
    serverSays(200, { total: 1, songs: [wrong] });
    expect(await fetchCards({ find: "", sort: "change" }, 0)).toEqual({
      kind: "away",
    });
  });

  it("says in words what went wrong, and never throws", async () => {
    serverSays(503, { code: "database-unreachable", message: "…" });
    expect(await fetchCollections()).toEqual({ kind: "away" });
    serverSays(422, { code: "song-unread", message: "a song of these cannot be read" });
    expect(await changeSongs({ kind: "copy", ids: ["s1"] })).toEqual({
      kind: "refused",
      code: "song-unread",
      message: "a song of these cannot be read",
    });
    vi.stubGlobal("fetch", async () => Promise.reject(new TypeError("Failed to fetch")));
    expect(await fetchCards({ find: "", sort: "change" }, 0)).toEqual({
      kind: "away",
    });
    expect(await changeCollection({ kind: "remove", id: "c1" })).toEqual({ kind: "away" });
  });

  it("sends a change as it is meant, and hears what takes it back", async () => {
    const before = [{ id: "s1", state: "wanted" }];
    const fetch = serverSays(200, { before });
    const change = { kind: "state", ids: ["s1"], state: "taught" } as const;
    expect(await changeSongs(change)).toEqual({ kind: "done", value: { before } });
    expect(askedFor(fetch)).toEqual({ path: "/api/shelf/songs", body: change });
    const dissolving = serverSays(200, { ids: ["s2", "s1"] });
    expect(await changeCollection({ kind: "remove", id: "c1" })).toEqual({
      kind: "done",
      value: { ids: ["s2", "s1"] },
    });
    expect(askedFor(dissolving).path).toBe("/api/shelf/collections");
    serverSays(200, { collections: [{ id: "c1", name: "Autumn course", songs: 2 }] });
    expect(await fetchCollections()).toEqual({
      kind: "done",
      value: [{ id: "c1", name: "Autumn course", songs: 2 }],
    });
  });
});
