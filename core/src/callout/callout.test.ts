import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NO_CAPO, type Capo } from "../instrument/capo";
import { usualInstrument } from "../instrument/instrument";
import { STRING_SCHOOLS, type StringSchool } from "../instrument/string-names";
import { TUNING_LIBRARY, tuningById } from "../instrument/tuning-library";
import { parseKey } from "../pitch/key";
import { formatPitch } from "../pitch/pitch";
import { formatFraction } from "../rhythm/fraction";
import { anyBars, anyCapo, anyMarks, testId } from "../score/song.arbitraries";
import { barKey } from "../score/merge-bars";
import { eventsOf, type Bar } from "../score/bar";
import { notesOf, stringOf } from "../score/event";
import { FRET_COUNTS, type FretsFrom } from "../neck/place-names";
import { calloutContext, type CalloutContext } from "./context";
import { parseCallout } from "./parse-callout";
import { printCallout } from "./print-callout";

function contextFor(
  tuningId: string,
  stringSchool: StringSchool = "nominal",
  capo: Capo = NO_CAPO,
  fretsFrom: FretsFrom = "capo",
): CalloutContext {
  const key = parseKey("D minor");
  if (!key.ok) throw new Error(key.error);
  const instrument = usualInstrument(tuningById(tuningId), "Guitar");
  const frame = { key: key.value, metre: { beats: 4, unit: 4 } as const, tempoBpm: 96 };
  return calloutContext({ instrument, capo }, frame, { stringSchool, fretsFrom });
}
const dropD = contextFor("drop-d");
const read = (text: string, context = dropD) => parseCallout(text, context, testId);

/** `string:fret` of each note, blanks between events. */
const places = (bars: readonly Bar[]) =>
  bars
    .map((bar) =>
      bar.events
        .map((event) =>
          event.kind !== "notes"
            ? "-"
            : event.notes
                .map(
                  (n) =>
                    `${stringOf(n) ?? "?"}:${n.kind === "dead" ? "x" : (n.place?.fret ?? formatPitch(n.pitch))}`,
                )
                .join("+"),
        )
        .join(" "),
    )
    .join(" | ");

describe("reading a call-out", () => {
  it.each([
    ["E0 A7", "6:0 5:7"],
    ["e0 a7", "1:0 5:7"],
    ["5:7 6:0", "5:7 6:0"],
    ["B: 0 4 0 7", "2:0 2:4 2:0 2:7"],
    // The string that was named last goes on, to the bar line.
    ["5: 0 D2 3", "5:0 4:2 4:3"],
    ["'8, A5 7 h8 x, D5, - 7", "5:5 5:7 5:8 5:x 4:5 - 4:7"],
    ["hold[x32010: A G B+e A5]", "5:3 3:0 2:1+1:0 5:5"],
    ["E0 3 | =| A2", "6:0 6:3 | 6:0 6:3 | 5:2"],
    ["E0 A3 | D2 | =1+3 | =2-1", "6:0 5:3 | 4:2 | 6:3 5:6 | 4:1"],
    ["'4 E0 0 0 3 | =1 '8 A2", "6:0 6:0 6:0 6:3 | 6:0 6:0 6:0 6:3 5:2"],
    ["'4 E0 0 0 3 | =1 @2 A0 '8 A2", "6:0 6:0 6:0 6:3 | 6:0 5:0 5:2 6:3"],
    ["|: E0 3 :| A0", "6:0 6:3 | 6:0 6:3 | 5:0"],
    ["|: E0 |1-2 A0 | A2 :|3 D0", "6:0 | 5:0 | 5:2 | 6:0 | 5:0 | 5:2 | 6:0 | 4:0"],
    ["A5+D7+G7", "5:5+4:7+3:7"],
    ["Ex A: x 3", "6:x 5:x 5:3"],
    ["D3h5p3 -", "4:3 4:5 4:3 -"],
    ["( E0 A2 )x2 D0", "6:0 5:2 6:0 5:2 4:0"],
    ["((E0)x2 D0)x2", "6:0 6:0 4:0 6:0 6:0 4:0"],
    ["'q E0 E0 E0 E0 A0", "6:0 6:0 6:0 6:0 | 5:0"],
    ["E0 | A0 || D0 |", "6:0 | 5:0 | 4:0"],
    ["@G3 @D2", "?:G3 ?:D2"],
    ["pm[E0 E0] D6b¼ D7b1v!", "6:0 6:0 4:6 4:7"],
    ["A3 - = - - =", "5:3 - 5:3 - - 5:3"],
    ["Dx = Dx", "4:x 4:x 4:x"],
    ["(A3 -)x2 =", "5:3 - 5:3 - 5:3"],
  ])("%s", (text, expected) => {
    const { bars, findings } = read(text);
    expect(places(bars)).toBe(expected);
    expect(findings.filter((finding) => finding.severity === "error")).toEqual([]);
  });

  it("hears the names of the teacher's own school", () => {
    expect(places(read("D0 d0 E0", contextFor("drop-d", "actual")).bars)).toBe("6:0 4:0 1:0");
    expect(places(read("Eb0 eb2 Bb1", contextFor("half-step-down", "actual")).bars)).toBe(
      "6:0 1:2 2:1",
    );
    expect(places(read("B0 b0 E3 e3", contextFor("seven-standard")).bars)).toBe("7:0 2:0 6:3 1:3");
  });

  it("leaves open how long notes last, holds nothing against their bars, and says so again", () => {
    const { bars, findings } = read("'? E0 A2 pm[E0] '4 D0 '? D2");
    const unknown = eventsOf(bars).map(({ lengthUnknown }) => lengthUnknown === true);
    expect(unknown).toEqual([true, true, true, false, true]);
    expect(findings).toEqual([]);
    expect(printCallout(bars, dropD)).toBe("'? E0 A2 pm[E0] '4 D0 '? 2");
  });

  it("keeps a note value until the next one", () => {
    const values = eventsOf(read("E0 '16 E0 E0 'q. A3 '8t - D1").bars).map((event) =>
      formatFraction(event.duration),
    );
    expect(values.join(" ")).toBe("1/8 1/16 1/16 3/8 1/12 1/12");
  });

  it("knows what each note does", () => {
    const notes = eventsOf(read("D3h5 s7 D7p5b½v").bars).flatMap(notesOf);
    const kinds = notes.map((n) =>
      n.kind === "pitched" ? n.techniques.map((t) => t.kind).join("+") : "x",
    );
    expect(kinds).toEqual(["", "hammer-on", "slide", "", "bend+pull-off+vibrato"]);
  });

  it("sounds what the capo makes of it", () => {
    const [event] = eventsOf(read("A0", contextFor("standard", "nominal", { fret: 3 })).bars);
    const [note] = notesOf(event!);
    expect(note?.kind === "pitched" && formatPitch(note.pitch)).toBe("C3");
  });

  it.each([
    ["E0 H3", "unexpected", 4, /expected a string \(E A D G B e\)/],
    ["E0 A", "unexpected", 4, /“A”/],
    ["E41", "fret-out-of-range", 2, /fret must be 0–22, got 41/],
    ["7 E0", "string-expected", 1, /a string first, like E0/],
    ["E0+E3", "string-taken", 4, /E string already plays/],
    ["'9 E0", "note-value-unknown", 1, /“9” is no note value/],
    ["( E0 E0", "group-open", 1, /still open/],
    ["E0 )x2", "group-not-open", 4, /expected a “\(”/],
    ["( E0 )", "repeat-count", 6, /how often/],
    ["pm[ E0", "group-open", 1, /expected \]/],
    ["((((E0)x99)x99)x99)x99", "too-many-events", 11, /more than 4000/],
    ["E3b7", "bend-unknown", 3, /whole steps/],
    ["E3q E0", "unexpected", 3, /after a note/],
    ["@H2", "pitch-expected", 1, /like @G3/],
    ["5:7 9:7", "unexpected", 5, /“9:7”/],
    ["E5h3", "link-turned-round", 3, /a hammer-on \(h\) goes up/],
    ["E0b1", "bend-on-open-string", 3, /cannot be bent/],
  ])("points at the slip in %j", (text, code, column, message) => {
    const finding = read(text).findings.find((one) => one.code === code);
    expect(finding?.where.column).toBe(column);
    expect(finding?.message).toMatch(message);
  });

  const wordsOf = (text: string) =>
    read(text).findings.filter(({ severity }) => severity === "error");

  it.each([
    ["A7x2", "( A7 )x2"],
    ["E0 7A", "A7"],
    ["A5+D7 9", "E9"],
    ["A5 | 7", "E7"],
    ["E0 rest", "-"],
    ["E0 A-5", "A5"],
    ["E0.slp", ".slap"],
    ["gost[E0]", "ghost"],
  ])("says what would be understood for %j", (text, instead) => {
    const [slip] = wordsOf(text);
    expect(slip?.instead).toBe(instead);
    expect(slip?.message).toMatch(/did you mean/);
  });

  it("offers only what is understood", () => {
    const anyWord = fc
      .array(fc.constantFrom(..."EADGBeabx0123579hpsv.x-_*/r", "slap", "rest"), { maxLength: 6 })
      .map((parts) => parts.join(""));
    fc.assert(
      fc.property(fc.array(anyWord, { maxLength: 4 }), (words) => {
        const text = words.join(" ");
        for (const { instead, where } of wordsOf(text)) {
          if (instead === undefined) continue;
          const from = where.column! - 1;
          const mended = text.slice(0, from) + instead + text.slice(from + where.length!);
          const there = wordsOf(mended).filter(
            ({ where: { column = 0 } }) => column > from && column <= from + instead.length,
          );
          expect(there, mended).toEqual([]);
        }
      }),
      { numRuns: 500 },
    );
  });

  it.each([
    ["E0 3 | =1 =1", "word-out-of-place", 11],
    ["=| E0", "nothing-to-repeat", 1],
    ["E0 | =4", "nothing-to-repeat", 6],
    ["E0 | =1-3", "fret-out-of-range", 6],
    ["|: E0 3", "group-open", 1],
    ["E0 :|", "group-not-open", 4],
    ["hold[x3: A]", "grip-unknown", 1],
    ["{H}x2 E0", "chord-unknown", 1],
    ["{C#dim}x2", "grip-unknown", 1],
    ["E0 @3 A2", "moment-unknown", 4],
  ])("points at what cannot come again in %j", (text, code, column) => {
    const finding = read(text).findings.find((one) => one.code === code);
    expect(finding?.where.column).toBe(column);
  });

  it("strums the shape of a chord, capo or not", () => {
    const strummed = (text: string, capo?: Capo) =>
      places(read(text, contextFor("standard", "nominal", capo)).bars);
    expect(strummed("{Am}x2")).toBe("5:0+4:2+3:2+2:1+1:0 5:0+4:2+3:2+2:1+1:0");
    expect(strummed("{Bm shape}x1", { fret: 2 })).toBe(strummed("{C#m}x1", { fret: 2 }));
  });

  it("names bars that do not add up, and refuses none", () => {
    const { bars, findings } = read("'8 E0 E0 E0 E0 E0 E0 E0 E0 E0 | E0 | E0");
    expect(bars.map((bar) => bar.events.length)).toEqual([9, 1, 1]);
    expect(findings.map((finding) => `${finding.severity}: ${finding.message}`)).toEqual([
      "warning: bar 1 is an eighth note too long for 4/4",
      "warning: bar 2 is a double-dotted half note too short for 4/4",
      "info: bar 3 is a double-dotted half note too short for 4/4",
    ]);
  });

  it("never throws, and its columns lie in the text", () => {
    const junk = fc.oneof(
      fc.string({ unit: "binary", maxLength: 60 }),
      fc
        .array(fc.constantFrom(..."EADGBe0159hpsbvx'|()[]+-@!:½t. ", "pm[", ")x3"), {
          maxLength: 60,
        })
        .map((parts) => parts.join("")),
    );
    fc.assert(
      fc.property(junk, (text) => {
        for (const { where } of read(text).findings) {
          if (where.column === undefined) continue;
          expect(where.column).toBeGreaterThanOrEqual(1);
          expect(where.column).toBeLessThanOrEqual(text.length + 1);
        }
      }),
      { numRuns: 1000 },
    );
  });
});

describe("saying bars as a call-out", () => {
  it.each([
    ["'8 pm[E0 0] D3h5 pm[E0 0] D6b¼ 5"],
    ["'8 E0 A7 | '4. 5:3 '8t - Ex"],
    ["'4 A5+D7+G7 | @G3 hA7+sD9 D3!"],
    ["'8 Dx x x"],
    ["'8 Ex+A3 ~ Ex Ex+A3 ="],
    ["'8 A5? 7.ghost slap[D5 5 7] 3[G5 G6+B5.up] D0.slap"],
    ["'8 v[E3 A5 D7 G2] down[E0 0 0]"],
    ["'4 E0 0 0 3 | =1 A2 | =| =1+3 | =1 E4"],
  ])("%s", (text) => {
    expect(printCallout(read(text).bars, dropD)).toBe(text.replace("5:3", "A3"));
  });

  it("says a repeated bar once", () => {
    const { bars } = read("( '8 E0 E0 E0 E0 '4 A0 A0 | )x4 '8 D0");
    expect(printCallout(bars, dropD)).toBe("( '8 E0 0 0 0 '4 A0 0 | )x4 '8 D0");
  });

  it("is the inverse of reading, for any line, tuning, capo and school", () => {
    const anyContext = fc
      .tuple(
        fc
          .constantFrom(...TUNING_LIBRARY)
          .chain((named) => fc.tuple(fc.constant(named.id), anyCapo(named.tuning.length))),
        fc.constantFrom(...STRING_SCHOOLS),
        fc.constantFrom(...FRET_COUNTS),
      )
      .map(([[id, capo], school, from]) => contextFor(id, school, capo, from));
    fc.assert(
      fc.property(
        anyContext.chain((context) =>
          anyBars(context.neck, context.key).chain((bars) =>
            fc.tuple(fc.constant(context), fc.constant(bars), anyMarks(bars.length, context)),
          ),
        ),
        ([context, bars, marks]) => {
          fc.pre(bars.length > 0);
          const text = printCallout(bars, context, marks);
          const again = read(text, context);
          expect(again.findings.filter((finding) => finding.severity === "error")).toEqual([]);
          expect(again.bars.map(barKey)).toEqual(bars.map(barKey));
          expect(again.marks).toEqual(marks);
          expect(printCallout(again.bars, context, again.marks)).toBe(text);
        },
      ),
      { numRuns: 300 },
    );
  });
});
