import { describe, expect, it } from "vitest";
import { usualInstrument } from "../instrument/instrument";
import { tuningById } from "../instrument/tuning-library";
import { midiAt, neckOf } from "../neck/neck";
import { parseChord, chromasOf, type Chord } from "../pitch/chord";
import { movableShapeOf, shapesAlongNeck } from "./movable-shape";

const standard = tuningById("standard").tuning;
const neck = neckOf(usualInstrument({ family: "guitar", tuning: standard }, "Plain"));

/** Frets from the nut, thickest string first. */
const held = (frets: string) =>
  frets
    .split(" ")
    .flatMap((fret, index) => (fret === "x" ? [] : [{ string: 6 - index, fromNut: Number(fret) }]));

describe("movable shapes", () => {
  it.each([
    ["1 3 3 2 1 1", "E shape", 1, false],
    ["x 3 5 5 4 3", "A minor shape", 3, false],
    ["x 3 5 x 5 x", "A shape", 3, true],
    ["x x 3 4 6 6", undefined, 0, false],
    ["x x 5 7 8 7", "D shape", 5, false],
    ["x x 3 2 1 1", "E shape", 1, true],
    ["x 5 7 7 x x", "A5 shape", 5, false],
    ["0 2 2 0 0 0", "E minor shape", 0, false],
  ])("%s is the %s at fret %i", (frets, name, at, isPartial) => {
    const expected = name === undefined ? undefined : { name, at, isPartial };
    expect(movableShapeOf(held(frets), standard)).toEqual(expected);
  });

  it("is none where the strings lie apart otherwise", () => {
    expect(movableShapeOf(held("1 3 3 2 1 1"), tuningById("drop-d").tuning)).toBeUndefined();
    expect(movableShapeOf(held("x 3 5 5 4 3"), tuningById("drop-d").tuning)?.name).toBe(
      "A minor shape",
    );
  });

  it.each(["C", "F#m", "Bbmaj7", "Ddim"])(
    "%s lies along the neck in all its inversions",
    (name) => {
      const chord = parseChord(name) as { readonly ok: true; readonly value: Chord };
      const tones = chromasOf(chord.value).size;
      const strings = [1, 2, 3, 4].slice(0, tones);
      const shapes = shapesAlongNeck(chord.value, strings, neck);
      expect(new Set(shapes.map(({ inversion }) => inversion)).size).toBe(tones);
      for (const { places, inversion } of shapes) {
        const heights = places.map((place) => midiAt(place, neck));
        expect(new Set(heights.map((height) => height % 12))).toEqual(chromasOf(chord.value));
        expect([...heights].sort((a, b) => a - b)).toEqual(heights);
        expect(heights[0]! % 12).toBe([...chromasOf(chord.value)][inversion]);
      }
    },
  );
});
