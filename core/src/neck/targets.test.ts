import { describe, expect, it } from "vitest";
import { parseTuning } from "../instrument/parse-tuning";
import { TUNING_LIBRARY, tuningById } from "../instrument/tuning-library";
import { fifthsOf } from "../pitch/key";
import { displayPitchClass, midiOf } from "../pitch/pitch";
import { targetsOf } from "./targets";

const said = (id: string, fret: number, strings?: readonly number[]) =>
  [...targetsOf(tuningById(id), { fret, ...(strings && { strings }) })]
    .reverse()
    .map(({ pitch }) => displayPitchClass(pitch))
    .join(" ");

describe("what the strings shall sound with the capo on", () => {
  it.each([
    ["standard", 7, "B E A D F♯ B"],
    ["standard", 0, "E A D G B E"],
    ["standard", 2, "F♯ B E A C♯ F♯"],
    ["standard", 3, "G C F B♭ D G"],
    ["drop-d", 2, "E B E A C♯ F♯"],
    ["half-step-down", 1, "E A D G B E"],
    ["bass-standard", 5, "A D G C"],
  ])("%s, capo %i: %s", (id, fret, names) => {
    expect(said(id, fret)).toBe(names);
  });

  it("leaves the strings beside a partial capo alone", () => {
    expect(said("standard", 2, [3, 4, 5])).toBe("E B E A B E");
  });

  it("lies as many semitones up as the clamp, all names alike, none with a double sign", () => {
    for (const { tuning } of TUNING_LIBRARY) {
      for (let fret = 0; fret <= 12; fret++) {
        const targets = targetsOf({ tuning }, { fret });
        const moved = targets.map(({ pitch }, index) => {
          const open = tuning[index]!;
          expect(midiOf(pitch)).toBe(midiOf(open) + fret);
          expect(Math.abs(pitch.alter)).toBeLessThanOrEqual(1);
          // Twelve fifths lead to another name of the same sound.
          return (((fifthsOf(pitch) - fifthsOf(open)) % 12) + 12) % 12;
        });
        expect(new Set(moved)).toEqual(new Set([(7 * fret) % 12]));
      }
    }
  });

  it("follows the reference pitch and each string's own cents", () => {
    const reading = parseTuning("E2 A2+20c D3 G3 B3 E4");
    if (!reading.ok) throw new Error(reading.error);
    const { tuning } = reading.value;
    const [, , , , fifth] = targetsOf({ tuning }, { fret: 12 }, 430);
    expect(fifth!.hz).toBeCloseTo((430 / 2) * 2 ** (20 / 1200), 9);
  });
});
