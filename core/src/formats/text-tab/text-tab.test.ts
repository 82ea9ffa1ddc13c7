import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { formatTuning } from "../../instrument/tuning";
import { formatFraction } from "../../rhythm/fraction";
import { barKey } from "../../score/merge-bars";
import { anyPlainSong, testId } from "../../score/song.arbitraries";
import { eventsOf } from "../../score/bar";
import { isPalmMuted, notesOf, type Note } from "../../score/event";
import { barsOfPart } from "../../score/song";
import { readTextTab, type TextTabReading } from "./read-text-tab";
import { songOfTextTab } from "./song-of-text-tab";
import { writeTextTab } from "./write-text-tab";

const read = (text: string) => readTextTab(text, { newId: testId });
const events = (reading: TextTabReading) => reading.phrases.flatMap((p) => eventsOf(p.bars));
const say = (note: Note) =>
  note.kind === "dead" ? `${note.string}:x` : `${note.place?.string}:${note.place?.fret}`;
const places = (reading: TextTabReading) =>
  events(reading)
    .map((event) => notesOf(event).map(say).join("+") || "-")
    .join(" ");
const values = (reading: TextTabReading) =>
  events(reading)
    .map((e) => formatFraction(e.duration))
    .join(" ");
const codes = (reading: TextTabReading) => reading.findings.map((f) => f.code);

const SIX = ["e|----------------|", "B|----------------|", "G|----------------|"];

describe("reading tablature as people paste it", () => {
  it("reads six labelled lines as equal eighths, and says so", () => {
    const reading = read(
      [...SIX, "D|-----0h2---------|", "A|---2-----2p0-----|", "E|-0-----------3/5-|"].join("\n"),
    );
    expect(places(reading)).toBe("6:0 5:2 4:0 4:2 5:2 5:0 6:3 6:5");
    expect(values(reading)).toBe(Array(8).fill("1/8").join(" "));
    expect(codes(reading)).toEqual(["timing-assumed"]);
    const techniques = events(reading)
      .flatMap(notesOf)
      .flatMap((n) => (n.kind === "pitched" ? n.techniques.map((t) => t.kind) : []));
    expect(techniques).toEqual(["hammer-on", "pull-off", "slide"]);
  });

  it.each([
    [
      "labels of a dropped tuning",
      "e|-0-|\nB|---|\nG|---|\nD|---|\nA|---|\nD|---|",
      "D2 A2 D3 G3 B3 E4",
    ],
    ["four lines without labels", "--0--\n-----\n-----\n-----", "E1 A1 D2 G2"],
    [
      "five lines of a five-string guitar",
      "D|-0-|\nB|---|\nG|---|\nD|---|\nG|---|",
      "G2 D3 G3 B3 D4",
    ],
    ["five lines of a bass", "G|-0-|\nD|---|\nA|---|\nE|---|\nB|---|", "B0 E1 A1 D2 G2"],
    [
      "the thick string on top",
      "E|-0-|\nA|---|\nD|---|\nG|---|\nB|---|\ne|---|",
      "E2 A2 D3 G3 B3 E4",
    ],
    [
      "a header line",
      "Tuning: C G C F A D\n--0--\n-----\n-----\n-----\n-----\n-----",
      "C2 G2 C3 F3 A3 D4",
    ],
    [
      "a tuning by name",
      "Tuning: drop D\n--0--\n-----\n-----\n-----\n-----\n-----",
      "D2 A2 D3 G3 B3 E4",
    ],
  ])("finds the tuning from %s", (_, text, tuning) => {
    const reading = read(text);
    expect(formatTuning(reading.tuning)).toBe(tuning);
    expect(events(reading)).toHaveLength(1);
    expect(reading.findings.filter((f) => f.severity === "error")).toEqual([]);
  });

  it("turns the neck round where the labels say so", () => {
    const text = "E|-3-|\nA|---|\nD|---|\nG|---|\nB|---|\ne|---|";
    expect(places(read(text))).toBe("6:3");
    expect(codes(read(text))).toContain("thick-string-on-top");
  });

  it("reads Windows line ends, Unicode dashes and bars, tabs and ragged lines", () => {
    const text = "G│——0——2——│\r\nD│———————│\r\nA|--3----|\r\nE|-------|--1--|";
    const reading = read(text);
    expect(places(reading)).toBe("3:3+1:0 1:2 4:1");
    expect(codes(reading)).toContain("bar-lines-differ");
  });

  it("takes two-digit frets as one, also where they stand a column off", () => {
    expect(places(read("G|--12--10--|\nD|---9--10--|\nA|----------|\nE|----------|"))).toBe(
      "2:9+1:12 2:10+1:10",
    );
  });

  it.each([
    [
      "uneven spacing",
      "G|-0---2-3-5-------|\nD|----------------|\nA|----------------|\nE|----------------|",
      "1/4 1/8 1/8 1/2",
    ],
    [
      "notes that just fill the bar",
      `G|-${"0-".repeat(16)}|\nD|-${"--".repeat(16)}|\nA|-${"--".repeat(16)}|\nE|-${"--".repeat(16)}|`,
      Array(16).fill("1/16").join(" "),
    ],
    [
      "counts above",
      "  1   & 2     4\nG|0---2-3-----5---|\nD|----------------|\nA|----------------|\nE|----------------|",
      "1/8 1/8 1/2 1/4",
    ],
    [
      "counts of sixteenths",
      "   1 e & a 2\nG|-0-2-3-5-7-------|\nD|-----------------|\nA|-----------------|\nE|-----------------|",
      "1/16 1/16 1/16 1/16 3/4",
    ],
    [
      "values above",
      "   q. e  e3 h  q\nG|-0--2--3-----5--|\nD|----------------|\nA|----------------|\nE|----------------|",
      "3/8 1/8 1/12 1/2 1/4",
    ],
  ])("takes the rhythm from %s", (_, text, expected) => {
    expect(values(read(text))).toBe(expected);
  });

  it.each([
    ["[Verse] (x2)", "Verse", 2],
    ["[Verse] x3", "Verse", 3],
    ["[Verse (repeat 2x)]", "Verse", 2],
    ["[Verse x2]", "Verse x2", 1],
    ["[Verse] (x99)", "Verse", 1],
  ])("%s is played as often as it says", (heading, name, times) => {
    const staff = [
      "e|--0--3--|",
      "B|--------|",
      "G|--------|",
      "D|--------|",
      "A|--------|",
      "E|--------|",
    ];
    const text = ["[Intro]", ...staff, "", heading, ...staff].join("\n");
    const { phrases } = readTextTab(text, { newId: testId });
    expect(phrases.map((phrase) => [phrase.name, phrase.times])).toEqual([
      ["Intro", 1],
      [name, times],
    ]);
  });

  it("keeps headings as phrases, and header lines as what they say", () => {
    const body = "G|-0-|\nD|---|\nA|---|\nE|---|";
    const reading = read(
      `Harbour Lights at Six\nCapo: 2nd fret\nTempo: 84\nKey: Bm\n\n[Opening]\n${body}\n\n[Answer]\n${body}\n${body}`,
    );
    expect(reading.phrases.map((p) => `${p.name} ${p.bars.length}`)).toEqual([
      "Opening 1",
      "Answer 2",
    ]);
    expect([reading.header.title, reading.capo.fret, reading.header.tempoBpm]).toEqual([
      "Harbour Lights at Six",
      2,
      84,
    ]);
    expect(songOfTextTab(reading, testId).key.mode).toBe("minor");
  });

  it("reads palm mutes below the lines", () => {
    const reading = read("G|----------|\nD|----------|\nA|------2---|\nE|-0-0-----|\n   PM--");
    expect(events(reading).map((e) => isPalmMuted(e))).toEqual([true, true, false]);
  });
});

describe("what cannot be read", () => {
  const four = "G|-0-|\nD|---|\nA|---|\nE|---|";
  it.each([
    ["a comment", `${four}\nplay it softly`, "line-unread", 5, 1],
    [
      "a harmonic that is none",
      "G|-<11>-|\nD|------|\nA|------|\nE|------|",
      "harmonic-silent",
      1,
      4,
    ],
    [
      "a fret beyond the neck",
      "G|-0--41-|\nD|-------|\nA|-------|\nE|-------|",
      "fret-out-of-range",
      1,
      7,
    ],
    ["a strange sign", "G|-0-Q-|\nD|-----|\nA|-----|\nE|-----|", "sign-unread", 1, 6],
    ["a label without its line", `${four}\nB`, "label-without-line", 5, 1],
    [
      "a tuning of six for four lines",
      `Tuning: E A D G B E\n${four}`,
      "string-count-mismatch",
      2,
      1,
    ],
    [
      "a system that lacks a line",
      `${four}\n\n${four}\n\nG|-0-|\nD|---|\nA|---|`,
      "line-count",
      11,
      1,
    ],
    ["an unknown tuning", `Tuning: H I J K\n${four}`, "tuning-unreadable", 1, 1],
    ["prose", "Dear student, no music today.", "no-tablature", 1, 1],
    ["binary junk", "\u0000\u0001PNG\u0002\u0003\ufffd\ufffd", "no-text", 1, 1],
    [
      "a bar without end",
      ["G", "D", "A", "E"].map((name) => `${name}|${"0-".repeat(600)}|`).join("\n"),
      "bar-too-full",
      1,
      2 * 512 + 3,
    ],
    ["five megabytes", "e|---0---|\n".repeat(500_000), "too-long", 1, 1],
  ])("%s is reported where it stands, and the rest is kept", (_, text, code, line, column) => {
    const reading = read(text);
    const finding = reading.findings.find((f) => f.code === code);
    expect(finding?.where).toMatchObject({ line, column });
    const isUnusable = ["no-tablature", "no-text", "too-long"].includes(code);
    expect(events(reading).length > 0).toBe(!isUnusable);
  });

  it("never throws, whatever is pasted", () => {
    const line = fc
      .array(
        fc.constantFrom(..."--------0123579hpbx/\\~|:()<>[]eEGDAB \t½".split(""), "PM", "12"),
        { maxLength: 30 },
      )
      .map((parts) => parts.join(""));
    const text = fc.oneof(
      fc.string({ unit: "binary", maxLength: 200 }),
      fc
        .array(
          fc.oneof(
            line,
            line.map((body) => `E|${body}---|`),
          ),
          { maxLength: 14 },
        )
        .map((lines) => lines.join("\n")),
    );
    fc.assert(
      fc.property(text, (pasted) => {
        for (const { where } of read(pasted).findings) {
          expect(where.line).toBeGreaterThanOrEqual(1);
          expect(where.column).toBeGreaterThanOrEqual(1);
        }
      }),
      { numRuns: 500 },
    );
  });
});

describe("writing tablature", () => {
  it("is read back with every string, fret, value, technique, mute, phrase and header", () => {
    fc.assert(
      fc.property(anyPlainSong, (song) => {
        const text = writeTextTab(song, "part");
        const reading = read(text);
        expect(reading.findings).toEqual([]);
        const withoutPins = (key: string) => key.replaceAll("!", "");
        const written = barsOfPart(song, "part").map(barKey).map(withoutPins);
        expect(reading.phrases.flatMap((p) => p.bars.map(barKey))).toEqual(written);
        expect(formatTuning(reading.tuning)).toBe(formatTuning(song.parts[0]!.instrument.tuning));
        expect([reading.capo, reading.header.title, reading.header.tempoBpm, reading.key]).toEqual([
          song.parts[0]!.capo,
          "Slack Water",
          96,
          song.key,
        ]);
        expect(Math.max(...text.split("\n").map((line) => line.length))).toBeLessThan(160);
      }),
      { numRuns: 300 },
    );
  });
});
