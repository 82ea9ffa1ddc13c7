import { describe, expect, it } from "vitest";
import { formatTuning } from "../../instrument/tuning";
import { formatChord } from "../../pitch/chord";
import { formatFraction } from "../../rhythm/fraction";
import { eventsOf } from "../../score/bar";
import { notesOf, type Note } from "../../score/event";
import { unfold } from "../../score/form";
import { testId } from "../../score/song.arbitraries";
import type { Technique } from "../../score/technique";
import { readTextTab } from "./read-text-tab";
import { songOfTextTab } from "./song-of-text-tab";

/** One string of four; the others are silent. */
const onTop = (music: string) =>
  [music, ...Array<string>(3).fill("-".repeat(music.length))]
    .map((line, index) => `${"GDAE"[index]}|${line}|`)
    .join("\n");
const read = (text: string) => readTextTab(text, { newId: testId });
const notesIn = (text: string) =>
  eventsOf(read(text).phrases.flatMap(({ bars }) => bars)).flatMap(notesOf);
const say = (one: Technique) => {
  if (one.kind === "bend") return `${one.course} ${one.cents}`;
  if (one.kind === "slide-in") return `slide-in ${one.from}`;
  if (one.kind === "slide-out") return `slide-out ${one.to}`;
  return one.kind === "trill" ? `trill ${one.semitones}` : one.kind;
};
const sayNote = (note: Note) =>
  note.kind === "dead" ? "x" : [note.place?.fret, ...note.techniques.map(say)].join(" ");

describe("what people write around the strings", () => {
  const places = (text: string) =>
    eventsOf(read(text).phrases.flatMap(({ bars }) => bars))
      .flatMap(notesOf)
      .map((note) => (note.kind === "pitched" ? `${note.place!.string}:${note.place!.fret}` : "x"))
      .join(" ");
  const codes = (text: string) => read(text).findings.map(({ code }) => code);

  it.each([
    ["two strings by name", "A|-2-5-|\nE|-0---|", "6:0 5:2 5:5"],
    ["three, as far apart as they say", "D|-2---|\nA|-2---|\nE|-0-3-|", "6:0 5:2 4:2 6:3"],
    ["the thin ones", "e|-5-|\nB|-6-|\nG|-7-|", "3:7 2:6 1:5"],
    ["in the tuning that is said", "Drop D tuning\n\nA|-0-|\nD|-0-|", "6:0 5:0"],
    ["without names the thickest", "---5-7---\n-5-----5-", "6:5 5:5 5:7 6:5"],
  ])("a snippet of %s", (_, text, wanted) => {
    expect(places(text)).toBe(wanted);
    expect(codes(text)).toContain("snippet");
  });

  it("a line or two between texts is no tablature", () => {
    expect(codes("Title\n-----------\n-----------\nWords")).toContain("no-tablature");
  });

  it("words behind a string are told, not read", () => {
    const bare = ["-5-7---  slide it up", "-------", "-------", "-------"].join("\n");
    expect(places(bare)).toBe("1:5 1:7");
    expect(codes(bare)).toContain("words-behind");
  });

  it.each([
    ["between words", "--->\n\n", ""],
    ["behind the last bar line", "", "-->"],
  ])("an arrow %s makes no bar", (_, before, behind) => {
    const text = before + onTop("-5---") + behind;
    const { bars } = read(text).phrases[0]!;
    expect([bars.length, places(text)]).toEqual([1, "1:5"]);
  });

  it("downs and ups are strokes; slashes for beats are told", () => {
    const row = (signs: string) => `${signs}\n${onTop("-5-5-5-5-")}`;
    const strokes = eventsOf(read(row("   D U DU")).phrases[0]!.bars).map(
      (event) => event.kind === "notes" && event.stroke,
    );
    expect(strokes).toEqual(["down", "up", "down", "up"]);
    expect(codes(row("   / / / /"))).toContain("slashes-unread");
  });
});

describe("signs on a string, as people write them", () => {
  it.each([
    ["-5h7p5---", "5, 7 hammer-on, 5 pull-off"],
    ["-5H7--", "5, 7 hammer-on"],
    ["-5/7--", "5, 7 slide"],
    ["-7\\5--", "7, 5 slide"],
    ["-5s7--", "5, 7 slide"],
    ["-5-/7--", "5, 7 slide"],
    ["-/7---", "7 slide-in below"],
    ["-\\7---", "7 slide-in above"],
    ["-7---/5--", "7, 5 slide-in below"],
    ["-7/----", "7 slide-out above"],
    ["-7\\---5-", "7 slide-out below, 5"],
    ["-7b9---", "7 bend 200"],
    ["-7b(9)-", "7 bend 200"],
    ["-7^9---", "7 bend 200"],
    ["-7b½---", "7 bend 100"],
    ["-7b1/4-", "7 bend 50"],
    ["-7bfull-", "7 bend 200"],
    ["-7b9.5-", "7 bend 250"],
    ["-7b9r7-", "7 bend-and-release 200"],
    ["-7pb9--", "7 pre-bend 200"],
    ["-7pb9r7-", "7 pre-bend-and-release 200"],
    ["-7b9--r7-", "7 bend 200, 7 release"],
    ["-12~~~-", "12 vibrato"],
    ["-12v---", "12 vibrato"],
    ["-t12p5-", "12 tap, 5 pull-off"],
    ["-12t---", "12 tap"],
    ["-T12---", "12 tap"],
    ["-5tr7--", "5 trill 2"],
    ["-5tr(6)-", "5 trill 1"],
    ["-<12>--", "12 natural-harmonic"],
    ["-[7]---", "7 natural-harmonic"],
    ["-12*---", "12 natural-harmonic"],
    ["-(5)---", "5 ghost"],
    ["-x-X-(x)-", "x, x, x"],
  ])("%s is %s", (music, wanted) => {
    const text = onTop(music);
    expect(notesIn(text).map(sayNote).join(", ")).toBe(wanted);
    expect(read(text).findings.filter(({ severity }) => severity !== "info")).toEqual([]);
  });
});

const FOUR = "G|-0-|\nD|---|\nA|---|\nE|---|";

describe("what stands around the strings", () => {
  it.each([
    ["Standard tuning", "E1 A1 D2 G2"],
    ["Tuning: DADG", "D1 A1 D2 G2"],
    ["(Tuned: half step down)", "Eb1 Ab1 Db2 Gb2"],
    ["Drop D tuning", "D1 A1 D2 G2"],
    ["Tuning - E A D G", "E1 A1 D2 G2"],
  ])("the line “%s” says the tuning", (line, tuning) => {
    expect(formatTuning(read(`A Song\n${line}\n\n${FOUR}`).tuning)).toBe(tuning);
  });

  it.each([
    ["Capo 3", 3],
    ["(capo on 2nd fret)", 2],
    ["Capo: none", 0],
    ["no capo", 0],
    ["Capo = 5", 5],
  ])("the line “%s” says the capo", (line, fret) => {
    expect(read(`A Song\n${line}\n\n${FOUR}`).capo.fret).toBe(fret);
  });

  it("chord names stand over their moments, and are what the hand calls them", () => {
    const text =
      "Capo 2\n\n  Em      G   N.C.\nG|--0---0---0---0--|\nD|-----------------|\nA|-----------------|\nE|-----------------|";
    const [phrase] = read(text).phrases;
    const chords = phrase!.marks[0]!.chords!.map(
      ({ at, chord }) => `${formatFraction(at)} ${chord ? formatChord(chord) : "none"}`,
    );
    expect(chords).toEqual(["0 F#m", "1/4 A", "3/8 none"]);
  });

  it("numbers of bars are no counts", () => {
    const text =
      "  1         2\nG|-0-2-3-5-|-0-2-3-5-|\nD|---------|---------|\nA|---------|---------|\nE|---------|---------|";
    expect(read(text).findings.map(({ code }) => code)).toEqual(["timing-assumed"]);
  });

  it("a tie goes on, a grace takes no time", () => {
    const text =
      "   g q  +e e  h\nG|-0-2-----3--5---|\nD|----------------|\nA|----------------|\nE|----------------|";
    const events = eventsOf(read(text).phrases[0]!.bars);
    expect(events.map(({ duration }) => formatFraction(duration)).join(" ")).toBe(
      "1/16 1/4 1/8 1/8 1/2",
    );
    expect(events.flatMap(notesOf).map(sayNote)).toEqual(["0", "2", "2 tie", "3", "5"]);
    expect(events[0]).toMatchObject({ grace: "before" });
  });

  it("what is left ringing is said in a row of its own", () => {
    const ringing = (gap: string) =>
      `G|-0-${gap}---------|\nD|---${gap}---2-----|\nA|---${gap}--------3-|\nE|---${gap}----------|\n   let ring${gap}--`;
    // However long it is, it is no string.
    for (const gap of ["-", "-".repeat(60)]) {
      expect(notesIn(ringing(gap)).map(sayNote)).toEqual(["0 let-ring", "2 let-ring", "3"]);
    }
  });
});

describe("repeats", () => {
  const line = (music: string) =>
    ["G", "D", "A", "E"]
      .map(
        (name, index) =>
          `${name}|${index === 0 ? music : music.replace(/\d/gu, "-").replace(/ x-/u, "")}`,
      )
      .join("\n");
  const played = (text: string) => {
    const song = songOfTextTab(read(text), testId);
    return unfold(song)
      .map(({ phraseId }) => song.phrases.find(({ id }) => id === phraseId)!.name)
      .join(" ");
  };
  it.each([
    ["signs", line("-0-|:-2-:|-3-|"), "Phrase 1 Phrase 2 Phrase 2 Phrase 3"],
    ["double signs", line("|:-2-:||-3-|"), "Phrase 1 Phrase 1 Phrase 2"],
    ["stars", line("|*-2-*|-3-|"), "Phrase 1 Phrase 1 Phrase 2"],
    ["a count behind the sign", line("-0-|:-2-:| x3"), "Phrase 1 Phrase 2 Phrase 2 Phrase 2"],
    ["a count alone", line("-0-|-2-| x2"), "Phrase 1 Phrase 1"],
    ["a count in brackets", line("-0-|-2-| (2x)"), "Phrase 1 Phrase 1"],
  ])("%s are played", (_, text, wanted) => {
    expect(played(text)).toBe(wanted);
  });
});
