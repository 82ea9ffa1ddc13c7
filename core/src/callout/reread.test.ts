import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NO_CAPO, tuningById, usualInstrument } from "../instrument";
import { USUAL_STYLE } from "../neck";
import { COMMON_TIME } from "../rhythm/metre";
import { eventsOf, notesOf } from "../score";
import { calloutContext } from "./context";
import { CalloutReader, parseCallout, type CalloutReading } from "./parse-callout";

const part = { instrument: usualInstrument(tuningById("standard"), "Any"), capo: NO_CAPO };
const key = { tonic: { step: "E", alter: 0 }, mode: "minor" } as const;
const context = calloutContext(part, { key, metre: COMMON_TIME, tempoBpm: 100 }, USUAL_STYLE);

function ids(): () => string {
  let count = 0;
  return () => `i${count++}`;
}

/** A reading without its ids, which no two readings share. */
const nameless = ({ bars, marks, findings }: CalloutReading) =>
  JSON.parse(
    JSON.stringify({ bars, marks, findings }, (name, value: unknown) =>
      name === "id" || name === "eventId" ? undefined : value,
    ),
  ) as unknown;

/** Words that mean something, words that need what stands around them, and slips. */
const WORDS = [
  ..."E0 A2h4 D: 5 7 | = ~ - x Ex '16 '8 '4. '8t pm[ ring[ slap[ under[ grace[ hold[x32010: ( ] )x3 Q7 A12b½v".split(
    " ",
  ),
  ..."=| =1 =1+3 =2-2 @4 @2& |: :| |1 :|2 A D? {Am}x2 A7x2 , E3 B".split(" "),
  ..."=1+ :|1- {Em}x".split(" "),
  "A2+D2",
  "+D5",
  "@D#3",
  "@Eb3",
  "{Am@3}",
  "{G",
  "}",
  "in 3/4",
  "at 90",
  "from 4&",
  '"softly"',
  '"open',
  'sing "la"',
  "",
];
const anyText = fc
  .array(fc.constantFrom(...WORDS), { maxLength: 30 })
  .map((words) => words.join(" "));
/** An edit: some signs at a place give way to others. */
const anyEdit = fc.record({
  at: fc.double({ min: 0, max: 1, noNaN: true }),
  cut: fc.integer({ min: 0, max: 6 }),
  put: fc.oneof(
    fc.constantFrom(...WORDS),
    fc.constantFrom(..."E0h+|]) \"}{=~'?,:@1"),
    fc.constantFrom(" E0 ", "| ", " +", "5"),
  ),
});

describe("a call-out that is typed", () => {
  it("is read as if it were read anew, whatever is changed in it and wherever", () => {
    fc.assert(
      fc.property(anyText, fc.array(anyEdit, { maxLength: 12 }), (start, edits) => {
        const newId = ids();
        const reader = new CalloutReader();
        let text = start;
        expect(nameless(reader.read(text, context, newId))).toEqual(
          nameless(parseCallout(text, context, ids())),
        );
        for (const { at, cut, put } of edits) {
          const place = Math.round(at * text.length);
          text = text.slice(0, place) + put + text.slice(place + cut);
          const reading = reader.read(text, context, newId);
          expect(nameless(reading)).toEqual(nameless(parseCallout(text, context, ids())));
          const events = eventsOf(reading.bars);
          const names = [...events, ...events.flatMap(notesOf)].map(({ id }) => id);
          expect(new Set(names).size).toBe(names.length);
        }
      }),
      { numRuns: 400 },
    );
  });

  it("keeps every bar that was not changed the same object, before and behind the change", () => {
    const bars = Array.from({ length: 40 }, (_, index) => `E0 A${index % 9} D2h4 G${index % 5}`);
    const reader = new CalloutReader();
    const newId = ids();
    const before = reader.read(bars.join(" | "), context, newId).bars;
    const after = reader.read(bars.with(20, "E0 A7 D2h4 G1 B3").join(" | "), context, newId).bars;
    const changed = after.flatMap((bar, index) => (bar === before[index] ? [] : [index]));
    expect(changed).toEqual([20]);
  });
});
