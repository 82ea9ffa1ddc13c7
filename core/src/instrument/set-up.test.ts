import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { midiOf } from "../pitch/pitch";
import { capoOn, capoProblem, formatCapo, NO_CAPO, openOffsetsOf, parseCapo } from "./capo";
import { displayScale, formatScale, parseScale } from "./parse-scale";
import {
  changesFromUsual,
  changesInWords,
  findTunings,
  TUNING_LIBRARY,
  tuningById,
} from "./tuning-library";

describe("the library's open pitches", () => {
  // As published: MIDI numbers from the thickest string, C4 = 60.
  it.each([
    ["standard", [40, 45, 50, 55, 59, 64]],
    ["half-step-down", [39, 44, 49, 54, 58, 63]],
    ["drop-d", [38, 45, 50, 55, 59, 64]],
    ["double-drop-d", [38, 45, 50, 55, 59, 62]],
    ["drop-c", [36, 43, 48, 53, 57, 62]],
    ["open-d", [38, 45, 50, 54, 57, 62]],
    ["open-g", [38, 43, 50, 55, 59, 62]],
    ["open-g-five", [43, 50, 55, 59, 62]],
    ["open-e", [40, 47, 52, 56, 59, 64]],
    ["modal-d", [38, 45, 50, 55, 57, 62]],
    ["new-standard", [36, 43, 50, 57, 64, 67]],
    ["all-fourths", [40, 45, 50, 55, 60, 65]],
    ["seven-standard", [35, 40, 45, 50, 55, 59, 64]],
    ["eight-standard", [30, 35, 40, 45, 50, 55, 59, 64]],
    ["baritone-b", [35, 40, 45, 50, 54, 59]],
    ["bass-standard", [28, 33, 38, 43]],
    ["bass-five", [23, 28, 33, 38, 43]],
    ["bass-six", [23, 28, 33, 38, 43, 48]],
  ])("%s is %j", (id, midis) => {
    expect(tuningById(id).tuning.map(midiOf).reverse()).toEqual(midis);
  });

  it.each([
    ["open g", {}, "Open G"],
    ["dropped", { strings: 7 }, undefined],
    ["6 down 2", { family: "guitar" }, "Drop D"],
    ["DADGAD", {}, "Modal D"],
    ["d a d f# a d", {}, "Open D"],
    ["all down 1", { strings: 6, family: "guitar" }, "Half step down"],
    ["", { family: "bass", strings: 4 }, "Bass, standard"],
    ["no such tuning", {}, undefined],
  ] as const)("are found by %j in %j: %s first", (text, where, name) => {
    const found = findTunings({ text, ...where });
    expect(found[0]?.name).toBe(name);
    for (const one of found)
      expect(one).toMatchObject("family" in where ? { family: where.family } : {});
  });

  it("are said as what changes, and found by it", () => {
    expect(changesInWords([-2, 0, 0, 0, 0, 0])).toBe("6 down 2");
    for (const named of TUNING_LIBRARY) {
      const { tuning, family } = named;
      const changes = changesFromUsual(tuning, family)!;
      const search = { text: changesInWords(changes), family, strings: tuning.length };
      expect(findTunings(search)).toContain(named);
    }
  });
});

describe("a capo", () => {
  it.each([
    ["2", { fret: 2 }],
    ["capo 7", { fret: 7 }],
    ["none", NO_CAPO],
    ["", NO_CAPO],
    ["2 on 3-5", { fret: 2, strings: [3, 4, 5] }],
    ["2 on strings 5, 3, 4", { fret: 2, strings: [3, 4, 5] }],
    ["2 on 1–6", { fret: 2 }],
    ["0 on 1-3", NO_CAPO],
  ])("%j is %j", (text, capo) => {
    const read = parseCapo(text, 6);
    expect(read.ok && read.value).toEqual(capo);
  });

  it.each([
    ["13", /0 \(none\) to 12/],
    ["2 on 7", /strings 1 to 6, got 7/],
    ["2 on 0", /got 0/],
    ["two", /a fret from 0/],
    ["-1", /a fret from 0/],
  ])("refuses %j", (text, message) => {
    const read = parseCapo(text, 6);
    expect(read.ok ? "" : read.error).toMatch(message);
  });

  it("reads what it prints, and covers just its strings", () => {
    const anyCapo = fc
      .tuple(fc.nat({ max: 12 }), fc.subarray([1, 2, 3, 4, 5, 6, 7]))
      .map(([fret, strings]) => capoOn(fret, strings, 7));
    fc.assert(
      fc.property(anyCapo, (capo) => {
        expect(parseCapo(formatCapo(capo), 7)).toEqual({ ok: true, value: capo });
        const covered = openOffsetsOf(capo, 7).flatMap((nut, index) =>
          nut > 0 ? [index + 1] : [],
        );
        expect(covered).toEqual(capo.fret === 0 ? [] : (capo.strings ?? [1, 2, 3, 4, 5, 6, 7]));
      }),
    );
  });

  it("needs a fret of the neck behind it", () => {
    const { tuning } = tuningById("standard");
    expect(capoProblem({ fret: 5 }, { frets: 5, tuning })).toMatch(/to 4 of this neck/);
    expect(capoProblem({ fret: 4 }, { frets: 5, tuning })).toBeUndefined();
  });
});

describe("a scale length", () => {
  it.each([
    ["648", 648],
    ["648 mm", 648],
    ["25.5 in", 647.7],
    ['25 1/2"', 647.7],
    ["25.5", 647.7],
    ["34 inches", 863.6],
    ["686 … 648", [648, 655.6, 663.2, 670.8, 678.4, 686]],
    ["27 in to 25.5 in", [647.7, 655.3, 662.9, 670.6, 678.2, 685.8]],
    ["690 680 670 660 650 640", [640, 650, 660, 670, 680, 690]],
    ["650 650", 650],
  ])("%j is %j", (text, scale) => {
    const read = parseScale(text, 6);
    expect(read.ok && read.value).toEqual(scale);
  });

  it.each([
    ["0", /200 to 1500 mm/],
    ["", /expected a length/],
    ["long", /“long” is no length/],
    ["1 2 3", /200 to 1500/],
    ["640 650 660", /or 6, got 3/],
  ])("refuses %j", (text, message) => {
    const read = parseScale(text, 6);
    expect(read.ok ? "" : read.error).toMatch(message);
  });

  it("is read as it is printed", () => {
    for (const scale of [648, [640, 650, 660, 670], 863.6] as const) {
      expect(parseScale(formatScale(scale), 4)).toEqual({ ok: true, value: scale });
    }
    expect(displayScale(648)).toBe("648 mm (25.5 in)");
    expect(displayScale([648, 667, 686])).toBe("686–648 mm (27.0–25.5 in)");
  });
});
