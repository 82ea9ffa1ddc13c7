import { writeSongJson } from "@intonazione/core/formats/json";
import { DEMO_SONGS, demoSong } from "@intonazione/demo";
import { describe, expect, it } from "vitest";
import { file, run as runPlain } from "./cli.test-kit";

const demoFile = (slug: string) =>
  file(`${slug}.json`, writeSongJson(demoSong(DEMO_SONGS.find((one) => one.slug === slug)!)));

/** A list with these among its items. */
const having = (...items: unknown[]): unknown => expect.arrayContaining(items);

async function run(...args: string[]): Promise<{ code: number; out: unknown; complaint: string }> {
  const { code, out, complaints } = await runPlain(...args);
  return { code, out: out === "" ? undefined : JSON.parse(out), complaint: complaints };
}

describe("check", () => {
  it("lists what is found with its place, evidence and mend, and what was accepted apart", async () => {
    const song = demoSong(DEMO_SONGS.find(({ slug }) => slug === "crooked-stile")!);
    const bend = song.lines
      .flatMap(({ bars }) => bars.flatMap(({ events }) => events))
      .flatMap((event) => (event.kind === "notes" ? event.notes : []))
      .find(
        (note) => note.kind === "pitched" && note.techniques.some(({ kind }) => kind === "bend"),
      )!;
    const [guitar] = song.parts;
    const key = `unison-bend-off ${song.phrases[1]!.id} ${guitar!.id} ${bend.id}`;
    const accepted = [{ finding: key, reason: "as on the record" }];
    const path = file("accepted.json", writeSongJson({ ...song, accepted }));
    const { code, out } = await run("check", path);
    expect(code).toBe(0);
    expect(out).toMatchObject({
      findings: having({
        code: "bar-under",
        group: "arithmetic",
        severity: "warning",
        phrase: "Lane",
        part: "Guitar",
        bar: 2,
        message: "bar 2 is a quarter note too short for 4/4",
        evidence: ["3/4 of a whole note where 1 fit in 4/4"],
        mend: "fill the bar with a rest (quarter note)",
      }),
      accepted: [{ code: "unison-bend-off", bar: 6, reason: "as on the record" }],
    });
    expect((out as { findings: unknown[] }).findings).toHaveLength(11);
  });

  it("reads other formats, and finds in them what is there", async () => {
    const path = file(
      "riff.txt",
      "G|-----------------|\nD|---------5h3-----|\nA|-0---3-----------|\nE|-----------------|\n",
    );
    const { out } = await run("check", path);
    expect((out as { findings: { code: string }[] }).findings.map(({ code }) => code)).toContain(
      "link-turned-round",
    );
  });
});

describe("analyse", () => {
  it("names keys, chords, degrees and harmonies, fingered and sounding", async () => {
    const { code, out } = await run("analyse", demoFile("tin-roof-tuesday"));
    expect(code).toBe(0);
    expect(out).toMatchObject({
      keys: having(
        expect.objectContaining({
          phrase: "Drizzle",
          part: "Guitar",
          sounding: "Eb major",
          fingered: "C major",
          evidence: ["begins on E♭", "all 32 notes belong"],
        }),
      ),
      chords: having(
        expect.objectContaining({
          part: "Guitar",
          bar: 2,
          onset: "0",
          sounding: "Cm",
          fingered: "Am",
        }),
      ),
      degrees: having({
        part: "Guitar",
        bar: 1,
        onset: "1/4",
        pitch: "Eb4",
        ofKey: "1",
        chord: "Eb",
        ofChord: "1",
        target: true,
      }),
      harmony: having({
        parts: ["Guitar", "Bass"],
        bar: 1,
        onset: "0",
        interval: "P8",
        octaves: 0,
        clash: false,
      }),
    });
  });

  it.each([
    [
      "dead strokes alone",
      "e|-x-x-x-x-|\nB|-x-x-x-x-|\nG|---------|\nD|---------|\nA|---------|\nE|---------|\n",
    ],
    ["one note", "G|---------|\nD|-5-------|\nA|---------|\nE|---------|\n"],
    [
      "all twelve notes",
      "G|-----------------------|\nD|-------------------0-1-2-3-|\nA|---------0-1-2-3-4-----|\nE|-0-1-2-3-4-------------|\n",
    ],
  ])("%s have no clear key", async (name, text) => {
    const { code, out } = await run("analyse", file(`${name}.txt`, text));
    expect(code).toBe(0);
    for (const key of (out as { keys: { sounding: unknown }[] }).keys)
      expect(key.sounding).toBeNull();
  });
});

describe("name", () => {
  it.each([
    [["C3", "E3", "G3", "B3"], "Cmaj7", "C", "C"],
    [["E3", "G3", "C4"], "C/E", "C", "E"],
    [["F#2", "D3", "A3"], "D/F#", "D", "F#"],
    [["Db3", "Ab3", "--key", "Db major"], "Db5", "Db", "Db"],
  ])("%j is %s", async (args, name, root, bass) => {
    const { out } = await run("name", ...args);
    const [first] = out as {
      name: string;
      root: string;
      bass: string;
      score: number;
      reasons: string[];
    }[];
    expect(first).toMatchObject({ name, root, bass });
    expect(first!.score).toBeGreaterThan(0.8);
    expect(first!.reasons.length).toBeGreaterThan(0);
  });

  it("has no name for one note, and says what is no note or key", async () => {
    expect((await run("name", "C3")).out).toEqual([]);
    const cluster = Array.from(
      { length: 40 },
      (_, index) => `${"CDEFGAB"[index % 7]}${1 + Math.floor(index / 7)}`,
    );
    expect((await run("name", ...cluster, "C#3", "F#3")).out).toEqual([]);
    for (const args of [["name"], ["name", "H3"], ["name", "C3", "E3", "--key", "Q"]]) {
      const { code, complaint } = await run(...args);
      expect(code).toBe(2);
      expect(complaint.trim().split("\n")).toHaveLength(1);
    }
  });
});
