import { execFileSync } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { writeSongJson } from "@intonazione/core/formats/json";
import { tuningNames } from "@intonazione/core/instrument";
import { DEMO_SONGS, demoSong } from "@intonazione/demo";
import { describe, expect, it } from "vitest";
import { file, folder, run, type NoteRow, type Printed } from "./cli.test-kit";

const demo = file("lanterns.json", writeSongJson(demoSong(DEMO_SONGS[0]!)));
const tab = file(
  "riff.txt",
  "e|-----------------|\nB|-----------------|\nG|-----------------|\nD|-------0h2-------|\nA|---2-3-----x-----|\nE|-0-----------3/5-|\n",
);

const kettle = file("kettle.json", writeSongJson(demoSong(DEMO_SONGS[1]!)));

describe("the command line", () => {
  it("reads techniques, strokes, fingers, chords and form", async () => {
    const { code, out } = await run("read", kettle);
    expect(code).toBe(0);
    const song = JSON.parse(out) as Printed & {
      feel: string;
      form: {
        said: string;
        phrases: { name: string; marks: object[] }[];
        played: { phrase: string; over?: string }[];
      };
      parts: { chords: object[]; hits: object[] }[];
    };
    expect(song.feel).toBe("swing 2:1");
    expect(song.form.said).toBe("Kitchen: A x2 [1: B] [2: C], D, E x2 over Ebm Abm; Out: A, C");
    expect(song.form.played.map(({ phrase, over }) => phrase + (over ? `/${over}` : ""))).toEqual([
      "Walk",
      "Back to the stove",
      "Walk",
      "Boil over",
      "Whistle",
      "Lid/Ebm",
      "Lid/Abm",
      "Walk",
      "Boil over",
    ]);
    expect(song.form.phrases.slice(0, 2)).toEqual([
      { name: "Walk", marks: [{ bar: 1, from: "7/8" }] },
      { name: "Back to the stove", marks: [] },
    ]);
    const [guitar, bass] = song.parts;
    expect(guitar!.chords[0]).toEqual({ bar: 2, at: "0", sounding: "Ebm", fingered: "Em" });
    expect(guitar!.hits).toEqual([
      { bar: 6, onset: "1/2", duration: "1/4", sound: "body" },
      { bar: 11, onset: "1/2", duration: "1/8", sound: "scrape" },
    ]);
    const said = new Set(song.parts.flatMap((part) => part.notes.flatMap((n) => n.techniques)));
    expect([...said].length).toBeGreaterThanOrEqual(30);
    expect(guitar!.notes[0]).toMatchObject({ bar: 1, onset: "0", stroke: "up", fret: 3 });
    expect(bass!.notes.slice(0, 3).map(({ stroke }) => stroke)).toEqual(["slap", "pop", "slap"]);
    for (const { fret, finger } of guitar!.notes) {
      expect(finger === null).toBe(fret === null);
      expect(finger === 0).toBe(fret === 0);
    }
  });

  it("renders a song into a WAV file, slower and with a click", async () => {
    const wav = join(folder, "kettle.wav");
    const { code, out } = await run("render", kettle, wav, "--tempo", "150", "--with", "click");
    const { seconds, bars } = JSON.parse(out) as { seconds: number; bars: number };
    const bytes = readFileSync(wav);
    expect([code, bars]).toEqual([0, 26]);
    expect(bytes.toString("latin1", 0, 4)).toBe("RIFF");
    expect((bytes.length - 44) / 2 / 44_100).toBeCloseTo(seconds, 2);
    const loud = Array.from({ length: 44_100 }, (_, at) => bytes.readInt16LE(44 + 2 * at));
    expect(Math.max(...loud)).toBeGreaterThan(2000);
    expect(await run("render", kettle, "out.mp3")).toMatchObject({ code: 2 });
    const [plain, converted] = [join(folder, "plain.wav"), join(folder, "converted.wav")];
    expect((await run("render", kettle, plain)).code).toBe(0);
    expect((await run("convert", kettle, converted)).code).toBe(0);
    expect(readFileSync(converted).equals(readFileSync(plain))).toBe(true);
    expect((await run("render", kettle, wav, "--tempo", "0")).complaints).toMatch(/25 to 150/u);
  });

  it("lists every place of a pitch, counted from the capo", async () => {
    const { out } = await run(
      "positions",
      "--strings",
      "E2 A2 D3 G3 B3 E4",
      "--capo",
      "2",
      "G3",
      "E2",
    );
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
    const last = await run("positions", "--strings", "E A D G B E", "--capo", "2", "D6", "E6");
    expect(
      (JSON.parse(last.out) as { positions: unknown[] }[]).map((row) => row.positions.length),
    ).toEqual([1, 1]);
    const tooHigh = await run("positions", "--strings", "E A D G B E", "--capo", "2", "F6");
    expect((JSON.parse(tooHigh.out) as { positions: unknown[] }[])[0]!.positions).toEqual([]);
  });

  it("lists its tunings from the thickest string on", async () => {
    const rows = JSON.parse((await run("tunings")).out) as {
      id: string;
      strings: string[];
      instrument: string;
    }[];
    expect(rows.find((row) => row.id === "bass-standard")).toMatchObject({
      strings: ["E1", "A1", "D2", "G2"],
      instrument: "bass",
    });
  });

  it("reads a pasted tablature", async () => {
    const { code, json } = await run("read", tab);
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
      finger: 1,
      pinned: false,
      techniques: ["hammer-on"],
      stroke: null,
    });
    expect(part!.notes[5]).toMatchObject({ midi: null, fret: null, pitch: null, string: 5 });
    expect(json().findings.map((finding) => finding.message)).toEqual([
      "no timing is written: read as equal eighths",
    ]);
  });

  it("converts there and back without losing a note", async () => {
    const text = join(folder, "out.txt");
    const back = join(folder, "back.json");
    expect((await run("convert", demo, text)).code).toBe(0);
    expect((await run("convert", text, back)).code).toBe(0);
    const notes = async (path: string) =>
      (await run("read", path)).json().parts[0]!.notes.map(({ finger: _, ...note }) => note);
    expect(await notes(back)).toEqual(await notes(demo));
    expect(readdirSync(folder).filter((name) => name.endsWith(".part"))).toEqual([]);
  });

  it("places every note with a finger that fits its fret", async () => {
    const { code, json } = await run("place", demo);
    const notes = json().parts[0]!.notes.filter((note) => note.midi !== null);
    expect(code).toBe(0);
    for (const note of notes) expect(note.fret === 0).toBe(note.finger === 0);
    const dropped = [38, 45, 50, 55, 59, 64];
    for (const note of notes) expect(dropped[6 - note.string!]! + note.fret!).toBe(note.midi);
  });

  it("moves a part to other strings, and lists what they cannot reach", async () => {
    const { code, json } = await run(
      "remap",
      demo,
      "--to-strings",
      "E A D G B E",
      "--to-capo",
      "1",
    );
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
      (await run("read", demo)).json().parts[0]!.notes.map((note) => note.midi),
    );
  });

  it("places by profile and hint, with alternatives, reasons and difficulty", async () => {
    interface Phrase {
      name: string;
      bars: [number, number];
      difficulty: number;
      because: { what: string }[];
      alternatives: { cost: number; notes: NoteRow[]; reasons: string[]; against: string[] }[];
    }
    const phrasesOf = async (...more: string[]) => {
      const { code, out } = await run("place", demo, "--alternatives", "3", ...more);
      expect(code).toBe(0);
      return (JSON.parse(out) as { parts: { phrases: Phrase[] }[] }).parts[0]!.phrases;
    };
    const phrases = await phrasesOf();
    expect(phrases.map(({ name }) => name)).toEqual(["Opening", "Answer", "Weir"]);
    for (const { difficulty, because, alternatives, bars } of phrases) {
      expect(difficulty).toBeGreaterThanOrEqual(1);
      expect(because.length).toBeGreaterThan(0);
      const [best, ...others] = alternatives;
      for (const other of others) {
        expect(other.cost).toBeGreaterThan(best!.cost);
        expect(other.against.length).toBeGreaterThan(0);
        expect(other.notes.map(({ bar, onset, pitch }) => [bar, onset, pitch])).toEqual(
          best!.notes.map(({ bar, onset, pitch }) => [bar, onset, pitch]),
        );
        expect(other.notes[0]!.bar).toBe(bars[0]);
      }
    }
    const meanFret = async (more: string[]) => {
      const frets = (await phrasesOf(...more)).flatMap(({ alternatives }) =>
        alternatives[0]!.notes.flatMap(({ fret }) => (fret ? [fret] : [])),
      );
      return frets.reduce((sum, fret) => sum + fret, 0) / frets.length;
    };
    expect(await meanFret(["--around", "10"])).toBeGreaterThan(
      (await meanFret(["--around", "3"])) + 2,
    );
    const first = (await phrasesOf("--first", "5/5"))[0]!.alternatives[0]!.notes[0];
    expect(first).toMatchObject({ string: 6, fret: 0 });
    expect(await meanFret(["--profile", "first-position"])).toBeLessThan(
      (await meanFret(["--profile", "usual"])) + 0.5,
    );
  });

  it.each([
    ["sound", 0],
    ["shapes", 2],
    ["octave", -12],
  ])("moves a part with the intent %s", async (intent, semitones) => {
    const { code, out } = await run(
      "remap",
      demo,
      "--to-strings",
      "E A D G B E",
      "--to-capo",
      "4",
      "--intent",
      intent,
    );
    const printed = JSON.parse(out) as {
      semitones: number;
      changes: object[];
      parts: { phrases: { difficulty: number }[] }[];
    };
    expect(code).toBe(0);
    if (intent === "octave") expect(Math.abs(printed.semitones)).toBe(12);
    else expect(printed.semitones).toBe(semitones === 2 ? 4 : semitones);
    expect(printed.parts[0]!.phrases.every(({ difficulty }) => difficulty >= 1)).toBe(true);
  });

  it("moves a part with the ways to place it there", async () => {
    const { out } = await run("remap", demo, "--to-strings", "E A D G B E", "--alternatives", "2");
    const printed = JSON.parse(out) as {
      parts: { phrases: { difficulty: number; alternatives: { cost: number }[] }[] }[];
    };
    for (const { alternatives } of printed.parts[0]!.phrases) {
      expect(alternatives.length).toBeGreaterThan(0);
      expect(alternatives.map(({ cost }) => cost)).toEqual(
        alternatives.map(({ cost }) => cost).sort((a, b) => a - b),
      );
    }
  });

  it("finds the tuning of each demo song, with reasons and places", async () => {
    for (const data of DEMO_SONGS) {
      const song = demoSong(data);
      const path = file(`${data.slug}.json`, writeSongJson(song));
      const { code, out } = await run("find-tuning", path, "--top", "3");
      expect(code).toBe(0);
      const found = JSON.parse(out) as {
        strings: string[];
        capo: number;
        reasons: string[];
        places: unknown[];
      }[];
      const { instrument, capo } = song.parts[0]!;
      const strings = tuningNames(instrument.tuning);
      expect(found.map((one) => [one.strings.join(" "), one.capo])).toContainEqual([
        strings.join(" "),
        capo.fret,
      ]);
      expect(found[0]!.reasons.length).toBeGreaterThan(1);
      expect(found[0]!.places.length).toBeGreaterThan(0);
    }
  });

  it("heeds the marks of a listener", async () => {
    const marks = file("marks.json", '[{"bar":1,"onset":"0","open":true},{"lowest":"C2"}]');
    const { out } = await run("find-tuning", demo, "--evidence", marks);
    const [best] = JSON.parse(out) as { strings: string[]; reasons: string[] }[];
    // The first note is a D2: an open string, though not the lowest one.
    expect(best!.strings.slice(1)).toContain("D2");
    expect(best!.reasons.join()).not.toMatch(/cannot/);
  });

  it.each([
    [["read", "nowhere.txt"], 2, /ENOENT/],
    [["place", demo, "--first", "5-7"], 2, /--first must be STRING\/FRET, like 5\/7, got 5-7/],
    [["place", demo, "--profile", "mine"], 2, /--profile must be one of usual, first-position/],
    [
      ["remap", demo, "--to-strings", "EADGBE", "--intent", "feel"],
      2,
      /sound, shapes, key, octave/,
    ],
    [
      ["find-tuning", demo, "--evidence", file("no.json", "[{}]")],
      2,
      /no\.json: 0: expected a list like/,
    ],
    [
      ["find-tuning", demo, "--evidence", file("far.json", '[{"bar":99,"onset":"0","open":true}]')],
      2,
      /nothing sounds in bar 99 at 0/,
    ],
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
    [["convert", tab, join(folder, "song.doc")], 2, /files end in \.json, \.musicxml/],
    [["convert", tab, join(folder, "no", "where.json")], 2, /ENOENT/],
    [["remap", tab], 2, /needs --to-strings/],
    [["place", demo, "--part", "3"], 2, /--part must be 1–1, got 3/],
    [["setup"], 2, /needs --strings/],
    [["setup", "--strings", "E A D"], 2, /4 to 9 strings, got 3/],
    [["setup", "--strings", "EADGBE", "--a", "0"], 2, /--a: A is 415 to 466 Hz, got “0”/],
    [["setup", "--strings", "EADGBE", "--scale", "0"], 2, /200 to 1500 mm long, got 0/],
    [["setup", "--strings", "EADGBE", "--capo", "2 on 7"], 2, /covers strings 1 to 6, got 7/],
    [["setup", "--strings", "EADGBE", "--capo", "23"], 2, /0 \(none\) to 12 of this neck/],
    [["setup", "--strings", "EADGBE", "--gauges", "10 13"], 2, /6 strings need 6 gauges, got 2/],
    [["capo", "--key", "H", "--chords", "A"], 2, /--key: “H” is no key/],
    [["capo", "--key", "A", "--chords", "Asus11"], 2, /no kind of chord/],
    [["tuning", "Es", "A", "D", "G", "B", "E"], 2, /string 6: “Es”: write flats with b/],
    [["tuning"], 2, /needs words/],
    [["tuning", "drop D", "--instrument", "harp"], 2, /guitar, bass or baritone/],
    [["fly"], 2, /unknown command fly/],
    [["read", tab, "--loud"], 2, /loud/],
  ])("%j ends with %i and one line", async (args, code, complaint) => {
    const result = await run(...args);
    expect(result.code).toBe(code);
    expect(result.complaints).toMatch(complaint);
    expect(result.complaints.trim().split("\n")).toHaveLength(1);
    if (code === 2) expect(result.out).toBe("");
  });

  it("says what to tune to with the capo on, and what the strings bear", async () => {
    const gauges = "0.046w 0.036w 0.026w 0.017 0.013 0.010";
    const { code, out } = await run(
      "setup",
      "--strings",
      "EADGBE",
      "--capo",
      "7",
      "--scale",
      "647.7",
      "--gauges",
      gauges,
    );
    expect(code).toBe(0);
    const { targets, tension, totalNewtons } = JSON.parse(out) as {
      targets: { string: number; pitch: string; midi: number; hz: number }[];
      tension: { string: number; gaugeInch: number; newtons: number; verdict: string }[];
      totalNewtons: number;
    };
    expect(targets.map(({ pitch }) => pitch)).toEqual(["B2", "E3", "A3", "D4", "F#4", "B4"]);
    expect(targets[0]).toEqual({ string: 6, pitch: "B2", midi: 47, hz: 123.47 });
    // Pounds of published charts for these gauges on 25.5 in, in newtons.
    const published = [17.5, 19.5, 18.4, 16.6, 15.4, 16.2].map((pounds) => pounds * 4.448);
    for (const [index, { string, newtons, verdict }] of tension.entries()) {
      expect(string).toBe(6 - index);
      expect(Math.abs(newtons / published[index]! - 1)).toBeLessThan(0.05);
      expect(verdict).toBe("comfortable");
    }
    expect(totalNewtons).toBeCloseTo(
      tension.reduce((sum, { newtons }) => sum + newtons, 0),
      0,
    );
    const bare = JSON.parse((await run("setup", "--strings", "CFCG", "--a", "442")).out) as object;
    expect(bare).toMatchObject({ tension: [], targets: [{ string: 4, pitch: "C1" }, {}, {}, {}] });
    expect(bare).not.toHaveProperty("totalNewtons");
  });

  it("ranks capos by open shapes", async () => {
    const choices = JSON.parse(
      (await run("capo", "--key", "A major", "--chords", "A D E")).out,
    ) as {
      capo: number;
      openShapes: number;
    }[];
    expect(choices[0]).toEqual({
      capo: 2,
      fingeredKey: "G major",
      chords: [
        { sounding: "A", fingered: "G" },
        { sounding: "D", fingered: "C" },
        { sounding: "E", fingered: "D" },
      ],
      openShapes: 3,
      reasons: expect.arrayContaining(["every chord is an open shape"]) as string[],
    });
    const counts = choices.map(({ openShapes }) => openShapes);
    expect(counts).toEqual([...counts].sort((a, b) => b - a));
  });

  it.each([
    [["half step down"], "Eb2 Ab2 Db3 Gb3 Bb3 Eb4", "Half step down"],
    [["CFCG"], "C1 F1 C2 G2", "Bass, C F C G"],
    [["CFCG", "--instrument", "guitar"], "C3 F3 C4 G4", undefined],
    [["6th", "to", "D"], "D2 A2 D3 G3 B3 E4", "Drop D"],
  ])("reads the tuning %j", async (args, strings, name) => {
    const { code, out } = await run("tuning", ...args);
    const read = JSON.parse(out) as { strings: string[]; name?: string; findings: unknown[] };
    expect([code, read.strings.join(" "), read.name]).toEqual([0, strings, name]);
    expect(Array.isArray(read.findings)).toBe(true);
  });

  it("is there as a command after the installation", async () => {
    const out = execFileSync(
      process.execPath,
      [join(import.meta.dirname, "../bin/intonazione.mjs"), "tunings"],
      { encoding: "utf8" },
    );
    expect((JSON.parse(out) as unknown[]).length).toBeGreaterThan(20);
    expect(readFileSync(tab, "utf8")).toContain("0h2");
  });
});
