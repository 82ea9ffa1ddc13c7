import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NO_CAPO } from "../../instrument/capo";
import { USUAL_BUILD } from "../../instrument/instrument";
import { parseTuning } from "../../instrument/parse-tuning";
import { USUAL_STYLE } from "../../neck/place-names";
import { parseKey } from "../../pitch/key";
import { eventsOf } from "../../score/bar";
import { testId } from "../../score/song.arbitraries";
import { calloutContext, type CalloutContext } from "../context";
import { parseCallout } from "../parse-callout";
import { printCallout } from "../print-callout";
import { readSaid, SaidReader, type SaidReading } from "../read-said";
import { ASKED, REMARKS } from "./talk-asked.test-kit";
import { UNDERSTOOD, type Case } from "./talk-cases.test-kit";

const STANDARD = "E2 A2 D3 G3 B3 E4";

function contextOn(strings = STANDARD): CalloutContext {
  const tuning = parseTuning(strings);
  const key = parseKey("C major");
  if (!tuning.ok || !key.ok) throw new Error("no tuning");
  const { family } = tuning.value;
  const instrument = {
    ...USUAL_BUILD[family],
    name: family,
    tuning: tuning.value.tuning,
    frets: 24,
  };
  const frame = { key: key.value, metre: { beats: 4, unit: 4 }, tempoBpm: 120 };
  return calloutContext({ instrument, capo: NO_CAPO }, frame, USUAL_STYLE);
}

const standard = contextOn();
const asCase = ([said, callout, setting]: Case) => ({ said, callout, setting });
const slipsOf = ({ findings }: SaidReading) =>
  findings.filter(({ severity }) => severity === "error");

function read(said: string, { strings = STANDARD, before = "" } = {}) {
  const context = contextOn(strings);
  const bars = readSaid(before, context, testId).bars;
  const reading = readSaid(said, context, testId, { before: bars });
  return { reading, callout: printCallout(reading.bars, context, reading.marks) };
}

/** A call-out as it is printed, whichever way it was typed. */
function meant(callout: string, { strings = STANDARD } = {}): string {
  const context = contextOn(strings);
  const { bars, marks, findings } = parseCallout(callout, context, testId);
  expect(findings.filter(({ severity }) => severity === "error")).toEqual([]);
  return printCallout(bars, context, marks);
}

describe("talk", () => {
  it.each(UNDERSTOOD.map(asCase))("$said", ({ said, callout, setting }) => {
    const { reading, callout: understood } = read(said, setting);
    expect(understood).toBe(meant(callout, setting));
    expect(slipsOf(reading)).toEqual([]);
    expect(reading.questions).toEqual([]);
  });

  it.each(ASKED.map(asCase))("asks back: $said", ({ said, callout, setting }) => {
    const { reading, callout: sure } = read(said, setting);
    expect(sure).toBe(meant(callout, setting));
    expect(slipsOf(reading).length + reading.questions.length).toBeGreaterThan(0);
  });

  it.each(REMARKS)("passes over: %s", (said) => {
    const { reading } = read(said);
    expect(reading.bars).toEqual([]);
    expect(slipsOf(reading)).toEqual([]);
    expect(reading.questions).toEqual([]);
  });
});

describe("a question", () => {
  it.each(ASKED.map(asCase))("is settled by each of its answers: $said", ({ said, setting }) => {
    const { reading } = read(said, setting);
    for (const { answers } of reading.questions) {
      for (const { edit } of answers) {
        const anew = said.slice(0, edit.start) + edit.text + said.slice(edit.end);
        const after = read(anew, setting).reading;
        expect(after.questions.length, anew).toBeLessThan(reading.questions.length);
      }
    }
  });
});

describe("what is typed", () => {
  it.each(["E0 A7 | D3h5", "slidebar[E5]", "hit scrape", "in 7/8 E0", "E0 A7 D"])(
    "%s is a call-out",
    (text) => expect(readSaid(text, standard, testId).understood).toBeUndefined(),
  );

  it("may hold words of a call-out among others", () => {
    const { callout } = read("open A, then D5h7p5 and ring[G0 B0], twice on the A");
    expect(callout).toContain("D5h7p5");
  });

  it("keeps the ids of what stays while more is typed", () => {
    const reader = new SaidReader();
    const first = reader.read("open A, third fret on the A", standard, testId);
    const more = reader.read("open A, third fret on the A, then 5", standard, testId);
    const ids = ({ bars }: SaidReading) => eventsOf(bars).map(({ id }) => id);
    expect(ids(more)[0]).toBe(ids(first)[0]);
  });

  it("tells for each event from which words it was understood", () => {
    const said = "so we start on the open A and then the third fret";
    const reading = readSaid(said, standard, testId);
    const heard = eventsOf(reading.bars).map(({ id }) => reading.heard.get(id)!);
    const words = heard.map(({ column, length }) => said.slice(column - 1, column - 1 + length));
    expect(words).toEqual(["open A", "third fret"]);
  });

  const WORDS = (
    "open fret string on the A low E D third seventh 5 12 hammer pull off to from slide bend a half step up down release " +
    "twice three times again same thing together with and then , . : ; palm muted not let it ring or sorry no two eighths " +
    "quarter rest for beats bar 2 frets move everything wobbly x32010 A5h7 first finger Am chord trill last time instead of both " +
    "unison x | 99 ü -"
  ).split(" ");
  const PHRASES = [
    "dead note on the A",
    "unison bend",
    "ring[G0 B0]",
    "a rest",
    "and with",
    "tied over",
    "fermata",
  ];
  const anyTalk = fc
    .array(fc.constantFrom(...WORDS, ...PHRASES), { maxLength: 24 })
    .map((list) => list.join(" "));

  it("is never too much for the reader, and is told by columns that lie in it", () => {
    fc.assert(
      fc.property(anyTalk, (text) => {
        const { findings, questions, heard } = readSaid(text, standard, testId);
        const columns = [
          ...findings.flatMap(({ where }) => where.column ?? []),
          ...questions.map(({ column }) => column),
          ...[...heard.values()].map(({ column }) => column),
        ];
        for (const column of columns) {
          expect(column).toBeGreaterThan(0);
          expect(column).toBeLessThanOrEqual(text.length + 1);
        }
      }),
      { numRuns: 600 },
    );
  });

  it("holds no fret that nobody said", () => {
    fc.assert(
      fc.property(anyTalk, (text) => {
        const { bars } = readSaid(text, standard, testId);
        const isMoved = /move|everything|frets|same|step|up|down|x32010|h7|chord/u.test(text);
        if (isMoved) return;
        const said = new Set([0, ...(text.match(/\d+/gu) ?? []).map(Number), 3, 7, 1, 2, 8, 4]);
        for (const event of eventsOf(bars)) {
          if (event.kind !== "notes") continue;
          for (const note of event.notes) {
            if (note.kind === "pitched") expect(said).toContain(note.place!.fret);
          }
        }
      }),
      { numRuns: 600 },
    );
  });
});
