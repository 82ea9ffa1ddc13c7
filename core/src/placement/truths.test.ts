import { describe, expect, it } from "vitest";
import { withoutPlaces } from "../score/bar";
import { asked, partOn, placesIn, placesSaid, said, tableOn } from "./placement.test-kit";
import { planLine } from "./plan-line";

/** Fingerings that every method book gives, placed from their pitches alone; some in two places. */
const TRUTHS: readonly [
  what: string,
  tuningId: string,
  key: string,
  callout: string,
  profile?: string,
][] = [
  // Open chords.
  ["open C", "standard", "C major", "'1 A3+D2+G0+B1+e0"],
  ["open G", "standard", "G major", "'1 E3+A2+D0+G0+B0+e3"],
  ["open D", "standard", "D major", "'1 D0+G2+B3+e2"],
  ["open E", "standard", "E major", "'1 E0+A2+D2+G1+B0+e0"],
  ["open A", "standard", "A major", "'1 A0+D2+G2+B2+e0"],
  ["open E minor", "standard", "E minor", "'1 E0+A2+D2+G0+B0+e0"],
  ["open A minor", "standard", "A minor", "'1 A0+D2+G2+B1+e0"],
  ["open D minor", "standard", "D minor", "'1 D0+G2+B3+e1"],
  ["open E7", "standard", "A major", "'1 E0+A2+D0+G1+B0+e0"],
  ["open A7", "standard", "D major", "'1 A0+D2+G0+B2+e0"],
  ["open D sus 4", "standard", "D major", "'1 D0+G2+B3+e3"],
  ["open A sus 2", "standard", "A major", "'1 A0+D2+G2+B0+e0"],
  // Movable ones.
  ["F, E shape", "standard", "F major", "'1 E1+A3+D3+G2+B1+e1"],
  ["B, A shape", "standard", "B major", "'1 A2+D4+G4+B4+e2 or '1 E7+A9+D9+G8+B7"],
  ["F sharp minor, E shape", "standard", "F# minor", "'1 E2+A4+D4+G2+B2+e2"],
  ["B flat minor, A shape", "standard", "Bb minor", "'1 A1+D3+G3+B2+e1 or '1 E6+A8+D8+G6+B6"],
  ["power chord", "standard", "C minor", "'1 E8+A10+D10 or '1 A3+D5+G5"],
  // The box of five.
  ["minor pentatonic box", "standard", "A minor", "'8 E5 E8 A5 A7 D5 D7 G5 G7 | B5 B8 e5 e8"],
  [
    "minor pentatonic box in C",
    "standard",
    "C minor",
    "'8 E8 E11 A8 A10 D8 D10 G8 G10 | B8 B11 e8 e11",
  ],
  [
    "major pentatonic box",
    "standard",
    "C major",
    "'8 E8 E10 A7 A10 D7 D10 G7 G9 | B8 B10 e8 e10 or '8 E8 A5 A7 D5 D7 G5 G7 B5 | B8 B10 e8 e10 or '8 E8 A5 A7 D5 D7 G5 G7 B5 | B8 e5 e8 e10",
  ],
  // Dropped and open tunings: one finger.
  ["dropped power chord", "drop-d", "D minor", "'1 E5+A5+D5"],
  ["dropped, all open", "drop-d", "D minor", "'1 E0+A0+D0"],
  ["open G, straight across", "open-g", "G major", "'1 A5+D5+G5+B5+e5"],
  ["open D, all open", "open-d", "D major", "'1 E0+A0+D0+G0+B0+e0"],
  ["open E, straight across", "open-e", "E major", "'1 E5+A5+D5+G5+B5+e5"],
  // Bass, first position.
  [
    "bass, G major scale",
    "bass-standard",
    "G major",
    "'8 E3 A0 A2 A3 D0 D2 D4 G0",
    "first-position",
  ],
  ["bass, root and fifth", "bass-standard", "G major", "'4 E3 A5 E3 A5"],
  ["bass, walk in C", "bass-standard", "C major", "'4 A3 D0 D2 D3", "first-position"],
  ["bass, E minor", "bass-standard", "E minor", "'8 E0 E3 A0 A2 D0 D2 D0 A2", "first-position"],
];

describe("method-book fingerings", () => {
  it.each(TRUTHS)("%s", (_, tuningId, key, callout, profile) => {
    const part = partOn(tuningId);
    const given = callout.split(" or ").map((text) => said(text, part, key));
    const plan = planLine(asked(withoutPlaces(given[0]!)), tableOn(part, key, profile));
    expect(given.map(placesSaid)).toContain(placesIn(plan));
  });
});
