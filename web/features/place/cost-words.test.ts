import { tuningById, usualInstrument } from "@intonazione/core/instrument";
import { fret, neckOf, type Place } from "@intonazione/core/neck";
import type { WeighedPlace } from "@intonazione/core/placement";
import type { Note } from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { costInWords, travelInWords } from "./cost-words";

const neck = neckOf(usualInstrument(tuningById("standard"), "Guitar"));
const at = (string: number, number: number): Place => ({ string, fret: fret(number) });
const note = (place: Place): Note => ({
  kind: "pitched",
  id: "n",
  pitch: { step: "A", alter: 0, octave: 3 },
  place,
  pinned: false,
  techniques: [],
});

describe("what another place costs", () => {
  const weighed = (more: number, movesOthers = 0): readonly WeighedPlace[] => [
    { place: at(4, 7), more, movesOthers, against: [] },
  ];

  it.each([
    ["as much as the best", weighed(0), "costs no more"],
    ["somewhat more", weighed(2100), "costs 2.1 more"],
    ["more, with others", weighed(340, 1), "costs 0.3 more; best with 1 other moved"],
    ["a rule", weighed(1_000_900, 3), "tears a slur, or a note that should ring on"],
  ])("is said: %s", (_, places, words) => {
    expect(costInWords(at(4, 7), places, 0)).toBe(words);
  });

  it("is not said of a place that nobody weighed, nor before the desk has answered", () => {
    expect(costInWords(at(5, 12), weighed(100), 0)).toBeUndefined();
    expect(costInWords(at(4, 7), undefined, 0)).toBeUndefined();
  });
});

describe("the way of the hand", () => {
  it.each([
    ["open", at(3, 0), [note(at(4, 7))], "open: needs no finger"],
    ["on the same fret", at(4, 7), [note(at(5, 7))], "the hand stays"],
    // 648 mm: fingertips at frets 5 and 7, a fifth of the fret's space behind the wire.
    ["two frets on", at(4, 7), [note(at(5, 5))], "the hand moves 54 mm"],
    [
      "from the lowest of several",
      at(4, 7),
      [note(at(5, 5)), note(at(4, 7))],
      "the hand moves 54 mm",
    ],
    ["after an open string", at(4, 7), [note(at(5, 0))], "after an open string or a rest"],
    ["after a rest", at(4, 7), [], "after an open string or a rest"],
  ])("%s", (_, place, before, words) => {
    expect(travelInWords(place, before, neck)).toBe(words);
  });
});
