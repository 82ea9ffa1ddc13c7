import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NO_CAPO } from "../instrument/capo";
import { USUAL_BUILD, usualInstrument } from "../instrument/instrument";
import { TUNING_LIBRARY, tuningById } from "../instrument/tuning-library";
import { midi } from "../pitch/pitch";
import { fretDistanceFromNutMm } from "./fret-geometry";
import { fret, lastFretOf, midiAt, neckOf, placesOf } from "./neck";

const anyNeck = fc
  .record({
    named: fc.constantFrom(...TUNING_LIBRARY),
    frets: fc.integer({ min: 13, max: 36 }),
    capo: fc.integer({ min: 0, max: 12 }),
  })
  .map(({ named, frets, capo }) =>
    neckOf({ ...usualInstrument(named, "Any"), frets }, { fret: capo }),
  );

describe("places on the neck", () => {
  it("finds the five places of E4 on a standard guitar", () => {
    const neck = neckOf(
      { ...USUAL_BUILD.guitar, frets: 24, tuning: tuningById("standard").tuning },
      NO_CAPO,
    );
    expect(placesOf(midi(64), neck).map((p) => [p.string, p.fret])).toEqual([
      [1, 0],
      [2, 5],
      [3, 9],
      [4, 14],
      [5, 19],
      [6, 24],
    ]);
  });

  it("counts frets from the capo, so that the last one comes sooner", () => {
    const neck = neckOf(
      { ...USUAL_BUILD.guitar, frets: 24, tuning: tuningById("standard").tuning },
      { fret: 2 },
    );
    expect(lastFretOf(neck, 6)).toBe(22);
    expect(placesOf(midi(42), neck)).toEqual([{ string: 6, fret: 0 }]);
    expect(placesOf(midi(41), neck)).toEqual([]);
  });

  it("lists exactly the places that sound the pitch (against every string and fret)", () => {
    fc.assert(
      fc.property(anyNeck, fc.integer({ min: 10, max: 110 }), (neck, number) => {
        const all: string[] = [];
        for (let string = 1; string <= neck.openMidi.length; string++) {
          for (let f = 0; f <= lastFretOf(neck, string); f++) {
            if (midiAt({ string, fret: fret(f) }, neck) === number) all.push(`${string}:${f}`);
          }
        }
        const found = placesOf(midi(number), neck).map((p) => `${p.string}:${p.fret}`);
        expect([...found].sort()).toEqual(all.sort());
      }),
    );
  });

  it("puts the 12th fret at half the string and the 24th at three quarters", () => {
    expect(fretDistanceFromNutMm(12, 648)).toBeCloseTo(324, 9);
    expect(fretDistanceFromNutMm(24, 648)).toBeCloseTo(486, 9);
    expect(fretDistanceFromNutMm(1, 648)).toBeCloseTo(36.369, 2);
  });

  it("refuses what is not there", () => {
    const build = { ...USUAL_BUILD.bass, tuning: tuningById("bass-standard").tuning };
    expect(() => neckOf(build, { fret: 13 })).toThrow(/fret 0 \(none\) to 12 of this neck, got 13/);
    expect(() => midiAt({ string: 5, fret: fret(0) }, neckOf(build))).toThrow(/string must be 1–4/);
    expect(() => fret(41)).toThrow(/got 41/);
  });
});
