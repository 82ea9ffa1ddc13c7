import { afterEach, describe, expect, it, vi } from "vitest";
import { saveStyle } from "./rack";

const style = { stringSchool: "actual", fretsFrom: "nut" } as const;

describe("the studio's style", () => {
  afterEach(() => void vi.unstubAllGlobals());

  it.each([
    [Response.json({ style }), { kind: "done", value: true }],
    [Response.json({ message: "x" }, { status: 503 }), { kind: "away" }],
    [new Response("", { status: 400 }), { kind: "refused", message: "the server answered 400" }],
  ])("is kept, or the page hears why not", async (response, expected) => {
    const fetch = vi.fn(async () => response);
    vi.stubGlobal("fetch", fetch);
    expect(await saveStyle(style)).toMatchObject(expected);
    const [path, init] = fetch.mock.calls[0] as unknown as [string, RequestInit];
    expect([path, init.method, init.body]).toEqual([
      "/api/studio",
      "PUT",
      JSON.stringify({ style }),
    ]);
  });
});
