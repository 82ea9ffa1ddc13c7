import { USUAL_HANDOUT } from "@intonazione/core/handout";
import { demoSongs } from "@intonazione/demo";
import { afterEach, describe, expect, it, vi } from "vitest";
import { problemOf } from "./answer";
import { fetchPages, fetchPdf, fetchPicture } from "./handout";

const [song] = demoSongs();
const answers = (response: Response | Error) => {
  const fetch = vi.fn();
  if (response instanceof Error) fetch.mockRejectedValueOnce(response);
  else fetch.mockResolvedValueOnce(response);
  vi.stubGlobal("fetch", fetch);
  return () => {
    const [path, init] = fetch.mock.calls[0] as [string, RequestInit];
    return { path, ...(JSON.parse(init.body as string) as Record<string, unknown>) };
  };
};

describe("what the page hears of the press", () => {
  afterEach(() => void vi.unstubAllGlobals());

  it("is the file; the lanes are told as a list", async () => {
    const asked = answers(new Response("%PDF"));
    const options = { ...USUAL_HANDOUT, lanes: new Set(["count"] as const) };
    const pdf = await fetchPdf(song!, options);
    expect(pdf.kind === "done" && (await pdf.value.text())).toBe("%PDF");
    expect(asked()).toMatchObject({ path: "/api/handout", options: { lanes: ["count"] } });
  });

  it("is a picture of the wanted phrase", async () => {
    const asked = answers(new Response("<svg"));
    const picture = { kind: "svg", phraseId: "p" } as const;
    expect((await fetchPicture(song!, USUAL_HANDOUT, picture)).kind).toBe("done");
    expect(asked()).toMatchObject({ path: "/api/handout/picture", picture });
  });

  it.each([
    ["nobody answers", new Error("no network"), /does not answer/u],
    ["the server fails", Response.json({ message: "x" }, { status: 500 }), /does not answer/u],
    ["the song is refused", Response.json({ message: "no parts" }, { status: 422 }), /no parts/u],
    ["the answer is nonsense", Response.json({ pages: 3 }), /does not answer/u],
    ["the answer is cut off", new Response('{"count": 2, "pa'), /does not answer/u],
  ])("is a problem when %s", async (_, response, problem) => {
    answers(response);
    const pages = await fetchPages(song!, USUAL_HANDOUT);
    expect(pages.kind === "done" || problemOf(pages)).toMatch(problem);
  });
});
