import { execFileSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { writeSongJson } from "@intonazione/core/formats/json";
import { DEMO_SONGS, demoSong } from "@intonazione/demo";
import { afterAll, describe, expect, it } from "vitest";
import { main } from "./main";

const folder = mkdtempSync(join(tmpdir(), "intonazione-cli-"));
afterAll(() => rmSync(folder, { recursive: true }));

const file = (name: string, text: string) => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
interface NoteRow {
  bar: number;
  onset: string;
  duration: string;
  pitch: string | null;
  midi: number | null;
  string: number | null;
  fret: number | null;
  finger: number | null;
  techniques: string[];
}
interface Printed {
  title: string;
  parts: { name: string; strings: string[]; capo: number; notes: NoteRow[] }[];
  findings: { severity: string; message: string }[];
  unreachable: { bar: number; onset: string; pitch: string; why: string }[];
}
function run(...args: string[]) {
  let out = "";
  let complaints = "";
  const code = main(args, {
    write: (text) => (out += text),
    complain: (text) => (complaints += text),
  });
  return { code, out, complaints, json: () => JSON.parse(out) as Printed };
}

const demo = file("lanterns.json", writeSongJson(demoSong(DEMO_SONGS[0]!)));
const tab = file(
  "riff.txt",
  "e|-----------------|\nB|-----------------|\nG|-----------------|\nD|-------0h2-------|\nA|---2-3-----x-----|\nE|-0-----------3/5-|\n",
);

describe("the command line", () => {
  it("lists every place of a pitch, counted from the capo", () => {
    const { out } = run("positions", "--strings", "E2 A2 D3 G3 B3 E4", "--capo", "2", "G3", "E2");
    expect(JSON.parse(out)).toEqual([
      {
        pitch: "G3",
        midi: 55,
        positions: [
          { string: 4, fret: 3 },
          { string: 5, fret: 8 },
          { string: 6, fret: 13 },
        ],
      },
      { pitch: "E2", midi: 40, positions: [] },
    ]);
    const last = run("positions", "--strings", "E A D G B E", "--capo", "2", "D6", "E6");
    expect(
      (JSON.parse(last.out) as { positions: unknown[] }[]).map((row) => row.positions.length),
    ).toEqual([1, 1]);
    const tooHigh = run("positions", "--strings", "E A D G B E", "--capo", "2", "F6");
    expect((JSON.parse(tooHigh.out) as { positions: unknown[] }[])[0]!.positions).toEqual([]);
  });

  it("lists its tunings from the thickest string on", () => {
    const rows = JSON.parse(run("tunings").out) as {
      id: string;
      strings: string[];
      instrument: string;
    }[];
    expect(rows.find((row) => row.id === "bass-standard")).toMatchObject({
      strings: ["E1", "A1", "D2", "G2"],
      instrument: "bass",
    });
  });

  it("reads a pasted tablature", () => {
    const { code, json } = run("read", tab);
    const [part] = json().parts;
    expect([code, part!.strings, part!.capo]).toEqual([0, ["E2", "A2", "D3", "G3", "B3", "E4"], 0]);
    expect(part!.notes[4]).toEqual({
      bar: 1,
      onset: "1/2",
      duration: "1/8",
      pitch: "E3",
      midi: 52,
      string: 4,
      fret: 2,
      finger: null,
      pinned: false,
      techniques: ["hammer-on"],
    });
    expect(part!.notes[5]).toMatchObject({ midi: null, fret: null, pitch: null, string: 5 });
    expect(json().findings.map((finding) => finding.message)).toEqual([
      "no timing is written: read as equal eighths",
    ]);
  });

  it("converts there and back without losing a note", () => {
    const text = join(folder, "out.txt");
    const back = join(folder, "back.json");
    expect(run("convert", demo, text).code).toBe(0);
    expect(run("convert", text, back).code).toBe(0);
    const notes = (path: string) =>
      run("read", path)
        .json()
        .parts[0]!.notes.map(({ finger: _, ...note }) => note);
    expect(notes(back)).toEqual(notes(demo));
    expect(readdirSync(folder).filter((name) => name.endsWith(".part"))).toEqual([]);
  });

  it("places every note with a finger that fits its fret", () => {
    const { code, json } = run("place", demo);
    const notes = json().parts[0]!.notes.filter((note) => note.midi !== null);
    expect(code).toBe(0);
    for (const note of notes) expect(note.fret === 0).toBe(note.finger === 0);
    const dropped = [38, 45, 50, 55, 59, 64];
    for (const note of notes) expect(dropped[6 - note.string!]! + note.fret!).toBe(note.midi);
  });

  it("moves a part to other strings, and lists what they cannot reach", () => {
    const { code, json } = run("remap", demo, "--to-strings", "E A D G B E", "--to-capo", "1");
    expect(code).toBe(0);
    const printed = json();
    expect(printed.parts[0]).toMatchObject({
      strings: ["E2", "A2", "D3", "G3", "B3", "E4"],
      capo: 1,
    });
    expect(printed.unreachable[0]).toEqual({
      bar: 1,
      onset: "0",
      pitch: "D2",
      why: "out of range: 3 semitones below the lowest open string",
    });
    expect(printed.parts[0]!.notes.map((note) => note.midi)).toEqual(
      run("read", demo)
        .json()
        .parts[0]!.notes.map((note) => note.midi),
    );
  });

  it.each([
    [["read", "nowhere.txt"], 2, /ENOENT/],
    [["read", file("junk.txt", "\u0000\u0001\u0002\u0003")], 2, /junk\.txt:1:1: this is no text/],
    [["read", file("junk.json", "{")], 2, /junk\.json: this is no JSON/],
    [
      ["read", file("far.txt", "G|-41-|\nD|----|\nA|----|\nE|----|")],
      1,
      /far\.txt:1:4: fret must be 0–24, got 41/,
    ],
    [["positions", "--strings", "nonsense", "G3"], 2, /--strings: a tuning has 4 to 9 strings/],
    [
      ["positions", "--strings", "EADGBE", "--capo", "14", "G3"],
      2,
      /--capo: the capo goes on fret 0 \(none\) to 12 of this neck, got 14/,
    ],
    [["positions", "--strings", "EADGBE", "H3"], 2, /no note name/],
    [["convert", tab, join(folder, "song.doc")], 2, /end in \.txt or \.json/],
    [["convert", tab, join(folder, "no", "where.json")], 2, /ENOENT/],
    [["remap", tab], 2, /needs --to-strings/],
    [["place", demo, "--part", "3"], 2, /--part must be 1–1, got 3/],
    [["fly"], 2, /unknown command fly/],
    [["read", tab, "--loud"], 2, /loud/],
  ])("%j ends with %i and one line", (args, code, complaint) => {
    const result = run(...args);
    expect(result.code).toBe(code);
    expect(result.complaints).toMatch(complaint);
    expect(result.complaints.trim().split("\n")).toHaveLength(1);
    if (code === 2) expect(result.out).toBe("");
  });

  it("is there as a command after the installation", () => {
    const out = execFileSync(
      process.execPath,
      [join(import.meta.dirname, "../bin/intonazione.mjs"), "tunings"],
      { encoding: "utf8" },
    );
    expect((JSON.parse(out) as unknown[]).length).toBeGreaterThan(20);
    expect(readFileSync(tab, "utf8")).toContain("0h2");
  });
});
