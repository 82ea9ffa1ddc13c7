import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualInstrument } from "../instrument/instrument";
import { TUNING_LIBRARY, tuningById } from "../instrument/tuning-library";
import { midi } from "../pitch/pitch";
import {
  HARMONIC_FRETS,
  harmonicCents,
  placesSounding,
  soundedAt,
  type Harmonic,
} from "./harmonic";
import { fret, lastFretOf, neckOf, placesOf } from "./neck";

const standard = neckOf(usualInstrument(tuningById("standard"), "Guitar"), { fret: 0 });
const NATURAL: Harmonic = { kind: "natural" };

describe("harmonics", () => {
  // The open low E is MIDI 40: octave, twelfth, two octaves, two octaves and a third.
  it.each([
    [12, 52, 0],
    [7, 59, 2],
    [19, 59, 2],
    [5, 64, 0],
    [4, 68, -14],
    [9, 68, -14],
    [3, 71, 2],
  ])("over fret %i of the low E sound MIDI %i, %i cents off", (number, height, cents) => {
    const place = { string: 6, fret: fret(number) };
    expect(soundedAt(place, standard, NATURAL)).toBe(height);
    expect(harmonicCents(place, NATURAL)).toBe(cents);
  });

  it("lie where the string divides evenly: every listed fret is near a node of its partial", () => {
    for (const number of HARMONIC_FRETS) {
      const place = { string: 6, fret: fret(Math.min(number, 22)) };
      const sounds = soundedAt({ ...place, fret: fret(number) }, standard, NATURAL)! - 40;
      const partial = Math.round(2 ** (sounds / 12));
      const along = 1 - 2 ** (-number / 12);
      const nearest = Math.round(along * partial) / partial;
      // Within a third of the way to the next fret.
      expect(Math.abs(along - nearest)).toBeLessThan(0.02);
    }
    expect(soundedAt({ string: 6, fret: fret(6) }, standard, NATURAL)).toBeUndefined();
    expect(soundedAt({ string: 6, fret: fret(0) }, standard, NATURAL)).toBeUndefined();
  });

  it("are found again at every place that sounds them, on any tuning", () => {
    const anyNeck = fc
      .constantFrom(...TUNING_LIBRARY)
      .map((named) => neckOf(usualInstrument(named, "Any"), { fret: 0 }));
    const anyHarmonic = fc.oneof(
      fc.constant(NATURAL),
      fc.integer({ min: 2, max: 5 }).map((partial): Harmonic => ({ kind: "pinched", partial })),
    );
    fc.assert(
      fc.property(anyNeck, anyHarmonic, fc.integer({ min: 30, max: 100 }), (neck, how, height) => {
        const pitch = midi(height);
        const found = placesSounding(pitch, neck, how);
        for (const place of found) expect(soundedAt(place, neck, how)).toBe(pitch);
        // Against looking at every fret of every string.
        let count = 0;
        for (let string = 1; string <= neck.openMidi.length; string++) {
          for (let number = 0; number <= lastFretOf(neck, string); number++) {
            if (soundedAt({ string, fret: fret(number) }, neck, how) === pitch) count++;
          }
        }
        expect(found.length).toBe(count);
        expect(placesSounding(pitch, neck)).toEqual(placesOf(pitch, neck));
      }),
    );
  });
});
