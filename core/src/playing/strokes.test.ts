import { describe, expect, it } from "vitest";
import { calloutContext } from "../callout/context";
import { parseCallout } from "../callout/parse-callout";
import { NO_CAPO } from "../instrument/capo";
import { usualInstrument } from "../instrument/instrument";
import { tuningById } from "../instrument/tuning-library";
import { USUAL_STYLE } from "../neck/place-names";
import { framesOf } from "../score/frame";
import { PICKING_SCHOOLS, type PickingSchool } from "../score/picking";
import { testId } from "../score/song.arbitraries";
import { suggestStrokes } from "./strokes";

const FRAME = {
  key: { tonic: { step: "E", alter: 0 }, mode: "minor" },
  metre: { beats: 4, unit: 4 },
  tempoBpm: 96,
} as const;

/** D, U or the plucking fingers of each event; a dot where nothing is struck, `!` by hand. */
function strokes(text: string, school: PickingSchool, tuningId = "standard"): string {
  const instrument = usualInstrument(tuningById(tuningId), "Guitar");
  const context = calloutContext({ instrument, capo: NO_CAPO }, FRAME, USUAL_STYLE);
  const { bars, marks } = parseCallout(text, context, testId);
  const frames = framesOf(marks, FRAME, bars.length);
  const works = suggestStrokes(bars, frames, school, instrument.tuning.length);
  return bars
    .flatMap(({ events }) => events)
    .map(({ id }) => {
      const work = works.get(id);
      if (!work) return ".";
      const plucks = work.plucks?.map((pluck) => pluck ?? "·").join("");
      const said = plucks ?? (work.stroke === "down" ? "D" : "U");
      return work.isByHand ? `${said}!` : said;
    })
    .join(" ");
}

describe("strokes by a school", () => {
  it.each<[PickingSchool, string, string]>([
    ["by-grid", "'8 E0 E0 E0 E0", "D U D U"],
    ["by-grid", "'8 E0 - E0 E0", "D . D U"],
    ["by-grid", "'8 - E0 '4 E0 '16 E0 E0 E0 E0", ". U D D U D U"],
    ["by-grid", "'8. E0 '16 E0 '8 E0 E0", "D U D U"],
    ["by-grid", "'8t E0 E0 E0 E0 E0 E0", "D U D D U D"],
    ["by-grid", "from 4& '8 E0 | '8 E0 E0 '2. E0", "U D U D"],
    ["by-grid", "in 6/8 '8 E0 E0 E0 E0 E0 E0", "D U D U D U"],
    ["strict-alternate", "'8 E0 - E0 E0", "D . U D"],
    ["strict-alternate", "'8 E0 A2h4 A2", "D U . D"],
    ["strict-alternate", "'8 E0 E3.down E0", "D D! U"],
    ["all-down", "'8 E0 E0 E0.up E0", "D D U! D"],
    ["open-up-fretted-down", "'8 E0 E3 A0 A2+D2", "U D U D"],
    ["economy", "'8 E0 A2 D2 A2 E0 E3", "D D D U U D"],
    ["fingers", "'8 E0 G0 B0 e0 G0 G0", "p i m a i m"],
    ["fingers", "'4 A0+G0+B0 A0", "pim p"],
    ["fingers", "'8 E0.thumb D2.a D2", "thumb! a! p"],
  ])("%s: %s is %s", (school, text, wanted) => {
    expect(strokes(text, school)).toBe(wanted);
  });

  it.each<[PickingSchool, string, string]>([
    ["fingers", "'8 E0 E0 A2 A2", "i m i m"],
    ["slap", "'8 E0 G2 Ex D4h5 A2.m", "slap pop slap pop . m!"],
  ])("on the bass, %s: %s is %s", (school, text, wanted) => {
    expect(strokes(text, school, "bass-standard")).toBe(wanted);
  });

  it("gives every struck event of any school a stroke, and no other", () => {
    const text = "'8 E0 A2h4p2 ~ - Dx '16 E0+A2 tE12 sE5 SE7 | '4 hit @G3 D2b1 rD2";
    for (const school of PICKING_SCHOOLS) {
      const rows = strokes(text, school).split(" ");
      const isStruck = rows.map((row) => row !== ".");
      expect(isStruck).toEqual(
        [1, 1, 0, 0, 0, 0, 1, 1, 0, 0, 1, 0, 1, 1, 0].map((one) => one === 1),
      );
    }
  });
});
