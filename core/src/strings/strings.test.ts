import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { INSTRUMENT_KINDS, usualInstrument, type Instrument } from "../instrument/instrument";
import { parseTuning } from "../instrument/parse-tuning";
import { isWound, type StringGauge, type StringMake } from "../instrument/string-set";
import { TUNING_LIBRARY, tuningById } from "../instrument/tuning-library";
import { frequencyHzOf } from "../pitch/frequency";
import { parsePitch } from "../pitch/pitch";
import { stringsOn } from "./assumed-strings";
import { bendEffort } from "./bend";
import { gettingThere } from "./getting-there";
import { linearDensityKgM, modelErrorOf } from "./linear-density";
import { materialOf, STRING_MATERIALS } from "./materials";
import { formatGauges, parseGauges } from "./parse-gauges";
import { capoSharpCents, frettingSharpCents } from "./sharpening";
import { stringSetsFor } from "./string-sets";
import { feelOf, gaugesThatExist, suggestSet } from "./suggest-set";
import {
  breakingLoadN,
  frequencyUnderHz,
  isSafe,
  poundsForce,
  SAFE_SHARE,
  tensionN,
  tensionsOf,
} from "./tension";

const hz = (name: string) => {
  const pitch = parsePitch(name);
  if (!pitch.ok) throw new Error(pitch.error);
  return frequencyHzOf(pitch.value);
};
const gauge = (mils: number, make: StringMake): StringGauge => ({ gaugeInch: mils / 1000, make });
const tuning = (text: string) => {
  const reading = parseTuning(text);
  if (!reading.ok) throw new Error(reading.error);
  return reading.value.tuning;
};
const withSet = (id: string, setId: string, more: Partial<Instrument> = {}): Instrument => {
  const plain = { ...usualInstrument(tuningById(id), "Test"), ...more };
  const strings = stringSetsFor(plain.kind, plain.tuning.length).find((set) => set.id === setId);
  if (!strings) throw new Error(`no set ${setId}`);
  return { ...plain, strings };
};
const anyGauge = fc
  .constantFrom(...INSTRUMENT_KINDS)
  .chain((kind) =>
    fc
      .constantFrom<StringMake>(
        "plain-steel",
        "nickel-wound",
        "bronze-wound",
        "plain-nylon",
        "copper-wound",
      )
      .chain((make) => fc.constantFrom(...gaugesThatExist(make, kind))),
  );

const SCALE = 25.5 * 25.4;

describe("tension", () => {
  // Pounds as makers' charts print them for these gauges.
  it.each<[StringGauge, string, number, number]>([
    [gauge(10, "plain-steel"), "E4", SCALE, 16.2],
    [gauge(13, "plain-steel"), "B3", SCALE, 15.4],
    [gauge(17, "plain-steel"), "G3", SCALE, 16.6],
    [gauge(26, "nickel-wound"), "D3", SCALE, 18.4],
    [gauge(36, "nickel-wound"), "A2", SCALE, 19.5],
    [gauge(46, "nickel-wound"), "E2", SCALE, 17.5],
    [gauge(32, "bronze-wound"), "D3", SCALE, 30.5],
    [gauge(53, "bronze-wound"), "E2", SCALE, 26.2],
    [gauge(45, "nickel-wound"), "G2", 34 * 25.4, 42.8],
    [gauge(130, "nickel-wound"), "B0", 34 * 25.4, 34.5],
    [gauge(43, "copper-wound"), "E2", 650, 14],
  ])("of %j at %s on %f mm is about %f lb", (string, pitch, length, pounds) => {
    const error = poundsForce(tensionN(string, length, hz(pitch))) / pounds - 1;
    expect(Math.abs(error)).toBeLessThan(modelErrorOf(string));
  });

  it("of plain steel is that of a cylinder of steel, to the digit", () => {
    // 7850 kg/m³ · π · (0.127 mm)² · (2 · 0.6477 m · 329.63 Hz)²
    expect(tensionN(gauge(10, "plain-steel"), 647.7, 329.63)).toBeCloseTo(72.53, 1);
  });

  it("doubles twice with an octave, and the pitch follows the tension back", () => {
    fc.assert(
      fc.property(anyGauge, fc.double({ min: 30, max: 400, noNaN: true }), (string, low) => {
        const newtons = tensionN(string, 648, low);
        expect(tensionN(string, 648, 2 * low) / newtons).toBeCloseTo(4, 9);
        expect(frequencyUnderHz(string, 648, newtons)).toBeCloseTo(low, 6);
      }),
    );
  });

  it("rises with the gauge of every make", () => {
    for (const kind of INSTRUMENT_KINDS) {
      for (const make of [
        "plain-steel",
        "nickel-wound",
        "bronze-wound",
        "copper-wound",
        "plain-nylon",
      ] as const) {
        const masses = gaugesThatExist(make, kind).map(linearDensityKgM);
        expect(masses).toEqual([...masses].sort((a, b) => a - b));
        expect(masses[0]).toBeGreaterThan(0);
      }
    }
  });

  it.each([
    ["E A D G B E", ["comfortable"]],
    ["B E A D F# B", ["slack"]],
    ["A D G C E A".replaceAll(" ", "3 ").concat("4"), ["unsafe"]],
  ])("of tens in %s is felt as %j at the first string", (text, [verdict]) => {
    const instrument = withSet("standard", "electric-10");
    expect(tensionsOf(instrument, tuning(text))[0]!.verdict).toBe(verdict);
  });

  it("calls a string unsafe before it breaks, and never after", () => {
    const first = gauge(10, "plain-steel");
    const breaksAt = frequencyUnderHz(first, 648, breakingLoadN(first));
    // A ten on a long scale is known to break somewhere around A4 to B4.
    expect(breaksAt).toBeGreaterThan(hz("G#4"));
    expect(breaksAt).toBeLessThan(hz("C5"));
    expect(SAFE_SHARE).toBeLessThan(1);
  });

  it("uses each string's own length on a fanned neck", () => {
    const lengths = [635, 641, 647, 653, 660, 667];
    const fanned = withSet("standard", "electric-10", { scaleLengthMm: lengths });
    const found = tensionsOf(fanned, fanned.tuning).map(({ newtons }) => newtons);
    const expected = lengths.map((length, index) =>
      tensionN(fanned.strings!.gauges[index]!, length, frequencyHzOf(fanned.tuning[index]!)),
    );
    expect(found).toEqual(expected);
  });
});

describe("gauges", () => {
  it.each([
    ["0.010 0.013 0.017 0.026w 0.036w 0.046w", ".046w .036w .026w .017 .013 .010"],
    [".046w .036w .026w .017 .013 .010", ".046w .036w .026w .017 .013 .010"],
    ["10 13 17 26w 36w 46w", ".046w .036w .026w .017 .013 .010"],
    ["10-13-17-26w-36w-46w", ".046w .036w .026w .017 .013 .010"],
    ["1.14mm w, 1.65 mm w, 2.16mmw 2.67mmw", ".1051w .085w .065w .0449w"],
    ["9.5 12 16", ".016 .012 .0095"],
  ])("%s is %s", (text, formatted) => {
    const gauges = parseGauges(text, "nickel");
    expect(gauges.ok ? formatGauges(gauges.value) : gauges.error).toBe(formatted);
  });

  it.each([
    ["10 x 17", /“x” is no gauge/],
    ["0", /0.005 to 0.2 in/],
    ["999", /0.005 to 0.2 in/],
  ])("refuses %j", (text, message) => {
    const gauges = parseGauges(text, "nickel");
    expect(gauges.ok ? "" : gauges.error).toMatch(message);
  });

  it("of the common sets never fall, and wear what their kind wears", () => {
    for (const kind of INSTRUMENT_KINDS) {
      for (const strings of [4, 5, 6, 7, 8, 9]) {
        for (const { gauges } of stringSetsFor(kind, strings)) {
          const isClassical = kind === "classical";
          if (!isClassical) {
            const inches = gauges.map((one) => one.gaugeInch);
            expect(inches).toEqual([...inches].sort((a, b) => a - b));
          }
          expect(gauges.some(({ make }) => isWound(make))).toBe(true);
          expect(gauges.some(({ make }) => make.includes("nylon"))).toBe(isClassical);
        }
      }
    }
  });
});

describe("a suggested set", () => {
  it("gives tens back when asked for the feel of tens in standard", () => {
    const tens = withSet("standard", "electric-10");
    const set = suggestSet(tens, tens.tuning, feelOf(tens, 6)!);
    expect(formatGauges(set.gauges)).toBe(formatGauges(tens.strings!.gauges));
  });

  it("takes for every string the nearest gauge that is safe (against all of them)", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...TUNING_LIBRARY),
        fc.double({ min: 45, max: 160, noNaN: true }),
        (named, target) => {
          const instrument = usualInstrument(named, "Any");
          const { gauges } = suggestSet(
            instrument,
            named.tuning,
            named.tuning.map(() => target),
          );
          for (const [index, chosen] of gauges.entries()) {
            const missOf = (one: StringGauge) =>
              Math.abs(
                Math.log(
                  tensionN(
                    one,
                    instrument.scaleLengthMm as number,
                    frequencyHzOf(named.tuning[index]!),
                  ) / target,
                ),
              );
            const hzOf = frequencyHzOf(named.tuning[index]!);
            const scale = instrument.scaleLengthMm as number;
            const safe = gaugesThatExist(chosen.make, instrument.kind).filter((one) =>
              isSafe(tensionN(one, scale, hzOf), one),
            );
            for (const other of safe) {
              expect(missOf(chosen)).toBeLessThanOrEqual(missOf(other) + 1e-12);
            }
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it("is thicker for a lower tuning, thinner for a longer scale", () => {
    const tens = withSet("standard", "electric-10");
    const feel = feelOf(tens, 6)!;
    const inches = (text: string, scaleLengthMm: number) =>
      suggestSet({ kind: "electric", scaleLengthMm }, tuning(text), feel).gauges.map(
        (g) => g.gaugeInch,
      );
    const low = inches("B1 E2 A2 D3 F#3 B3", 648);
    const long = inches("B1 E2 A2 D3 F#3 B3", 710);
    expect(low.every((inch, index) => inch > tens.strings!.gauges[index]!.gaugeInch)).toBe(true);
    expect(long.every((inch, index) => inch <= low[index]!)).toBe(true);
  });
});

describe("bends and pressing", () => {
  const plain = gauge(10, "plain-steel");
  const T = tensionN(plain, 648, hz("E4"));

  it("asks more force near the nut than in the middle, and more for wider bends", () => {
    const force = (fret: number, cents: number) => bendEffort(plain, 648, T, fret, cents)!.forceN;
    expect(force(1, 100)).toBeGreaterThan(force(5, 100));
    expect(force(5, 100)).toBeGreaterThan(force(12, 100));
    for (const [less, more] of [
      [50, 100],
      [100, 200],
      [200, 300],
      [300, 400],
    ] as const) {
      expect(force(12, more)).toBeGreaterThan(force(12, less));
    }
  });

  it("is lighter on lighter strings at the same pitch", () => {
    const nine = gauge(9, "plain-steel");
    const light = bendEffort(nine, 648, tensionN(nine, 648, hz("E4")), 2, 200)!;
    expect(light.forceN).toBeLessThan(bendEffort(plain, 648, T, 2, 200)!.forceN);
  });

  it("stretches the string by what Hooke's law asks for the wanted tension", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 22 }),
        fc.constantFrom(50, 100, 200, 300, 400),
        (fret, cents) => {
          const { travelMm: y } = bendEffort(plain, 648, T, fret, cents)!;
          const behind = 648 * (1 - 2 ** (-fret / 12));
          const length = Math.hypot(behind, y) + Math.hypot(648 - behind, y);
          const stretched = T + (203_000 * Math.PI * 0.127 ** 2 * (length - 648)) / 648;
          expect(600 * Math.log2(stretched / T)).toBeCloseTo(cents, 3);
        },
      ),
    );
  });

  it("sharpens more with a higher action, and with a capo more than with a finger", () => {
    fc.assert(
      fc.property(
        anyGauge,
        fc.integer({ min: 1, max: 12 }),
        fc.double({ min: 1, max: 3.5, noNaN: true }),
        (string, fret, actionMm) => {
          const pressed = { gauge: string, lengthMm: 648, tensionN: 75, actionMm };
          const cents = frettingSharpCents(pressed, fret);
          expect(cents).toBeGreaterThanOrEqual(0);
          expect(frettingSharpCents({ ...pressed, actionMm: actionMm + 1 }, fret)).toBeGreaterThan(
            cents,
          );
          expect(capoSharpCents(pressed, fret)).toBeGreaterThan(cents);
          expect(capoSharpCents(pressed, 0)).toBe(0);
        },
      ),
    );
  });
});

describe("getting there", () => {
  it.each([
    ["standard", "drop-d", [[6, -2]], []],
    [
      "standard",
      "double-drop-d",
      [
        [6, -2],
        [1, -2],
      ],
      [],
    ],
    [
      "standard",
      "open-g",
      [
        [6, -2],
        [5, -2],
        [1, -2],
      ],
      [],
    ],
    [
      "standard",
      "new-standard",
      [
        [6, -4],
        [5, -2],
        [3, 2],
        [2, 5],
        [1, 3],
      ],
      [],
    ],
    [
      "open-g",
      "standard",
      [
        [6, 2],
        [5, 2],
        [1, 2],
      ],
      [],
    ],
    ["open-g", "open-g-five", [], [6]],
    [
      "standard",
      "open-g-five",
      [
        [5, -2],
        [1, -2],
      ],
      [6],
    ],
    ["standard", "standard", [], []],
  ])("from %s to %s: %j, off %j", (from, to, steps, off) => {
    const way = gettingThere(usualInstrument(tuningById(from), "Test"), tuningById(to).tuning)!;
    expect(way.steps.map(({ string, semitones }) => [string, semitones])).toEqual(steps);
    expect(way.off).toEqual(off);
  });

  it("arrives at the wanted tuning, loosening before it tightens", () => {
    const pair = fc.tuple(fc.constantFrom(...TUNING_LIBRARY), fc.constantFrom(...TUNING_LIBRARY));
    fc.assert(
      fc.property(pair, ([from, to]) => {
        const way = gettingThere(usualInstrument(from, "Test"), to.tuning);
        if (to.tuning.length > from.tuning.length) {
          expect(way).toBeUndefined();
          return;
        }
        const heights = new Map(from.tuning.map((open, index) => [index + 1, frequencyHzOf(open)]));
        for (const { string, semitones } of way!.steps) {
          heights.set(string, heights.get(string)! * 2 ** (semitones / 12));
        }
        for (const string of way!.off) heights.delete(string);
        const arrived = [...heights.values()];
        expect(arrived.length).toBe(to.tuning.length);
        for (const [index, open] of to.tuning.entries()) {
          expect(arrived[index]! / frequencyHzOf(open)).toBeCloseTo(1, 9);
        }
        const rising = way!.steps.map(({ semitones }) => semitones > 0);
        expect(rising).toEqual([...rising].sort());
      }),
    );
  });

  it("warns of a string that goes up beyond what it safely bears, and of no other", () => {
    const tens = withSet("standard", "electric-10");
    const risky = (to: string) =>
      gettingThere(tens, tuningById(to).tuning)!.steps.flatMap((s) =>
        s.isRisky ? [s.string] : [],
      );
    expect(risky("open-e")).toEqual([]);
    expect(risky("new-standard")).toEqual([1]);
    expect(risky("drop-d")).toEqual([]);
  });

  it("says which strings may come off with a chord whose root is on the fifth", () => {
    const way = gettingThere(
      usualInstrument(tuningById("standard"), "Test"),
      tuningById("open-g").tuning,
    );
    expect(way?.mayComeOff).toEqual([6]);
  });
});

describe("materials", () => {
  it("are those the strings were read with", () => {
    for (const kind of INSTRUMENT_KINDS) {
      for (const material of STRING_MATERIALS) {
        const gauges = parseGauges("46w 36w 26w 17 13 10", material);
        expect(gauges.ok && materialOf(gauges.value, kind)).toBe(material);
      }
    }
  });

  it("of plain strings alone are what the kind usually wears", () => {
    const plain = parseGauges("16 12 10 9", "bronze");
    expect(plain.ok && materialOf(plain.value, "acoustic")).toBe("bronze");
    expect(plain.ok && materialOf(plain.value, "electric")).toBe("nickel");
    expect(materialOf(undefined, "classical")).toBe("nylon");
  });

  it("weigh differently: bronze more than nickelled steel, nylon least", () => {
    for (const mils of [26, 32, 42]) {
      const [bronze, nickel, copper] = (
        ["bronze-wound", "nickel-wound", "copper-wound"] as const
      ).map((make) => linearDensityKgM(gauge(mils, make)));
      expect(bronze!).toBeGreaterThan(nickel!);
      expect(nickel!).toBeGreaterThan(copper!);
    }
  });
});

describe("strings that nobody named", () => {
  it("are assumed so that every tuning of the library is as safe as strings can make it", () => {
    for (const named of TUNING_LIBRARY) {
      const instrument = usualInstrument(named, "Any");
      const strings = stringsOn(instrument);
      expect(strings.gauges).toHaveLength(named.tuning.length);
      for (const { verdict, string } of tensionsOf({ ...instrument, strings }, named.tuning)) {
        if (verdict !== "unsafe") continue;
        // So high on so long a scale that no string there is would bear it.
        const pitch = frequencyHzOf(named.tuning[string - 1]!);
        for (const other of gaugesThatExist("plain-steel", instrument.kind)) {
          expect(isSafe(tensionN(other, 648, pitch), other)).toBe(false);
        }
      }
    }
    const known = withSet("standard", "electric-10");
    expect(stringsOn(known)).toBe(known.strings);
  });
});
