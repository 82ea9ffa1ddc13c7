import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { midiOf } from "../pitch/pitch";
import { parseTuning } from "./parse-tuning";
import { stringNames } from "./string-names";
import { formatTuning, formatTuningShort, isSameTuning } from "./tuning";
import { nameOfTuning, TUNING_LIBRARY, tuningById } from "./tuning-library";

const read = (text: string) => {
  const reading = parseTuning(text);
  if (!reading.ok) throw new Error(reading.error);
  return reading.value;
};

describe("reading a tuning", () => {
  it.each([
    ["D A D G B E", "D2 A2 D3 G3 B3 E4", "guitar"],
    ["D2 A2 D3 G3 B3 E4", "D2 A2 D3 G3 B3 E4", "guitar"],
    ["Eb Ab Db Gb Bb Eb", "Eb2 Ab2 Db3 Gb3 Bb3 Eb4", "guitar"],
    ["DADGBE", "D2 A2 D3 G3 B3 E4", "guitar"],
    ["DADF#AD", "D2 A2 D3 F#3 A3 D4", "guitar"],
    ["EADGBe", "E2 A2 D3 G3 B3 E4", "guitar"],
    ["c g d a e g", "C2 G2 D3 A3 E4 G4", "guitar"],
    ["E-A-D-G", "E1 A1 D2 G2", "bass"],
    ["C F C G", "C1 F1 C2 G2", "bass"],
    ["B E A D G", "B0 E1 A1 D2 G2", "bass"],
    ["G D G B D", "G2 D3 G3 B3 D4", "guitar"],
    ["B E A D F# B", "B1 E2 A2 D3 F#3 B3", "baritone"],
    ["A D G C E A", "A1 D2 G2 C3 E3 A3", "baritone"],
    ["C F A# D# G C", "C2 F2 A#2 D#3 G3 C4", "guitar"],
    ["B E A D G B E", "B1 E2 A2 D3 G3 B3 E4", "guitar"],
    ["B E A D G C", "B0 E1 A1 D2 G2 C3", "bass"],
  ])("%s is %s on a %s", (text, tuning, kind) => {
    expect(formatTuning(read(text).tuning)).toBe(tuning);
    expect(read(text).kind).toBe(kind);
  });

  it.each([
    ["", /4 to 9 strings, got 0/],
    ["E A D", /got 3/],
    ["E A D G B E A D G B", /got 10/],
    ["E A D G H E", /string 2: “H” is no note name/],
    ["Es A D G B E", /write flats with b/],
    ["E99 A D G B E", /outside/],
    ["hello world again my friend", /no note name/],
  ])("refuses %j, saying where and why", (text, message) => {
    const reading = parseTuning(text);
    expect(reading.ok ? "" : reading.error).toMatch(message);
  });

  it("infers, for every tuning of the library, the octaves that were left out", () => {
    for (const { name, tuning } of TUNING_LIBRARY) {
      expect(`${name}: ${formatTuning(read(formatTuningShort(tuning)).tuning)}`).toBe(
        `${name}: ${formatTuning(tuning)}`,
      );
      expect(nameOfTuning(tuning)).toBe(name);
    }
  });

  it("prints what it reads", () => {
    const open = fc.integer({ min: 20, max: 76 });
    fc.assert(
      fc.property(fc.array(open, { minLength: 4, maxLength: 9 }), (numbers) => {
        const names = numbers.map(
          (n) => `${"C C# D Eb E F F# G Ab A Bb B".split(" ")[n % 12]}${Math.floor(n / 12) - 1}`,
        );
        const { tuning } = read(names.join(" "));
        expect(tuning.map(midiOf).reverse()).toEqual(numbers);
        expect(isSameTuning(read(formatTuning(tuning)).tuning, tuning)).toBe(true);
      }),
    );
  });
});

describe("string names", () => {
  it.each([
    ["drop-d", "nominal", "e B G D A E"],
    ["drop-d", "actual", "E B G d A D"],
    ["drop-d", "number", "1 2 3 4 5 6"],
    ["open-d", "actual", "dd a F# d A D"],
    ["half-step-down", "actual", "eb Bb Gb Db Ab Eb"],
    ["seven-standard", "nominal", "e b G D A E B"],
    ["open-g-five", "nominal", "E B G D A"],
    ["bass-standard", "nominal", "G D A E"],
  ] as const)("%s by the %s school: %s", (id, school, names) => {
    const { tuning, kind } = tuningById(id);
    expect(stringNames(tuning, kind, school).join(" ")).toBe(names);
  });

  it("never gives two strings one name", () => {
    for (const { tuning, kind } of TUNING_LIBRARY) {
      for (const school of ["nominal", "actual"] as const) {
        expect(new Set(stringNames(tuning, kind, school)).size).toBe(tuning.length);
      }
    }
  });
});
