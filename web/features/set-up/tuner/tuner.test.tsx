import { readTuner, type TunerReading } from "@intonazione/core/ear";
import { tuningById } from "@intonazione/core/instrument";
import { targetsOf } from "@intonazione/core/neck";
import { displayPitch, type Key } from "@intonazione/core/pitch";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { centsInFigures, Dial } from "./dial";
import { spellTarget } from "./spell-target";

const key: Key = { tonic: { step: "E", alter: -1 }, mode: "major" };
const { tuning } = tuningById("standard");
const open = targetsOf({ tuning }, { fret: 0 });
const sixth = open[5]!;
const off = (cents: number, chosen?: number): TunerReading =>
  readTuner(sixth.hz * 2 ** (cents / 1200), open, chosen === undefined ? {} : { chosen })!;
const dial = (reading: TunerReading | undefined, isWaiting = false) =>
  renderToStaticMarkup(
    <Dial
      reading={reading}
      waitingFor={isWaiting ? sixth : undefined}
      spell={spellTarget(false, key)}
    />,
  );
const status = (markup: string) => /role="status"[^>]*>([^<]*)</u.exec(markup)?.[1];

describe("the dial", () => {
  it.each([
    [0.4, "string 6 is in tune"],
    [-11.9, "string 6: flat, turn it up"],
    [8.4, "string 6: sharp, let it down"],
  ])("says what to do %f cents away: %s", (cents, words) => {
    expect(status(dial(off(cents)))).toBe(words);
  });

  it("says by how much another note is wrong, and what it waits for", () => {
    expect(status(dial(off(-700, 6)))).toBe("string 6: 7 semitones too low");
    expect(status(dial(undefined, true))).toBe("play it");
    expect(status(dial(undefined))).toBe("play a string");
  });

  it("keeps its needle on the scale, the further to the right the sharper", () => {
    const needle = (cents: number) => Number(/d="M([\d.]+) 46L/u.exec(dial(off(cents, 6)))?.[1]);
    const at = [-400, -50, -20, -3, 0, 3, 20, 50, 400].map(needle);
    expect(at).toEqual([...at].sort((a, b) => a - b));
    expect(at[0]).toBe(at[1]);
    expect(at[7]).toBe(at[8]);
    expect(at[4]! * 2).toBeCloseTo(at[0]! + at[8]!, 9);
  });

  it.each([
    [0, "0.0"],
    [-0.04, "0.0"],
    [8.44, "+8.4"],
    [-11.95, "−11.9"],
    [-700.2, "−700"],
  ])("writes %f cents as %s", (cents, figures) => {
    expect(centsInFigures(cents)).toBe(figures);
  });
});

describe("the names of what is heard", () => {
  it("are the strings' own without a capo, and the key's with it on", () => {
    const capoed = targetsOf({ tuning }, { fret: 3 });
    const own = open.map((target) => displayPitch(spellTarget(false, key).target(target)));
    const inKey = capoed.map((target) => displayPitch(spellTarget(true, key).target(target)));
    expect(own).toEqual(["E4", "B3", "G3", "D3", "A2", "E2"]);
    expect(inKey).toEqual(["G4", "D4", "B♭3", "F3", "C3", "G2"]);
    const { heard } = spellTarget(false, key);
    expect(displayPitch(heard(off(-10)))).toBe("E2");
    expect(displayPitch(heard(off(-130)))).toBe("E♭2");
  });
});
