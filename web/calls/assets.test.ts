import { afterEach, describe, expect, it, vi } from "vitest";
import { sendAsset } from "./assets";

const ID = "2b5f1c1e-6c0a-4b7e-9d0a-3f0f6f0f6f0f";
const PIECE = 1 << 20;
const asset = { hash: "a".repeat(64), bytes: 40 * PIECE, type: "audio/wav" };
const file = new Blob([new Uint8Array(asset.bytes)]);
const noWait = { pauseAfter: (failures: number) => (failures < 4 ? 0 : undefined) };

/** A server that takes bytes in, and whose line is cut as the test says. */
class Server {
  received = 0;
  readonly asked: string[] = [];
  /** What happens to the next requests that carry bytes: how many pieces of each come through. */
  cuts: (number | "all, but no answer")[] = [];
  isAway = false;

  fetch = async (path: string, init: RequestInit = {}): Promise<Response> => {
    const url = new URL(path, "http://127.0.0.1");
    const method = init.method ?? "GET";
    this.asked.push(`${method} ${url.pathname}${url.search}`);
    if (this.isAway) throw new TypeError("Failed to fetch");
    const upload = () => Response.json({ id: ID, bytes: asset.bytes, received: this.received });
    if (method !== "PUT")
      return method === "DELETE" ? new Response(null, { status: 204 }) : upload();
    const from = Number(url.searchParams.get("from"));
    if (from !== this.received) {
      return Response.json({ code: "out-of-place", message: "…" }, { status: 409 });
    }
    const sent = (init.body as Blob).size;
    const cut = this.cuts.shift();
    this.received += typeof cut === "number" ? cut * PIECE : sent;
    if (cut !== undefined) throw new TypeError("Failed to fetch");
    return this.received < asset.bytes ? upload() : Response.json({ asset }, { status: 201 });
  };
}

function serve(): Server {
  const server = new Server();
  vi.stubGlobal("fetch", server.fetch);
  return server;
}

describe("sending a recording", () => {
  afterEach(() => void vi.unstubAllGlobals());

  it("goes on from what has arrived, wherever the line was cut", async () => {
    const server = serve();
    server.cuts = [3, 0, "all, but no answer"];
    const heard: number[] = [];
    const sent = await sendAsset(file, { ...noWait, onProgress: (bytes) => heard.push(bytes) });
    expect(sent).toEqual({ kind: "done", value: asset });
    expect(heard).toEqual([3, 3, 19, 35].map((pieces) => pieces * PIECE));
    const puts = server.asked.filter((one) => one.startsWith("PUT"));
    expect(puts.map((one) => Number(one.split("from=")[1]) / PIECE)).toEqual([0, 3, 3, 19, 35]);
  });

  it("hears what it became although the last answer was lost", async () => {
    const server = serve();
    server.cuts = ["all, but no answer", "all, but no answer", "all, but no answer"];
    expect(await sendAsset(file, noWait)).toEqual({ kind: "done", value: asset });
  });

  it("gives up after a while, and says that nobody answers", async () => {
    const server = serve();
    server.cuts = [0, 0, 0, 0];
    expect(await sendAsset(file, noWait)).toEqual({ kind: "away" });
    server.isAway = true;
    expect(await sendAsset(file, noWait)).toEqual({ kind: "away" });
  });

  it("tells a refusal as it came, and asks no more", async () => {
    const asked = vi.fn(async () =>
      Response.json({ code: "no-room", message: "of 3,000 MB 2 are left" }, { status: 413 }),
    );
    vi.stubGlobal("fetch", asked);
    expect(await sendAsset(file, noWait)).toMatchObject({ kind: "refused", code: "no-room" });
    expect(asked).toHaveBeenCalledTimes(1);
  });

  it("takes away what had arrived when it is given up", async () => {
    const server = serve();
    const wish = new AbortController();
    const sending = sendAsset(file, {
      ...noWait,
      signal: wish.signal,
      onProgress: () => wish.abort(),
    });
    await expect(sending).rejects.toThrow(/abort/u);
    expect(server.asked.at(-1)).toBe(`DELETE /api/assets/uploads/${ID}`);
    expect(server.asked.filter((one) => one.startsWith("PUT"))).toHaveLength(1);
  });
});
