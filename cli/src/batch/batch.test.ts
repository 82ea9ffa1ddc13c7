import { midiAt, neckOf } from "@intonazione/core/neck";
import { fret } from "@intonazione/core/neck";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { partFor, phraseSchema, type AskedPhrase } from "./asked";
import { findTuningAsked } from "./find-tuning-batch";
import { placePhrasesAsked } from "./place-batch";

const usual = {
  strings: "E2 A2 D3 G3 B3 E4",
  capo: 0,
  instrument: "electric guitar",
  tempo: 100,
  metre: "4/4",
  key: "E minor",
};

function phrase(id: string, heights: readonly number[], more: Partial<AskedPhrase> = {}) {
  const events = heights.map((height) => ({ d: "1/8", midi: height === 0 ? [] : [height], t: [] }));
  return { ...usual, id, events, ...more };
}

describe("phrases placed as a list", () => {
  it("sound what was asked for, event by event, in every way", () => {
    const anyPhrase = fc.record({
      heights: fc.array(fc.integer({ min: 40, max: 76 }), { minLength: 1, maxLength: 12 }),
      capo: fc.constantFrom(0, 0, 3),
      instrument: fc.constantFrom("electric guitar", "slide guitar", "acoustic guitar"),
    });
    fc.assert(
      fc.property(anyPhrase, ({ heights, capo, instrument }) => {
        const item = phrase("a", heights, { capo, instrument, alternatives: 3 });
        const { instrument: built, capo: set } = partFor(item);
        const neck = neckOf(built, set);
        const [answer] = placePhrasesAsked([item]);
        for (const way of answer!.ways) {
          const sounding = way.map((event) =>
            event.map(([string, at]) => midiAt({ string, fret: fret(at) }, neck)),
          );
          expect(sounding).toEqual(heights.map((height) => (height < 40 + capo ? [] : [height])));
        }
      }),
      { numRuns: 40 },
    );
  });

  it("keep to the hints, and to what was put right before", () => {
    const heights = [62, 64, 67, 69, 67, 64, 62, 64];
    const at = (more: Partial<AskedPhrase>) =>
      placePhrasesAsked([phrase("a", heights, more)])[0]!.notes.flat();
    expect(at({ first: [4, 12] })[0]).toEqual([4, 12]);
    expect(at({ around: 12 }).every(([, at]) => at >= 9)).toBe(true);
    const places = [
      [4, 12],
      [4, 14],
      [3, 12],
      [3, 14],
      [3, 12],
      [4, 14],
      [4, 12],
      [4, 14],
    ];
    const known = phrase("known", heights, {
      places: places.map(([string, at]): [number, number][] => [[string!, at!]]),
    });
    const [after] = placePhrasesAsked([known, phrase("b", heights, { after: "known" })]);
    expect(after!.id).toBe("b");
    expect(after!.notes.flat()).toEqual(places);
  });

  it("say which item cannot be read, and why", () => {
    expect(() => placePhrasesAsked([phrase("a", [60], { strings: "E2 H2" })])).toThrow(
      /^a: strings: /u,
    );
    expect(() => placePhrasesAsked([phrase("a", [60], { after: "b" })])).toThrow(
      "a: after: no phrase b",
    );
    const loose = [phrase("b", [60]), phrase("a", [60], { after: "b" })];
    expect(() => placePhrasesAsked(loose)).toThrow("a: after: b has no places");
    expect(phraseSchema.safeParse({ ...phrase("a", [60]), tempo: "fast" }).success).toBe(false);
  });
});

describe("tunings found as a list", () => {
  const low = [38, 50, 41, 38, 45, 43, 41, 38].map((height) => ({
    d: "1/8",
    midi: [height],
    t: [],
  }));

  it("ranks by what could be open, and by what was told to be", () => {
    const song = { id: "s", instrument: "electric guitar", events: low };
    const open = low.flatMap(({ midi: [height] }, index): [number, number][] =>
      height === 38 ? [[index, 0]] : [],
    );
    const told = findTuningAsked({ ...song, open });
    expect(told.ranked[0]).toEqual({ strings: "D2 A2 D3 G3 B3 E4", capo: 0 });
    for (const { strings } of told.ranked) expect(strings.startsWith("D2 ")).toBe(true);
  });

  it("a chord whose other notes were fretted rules out strings that have them open", () => {
    const events = [
      { d: "1/2", midi: [38, 45, 50], t: [] },
      { d: "1/2", midi: [41, 48], t: [] },
    ];
    const { ranked } = findTuningAsked({
      id: "s",
      instrument: "electric guitar",
      events,
      open: [[0, 0]],
    });
    expect(ranked[0]!.strings).toBe("D2 G2 C3 F3 A3 D4");
  });
});
