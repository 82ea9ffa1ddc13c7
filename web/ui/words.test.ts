import { phraseLetter } from "@intonazione/core/callout";
import {
  NO_CAPO,
  tuningById,
  usualInstrument,
  type StringSchool,
} from "@intonazione/core/instrument";
import { fret, placeNamesOf, USUAL_STYLE } from "@intonazione/core/neck";
import { fraction } from "@intonazione/core/rhythm";
import type { Technique } from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { countInWords, placeInWords, stringInWords, techniquesInWords } from "./words";

const instrument = usualInstrument(tuningById("drop-d"), "Any");
const pitch = { step: "E", alter: 0, octave: 2 } as const;
const called = (stringSchool: StringSchool) =>
  placeNamesOf({ instrument, capo: NO_CAPO }, { ...USUAL_STYLE, stringSchool });

describe("music in words", () => {
  it.each([
    ["nominal", 6, "E string"],
    ["nominal", 1, "e string"],
    ["actual", 6, "D string"],
    ["number", 6, "string 6"],
  ] as const)("calls strings by the %s school: %i is the %s", (school, string, words) => {
    expect(stringInWords(string, called(school))).toBe(words);
  });

  it("says a place as string and fret, or open", () => {
    const names = called("nominal");
    expect(placeInWords({ string: 4, fret: fret(5) }, names)).toBe("D string, fret 5");
    expect(placeInWords({ string: 4, fret: fret(0) }, names)).toBe("D string, open");
    const fromNut = { stringSchool: "nominal", fretsFrom: "nut" } as const;
    const capoed = placeNamesOf({ instrument, capo: { fret: 2 } }, fromNut);
    expect(placeInWords({ string: 4, fret: fret(5) }, capoed)).toBe("D string, fret 7");
  });

  it.each<[Technique, string]>([
    [{ kind: "hammer-on" }, "hammered on"],
    [{ kind: "pull-off" }, "pulled off"],
    [{ kind: "slide" }, "slid into"],
    [{ kind: "bend", cents: 150, course: "bend" }, "bent ¾"],
    [
      { kind: "bend", cents: 200, course: "pre-bend-and-release" },
      "bent full before it is picked, and released",
    ],
    [{ kind: "vibrato", width: "wide" }, "with wide vibrato"],
    [{ kind: "trill", semitones: 2 }, "trilled with the note 2 higher"],
    [{ kind: "slide-out", to: "below" }, "slid out down"],
    [{ kind: "tie" }, "held on"],
  ])("%j is %s", (technique, words) => {
    const note = {
      kind: "pitched",
      id: "n",
      pitch,
      techniques: [technique],
      pinned: false,
    } as const;
    const event = { kind: "notes", id: "e", duration: fraction(1, 4), notes: [note] } as const;
    expect(techniquesInWords({ ...event, techniques: [] })).toEqual([words]);
  });

  it.each([
    [0, 1, "on 1"],
    [1, 4, "on 2"],
    [3, 8, "and of 2"],
    [1, 16, "e of 1"],
    [15, 16, "a of 4"],
    [1, 12, "the middle of the triplet on 1"],
    [2, 3, "the last of the triplet on 3"],
    [1, 24, "the second of six on 1"],
    [3, 20, "the fourth of five on 1"],
    [1, 5, "the last of five on 1"],
    [1, 32, "just after 1"],
    [29, 32, "just after and of 4"],
  ])("%i/%i of a whole note into the bar is %s", (num, den, words) => {
    expect(countInWords(fraction(num, den), { beats: 4, unit: 4 })).toBe(words);
  });

  it("letters phrases like a rehearsal", () => {
    const letters = [0, 1, 25, 26, 27, 51, 52, 701, 702].map(phraseLetter);
    expect(letters).toEqual(["A", "B", "Z", "AA", "AB", "AZ", "BA", "ZZ", "AAA"]);
  });
});
