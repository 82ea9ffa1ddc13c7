import { capoOn, TUNING_LIBRARY, usualInstrument } from "@intonazione/core/instrument";
import { fret, lastFretOf, neckOf } from "@intonazione/core/neck";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { inlaysOf, layNeck, placeAt, spotOf } from "./neck-layout";

const anyNeck = fc
  .tuple(fc.constantFrom(...TUNING_LIBRARY), fc.nat({ max: 12 }), fc.nat({ max: 511 }))
  .map(([named, capo, covered]) => {
    const strings = named.tuning.flatMap((_, index) => (covered & (1 << index) ? [index + 1] : []));
    return neckOf(usualInstrument(named, "Any"), capoOn(capo, strings, named.tuning.length));
  });

const anyWidth = fc.integer({ min: 700, max: 2400 });
const anyHand = fc.constantFrom("right" as const, "left" as const);

describe("the drawn neck", () => {
  it("finds every place again under its own mark, at any width", () => {
    fc.assert(
      fc.property(anyNeck, anyWidth, anyHand, (neck, width, handed) => {
        const layout = layNeck(neck, width, handed);
        for (let string = 1; string <= neck.openMidi.length; string++) {
          for (let at = 0; at <= lastFretOf(neck, string); at++) {
            const place = { string, fret: fret(at) };
            const isBehindClamp = at > 0 && at + neck.openOffsets[string - 1]! <= neck.capo.fret;
            if (!isBehindClamp) expect(placeAt(layout, spotOf(layout, place))).toEqual(place);
          }
        }
      }),
      { numRuns: 40 },
    );
  });

  it("is true to scale: an octave above the nut is as long as the rest to the saddle", () => {
    const { tuning } = TUNING_LIBRARY.find(({ id }) => id === "standard")!;
    const { nutX, wires } = layNeck(neckOf({ tuning, frets: 24, scaleLengthMm: 648 }), 1200);
    const [twelfth, last] = [wires[11]! - nutX, wires[23]! - nutX];
    expect(twelfth / last).toBeCloseTo(0.5 / 0.75, 9);
    const withCapo = layNeck(neckOf({ tuning, frets: 24, scaleLengthMm: 648 }, { fret: 12 }), 1200);
    expect(withCapo.wires).toHaveLength(12);
    expect(inlaysOf(withCapo).map((inlay) => inlay.fretFromNut)).toEqual([15, 17, 19, 21, 24, 24]);
  });
});
