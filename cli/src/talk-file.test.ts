import { describe, expect, it } from "vitest";
import { file, run } from "./cli.test-kit";

const TALK = `WEBVTT

00:01.000 --> 00:04.000
Hello everybody.

00:05.000 --> 00:08.000
Open A, then the third fret of the A.
`;
const STRINGS = ["--strings", "E2 A2 D3 G3 B3 E4"];

interface Read {
  remarks: number;
  phrases: { from: number | null; callout: string; events: { at: number | null }[] }[];
}

describe("read", () => {
  it("takes captions: phrases and events with their times", async () => {
    const { code, out } = await run("read", file("lesson.vtt", TALK), ...STRINGS);
    const { phrases, remarks } = JSON.parse(out) as Read;
    expect([code, remarks]).toEqual([0, 1]);
    expect(phrases).toMatchObject([{ from: 5, callout: "'? A0 3" }]);
    expect(phrases[0]!.events.map(({ at }) => at)).toEqual([5, expect.any(Number)]);
  });

  it("takes a text without tablature for talk, where strings are given", async () => {
    const path = file("talk.txt", "So we start on the open A.\n\nThen five on the D.\n");
    const { out } = await run("read", path, ...STRINGS);
    expect((JSON.parse(out) as Read).phrases[0]!.callout).toBe("'? A0 D5");
    expect((await run("read", path)).code).toBe(2);
  });

  it("asks for strings", async () => {
    const { code, complaints } = await run("read", file("lesson.srt", TALK));
    expect(code).toBe(2);
    expect(complaints).toContain("--strings");
  });
});
