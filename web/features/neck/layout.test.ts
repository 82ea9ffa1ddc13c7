import { TUNING_LIBRARY, USUAL_BUILD } from "@intonazione/core/instrument";
import { fret, neckOf } from "@intonazione/core/neck";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { inlaysOf, layNeck, placeAt, spotOf } from "./layout";

const anyNeck = fc
  .tuple(fc.constantFrom(...TUNING_LIBRARY), fc.nat({ max: 12 }))
  .map(([{ tuning, kind }, capo]) => neckOf({ tuning, ...USUAL_BUILD[kind] }, capo));

describe("the drawn neck", () => {
  it("finds every place again under its own mark, at any width", () => {
    fc.assert(
      fc.property(anyNeck, fc.integer({ min: 700, max: 2400 }), (neck, width) => {
        const layout = layNeck(neck, width);
        for (let string = 1; string <= neck.openMidi.length; string++) {
          for (let at = 0; at <= neck.lastFret; at++) {
            const place = { string, fret: fret(at) };
            expect(placeAt(layout, spotOf(layout, place))).toEqual(place);
          }
        }
      }),
      { numRuns: 40 },
    );
  });

  it("is true to scale: an octave above the nut is as long as the rest to the saddle", () => {
    const { tuning } = TUNING_LIBRARY.find(({ id }) => id === "standard")!;
    const { nutX, wires } = layNeck(neckOf({ tuning, frets: 24, scaleLengthMm: 648 }, 0), 1200);
    const [twelfth, last] = [wires[11]! - nutX, wires[23]! - nutX];
    expect(twelfth / last).toBeCloseTo(0.5 / 0.75, 9);
    const withCapo = layNeck(neckOf({ tuning, frets: 24, scaleLengthMm: 648 }, 12), 1200);
    expect(withCapo.wires).toHaveLength(12);
    expect(inlaysOf(withCapo).map((inlay) => inlay.fretFromCapo)).toEqual([3, 5, 7, 9, 12, 12]);
  });
});
