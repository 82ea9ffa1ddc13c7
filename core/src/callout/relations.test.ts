import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { barIndex } from "../foundation/bar-index";
import { NO_CAPO, tuningById, usualInstrument } from "../instrument";
import { neckOf, USUAL_STYLE } from "../neck";
import { COMMON_TIME } from "../rhythm/metre";
import { eventsOf, removeEvents, type Bar, type BarRelation } from "../score";
import { holds, madeToFollow, relationsAfter, reversed, sayRelation } from "../score/bar-relation";
import { notesOf } from "../score/event";
import { anyBars, testId } from "../score/song.arbitraries";
import { calloutContext } from "./context";
import { parseCallout } from "./parse-callout";
import { printCallout } from "./print-callout";

const part = { instrument: usualInstrument(tuningById("standard"), "Any"), capo: NO_CAPO };
const key = { tonic: { step: "E", alter: 0 }, mode: "minor" } as const;
const context = calloutContext(part, { key, metre: COMMON_TIME, tempoBpm: 100 }, USUAL_STYLE);
const ground = { neck: neckOf(part.instrument, part.capo), key };
const read = (text: string) => parseCallout(text, context, testId);
const said = (text: string) =>
  read(text).relations.map((one) => [one.bar + 1, sayRelation(one, 0)]);

describe("a bar that is said as another one", () => {
  const SAID: readonly (readonly [
    callout: string,
    bars: readonly (readonly [number, string])[],
  ])[] = [
    ["A0 2 3 | =|", [[2, "bar 1"]]],
    [
      "A0 2 3 | =1+3 | =1-0",
      [
        [2, "bar 1, +3"],
        [3, "bar 1"],
      ],
    ],
    ["A5 | =1-2", [[2, "bar 1, −2"]]],
    // One that stands for another is that one.
    [
      "A0 | =1+3 | =| | =2+2",
      [
        [2, "bar 1, +3"],
        [3, "bar 1, +3"],
        [4, "bar 1, +5"],
      ],
    ],
    ["A0 2 3 | =1 D2", [[2, "bar 1, in part"]]],
    [
      "|: A0 2 | A3 :|",
      [
        [3, "bar 1"],
        [4, "bar 2"],
      ],
    ],
    ["|: A0 2 |1 A3 :|2 A5", [[3, "bar 1"]]],
    [
      "( A0 2 | )x3",
      [
        [2, "bar 1"],
        [3, "bar 1"],
      ],
    ],
    // Equal, and nobody said so.
    ["A0 2 3 | A0 2 3", []],
    ["( A0 )x3 | A0", []],
  ];
  it.each(SAID)("%s", (callout, bars) => {
    expect(read(callout).findings.filter(({ severity }) => severity === "error")).toEqual([]);
    expect(said(callout)).toEqual(bars);
  });

  it("is printed so, and read back the same", () => {
    for (const text of ["A0 2 3 | =1+3 | =1 D2", "|: A0 2 | A3 :|", "'4 A0 | B1 | =1 | =2"]) {
      const { bars, marks, relations } = read(text);
      const again = read(printCallout(bars, context, marks, relations));
      expect(again.relations).toEqual(relations);
    }
  });
});

/** Two bars of a line, the second of them said as the first, some frets higher. */
const anyTwo = fc
  .tuple(anyBars(ground.neck, key), fc.integer({ min: 0, max: 4 }), fc.boolean())
  .filter(([bars]) => bars.length > 0 && bars[0]!.events.length > 1)
  .map(([bars, frets, hasEnd]) => {
    const text = printCallout([bars[0]!], context).replace(/ \|$/u, "");
    return read(`${text} | =1+${frets}${hasEnd ? " '16 D2" : ""}`);
  })
  .filter(({ findings, relations }) => {
    return relations.length === 1 && findings.every(({ severity }) => severity !== "error");
  });

/** One of its events is silent. */
function silenced({ events, ...bar }: Bar, at: number): Bar {
  const index = at % events.length;
  const { duration } = events[index]!;
  return { ...bar, events: events.with(index, { kind: "rest", id: testId(), duration }) };
}

describe("two bars that belong together", () => {
  it("hold as they were said, until the music of one of them changes", () => {
    fc.assert(
      fc.property(anyTwo, fc.nat(20), ({ bars, relations: [relation] }, at) => {
        expect(holds(bars, relation!)).toBe(true);
        const spoken = bars[1]!.events.map((event) => ({ ...event, note: "softly" }));
        expect(holds(bars.with(1, { ...bars[1]!, events: spoken }), relation!)).toBe(true);
        const quieter = bars.with(0, silenced(bars[0]!, at));
        fc.pre(!relation!.but && bars[0]!.events[at % bars[0]!.events.length]!.kind !== "rest");
        expect(holds(quieter, relation!)).toBe(false);
      }),
    );
  });

  it("are one again when either follows the other, and what stays keeps its ids", () => {
    fc.assert(
      fc.property(anyTwo, fc.nat(20), fc.boolean(), ({ bars, relations }, at, isFirst) => {
        const [relation] = relations as [BarRelation];
        const changed = bars.with(isFirst ? 0 : 1, silenced(bars[isFirst ? 0 : 1]!, at));
        const way = isFirst ? relation : reversed(relation);
        const mended = madeToFollow(changed, way, ground, testId);
        // Only what was said to be otherwise may no longer fit.
        if (!mended) {
          expect(relation.but).toBeDefined();
          return;
        }
        expect(holds(mended, way)).toBe(true);
        expect(mended[way.of]).toBe(changed[way.of]);
        const ids = eventsOf(mended).flatMap((event) => [
          event.id,
          ...notesOf(event).map(({ id }) => id),
        ]);
        expect(new Set(ids).size).toBe(ids.length);
        expect(madeToFollow(mended, way, ground, testId)).toEqual(mended);
      }),
    );
  });

  it("are followed through bars that come and go before them", () => {
    const { bars, relations } = read("E0 | A0 2 | =2+3 | D0");
    const first = new Set(bars[0]!.events.map(({ id }) => id));
    const fewer = removeEvents(bars, first);
    const [moved] = relationsAfter(relations, bars, fewer);
    expect(moved).toEqual({ ...relations[0], bar: barIndex(1), of: barIndex(0) });
    const more = [...read("G0").bars, ...fewer];
    expect(relationsAfter([moved!], fewer, more)).toEqual(relations);
    const gone = removeEvents(bars, new Set(bars[1]!.events.map(({ id }) => id)));
    expect(relationsAfter(relations, bars, gone)).toEqual([]);
    expect(relationsAfter(relations, bars, bars)).toBe(relations);
  });
});
