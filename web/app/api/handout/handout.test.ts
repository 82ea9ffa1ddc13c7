import { USUAL_HANDOUT } from "@intonazione/core/handout";
import { demoSong, DEMO_SONGS } from "@intonazione/demo";
import { describe, expect, it } from "vitest";
import { POST as takePicture } from "./picture/route";
import { readHandout } from "@/server/handout/read-handout";
import { POST as printPages } from "./pages/route";
import type { Problem } from "@/server/requests/problem";

const song = demoSong(DEMO_SONGS[0]!);
const options = { ...USUAL_HANDOUT, lanes: ["staff", "count"] };
const request = (body: unknown, headers: Record<string, string> = {}) =>
  new Request("http://127.0.0.1/api/handout", {
    method: "POST",
    body: JSON.stringify(body),
    headers,
  });
const said = async (response: Response) => ({
  status: response.status,
  code: ((await response.json()) as Problem).code,
});

describe("what is to be printed", () => {
  it("is the song as it stands in the page, and how", async () => {
    const { style, paper, footer } = options;
    const sent = { song, options: { lanes: ["staff"], style, paper, footer, partIds: ["a"] } };
    const body = new TextEncoder().encode(JSON.stringify(sent));
    expect(readHandout(body)).toEqual({
      ok: true,
      value: { song, options: { ...sent.options, lanes: new Set(["staff"]) } },
    });
  });

  it.each([
    ["nothing", undefined, 400, "body-wrong"],
    ["a lane that nobody has", { song, options: { ...options, lanes: ["x"] } }, 400, "body-wrong"],
    ["a paper that nobody has", { song, options: { ...options, paper: "b7" } }, 400, "body-wrong"],
    [
      "a footer without end",
      { song, options: { ...options, footer: "-".repeat(201) } },
      400,
      "body-wrong",
    ],
    ["a song that is none", { song: { title: "No more" }, options }, 422, "song-wrong"],
  ])("is refused where it is %s", async (_, body, status, code) => {
    expect(await said(await printPages(request(body)))).toEqual({ status, code });
  });

  it("is not printed for a page of another site", async () => {
    const foreign = { "Sec-Fetch-Site": "cross-site" };
    const answer = await takePicture(request({ song, options, picture: { kind: "svg" } }, foreign));
    expect(answer.status).toBe(403);
  });
});

describe("a picture", () => {
  it("is of one phrase, or of all", async () => {
    const heightOf = async (phraseId: string | undefined) => {
      const answer = await takePicture(
        request({ song, options, picture: { kind: "svg", phraseId } }),
      );
      expect(answer.headers.get("content-type")).toBe("image/svg+xml");
      return Number(/height="([\d.]+)"/u.exec(await answer.text())![1]);
    };
    expect(await heightOf(song.phrases[0]!.id)).toBeLessThan(await heightOf(undefined));
  });

  it.each([
    ["no kind", undefined, "body-wrong"],
    ["a kind that nobody draws", { kind: "gif" }, "body-wrong"],
    ["a phrase that is not there", { kind: "svg", phraseId: "gone" }, "phrase-missing"],
  ])("is refused with %s", async (_, picture, code) => {
    const answer = await takePicture(request({ song, options, picture }));
    expect(await said(answer)).toEqual({ status: 400, code });
  });
});
