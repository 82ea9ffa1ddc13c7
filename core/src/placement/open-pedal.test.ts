import { describe, expect, it } from "vitest";
import { withoutPlaces } from "../score/bar";
import { neckOf } from "../neck/neck";
import { pedalsIn } from "./open-pedal";
import { asked, partOn, placesIn, said, tableOn } from "./placement.test-kit";
import { planLine } from "./plan-line";

const guitar = partOn("standard");
const neck = neckOf(guitar.instrument, guitar.capo);

describe("a pedal", () => {
  it.each([
    ["every second note", "'8 e7 e0 e3 e0 e5 e0 e2 e0", [64]],
    ["with two notes in between", "'8 D0 D7 D5 D0 D9 D7 D0 D10 | D9 D0 D7 D5", [50]],
    ["the bass under most of it", "'8 A0+D2 A0+D2 A0+D4 A0+D4 A0+D5 A0+D5 A0+D4 A0+D2", [45]],
    ["twice is not enough", "'8 e7 e0 e3 e0 e5 e2 e3 e5", []],
    ["no string has it open", "'8 E7 A10 E7 A9 E7 A7 E7 A5", []],
  ])("is told from a line: %s", (_, callout, wanted) => {
    expect([...pedalsIn(said(callout, guitar), neck)]).toEqual(wanted);
  });

  it.each([
    ["on the tune's own string", "G major", "'16 e7 e0 e3 e0 e5 e0 e2 e0 e7 e0 e3 e0 e5 e0 e2 e0"],
    ["with small chords over it", "A major", "'8 A0 A0 D7+G7+B7 A0 A0 D7+G6+B5 A0 A0"],
    ["under a riff", "E minor", "'16 D0 D9 D7p D0 D9 A7 D0 D7 D5p D0 D7 A7 D0 D9 D7p D0"],
  ])("stays open %s", (_, key, callout) => {
    const bars = said(callout, guitar, key);
    const written = planLine(asked(bars, { scope: "unplaced" }), tableOn(guitar, key));
    const found = planLine(asked(withoutPlaces(bars)), tableOn(guitar, key));
    const wanted = placesIn(written).split(" ");
    const got = placesIn(found).split(" ");
    for (const [index, place] of wanted.entries()) {
      if (/^\d:0$/u.test(place)) expect(got[index]).toBe(place);
    }
    expect(found.isProven).toBe(true);
  });
});
