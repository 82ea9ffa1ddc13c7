import { describe, expect, it } from "vitest";
import { displayPitch } from "../pitch/pitch";
import { formatFraction } from "../rhythm/fraction";
import { partOn, said } from "../placement/placement.test-kit";
import { againstEachOther } from "./against";

const guitar = partOn("drop-d");
const bass = partOn("bass-standard");

/** @example meetings("'4 D0", "'4 A5") // ["1 0 D2|D2 same"] */
function meetings(one: string, other: string, capo = 0): readonly string[] {
  const capoed = partOn("standard", capo);
  const bars = said(one, capo > 0 ? capoed : guitar);
  return againstEachOther(bars, said(other, bass)).map((meeting) => {
    const [ours, theirs] = [meeting.one, meeting.other].map((all) =>
      all.map(displayPitch).join("+"),
    );
    return `${meeting.bar + 1} ${formatFraction(meeting.onset)} ${ours}|${theirs} ${meeting.relation}`;
  });
}

describe("two parts against each other", () => {
  it.each([
    [
      "the same pitch in tunings of their own",
      "'2 E0 E2",
      "'2 A5 E0",
      ["1 0 D2|D2 same", "1 1/2 E2|E1 octave"],
    ],
    [
      "a semitone apart, in any octave",
      "'2 E2 D2",
      "'2 A8 A8",
      ["1 0 E2|F2 clash", "1 1/2 E3|F2 together"],
    ],
    ["a chord against its root", "'1 E0+A0+D0", "'1 A5", ["1 0 D2+A2+D3|D2 together"]],
    [
      "what begins alone, and bars that only one has",
      "'1 E0 | E0",
      "'4 - A5 -",
      ["1 0 D2| alone", "1 1/4 |D2 alone", "2 0 D2| alone"],
    ],
    ["a grace with what it leads to", "grace[E1] '1 E2", "'1 E0", ["1 0 D♯2+E2|E1 together"]],
  ])("%s", (_, one, other, expected) => {
    expect(meetings(one, other)).toEqual(expected);
  });

  it("hears a capo: the shape of E at fret 2 is an F♯ beside the bass", () => {
    expect(meetings("'1 E0", "'1 E2", 2)).toEqual(["1 0 F♯2|F♯1 octave"]);
  });
});
