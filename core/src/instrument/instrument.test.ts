import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { midiOf } from "../pitch/pitch";
import type { InstrumentFamily } from "./instrument";
import { parseTuning } from "./parse-tuning";
import { displayStringName, stringNames } from "./string-names";
import { formatTuning, formatTuningShort, isSameTuning } from "./tuning";
import { nameOfTuning, TUNING_LIBRARY, tuningById } from "./tuning-library";

const read = (text: string, family?: InstrumentFamily) => {
  const reading = parseTuning(text, family);
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
    expect(read(text).family).toBe(kind);
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
    const otherOctaves = TUNING_LIBRARY.filter(({ tuning }) => {
      const inferred = read(formatTuningShort(tuning)).tuning;
      return formatTuning(inferred) !== formatTuning(tuning);
    });
    // Its thick strings sound an octave up, which letters alone cannot say.
    expect(otherOctaves.map(({ name }) => name)).toEqual(["High strung"]);
  });

  it("knows at least sixty tunings, each under one name, by name and by pitches", () => {
    expect(TUNING_LIBRARY.length).toBeGreaterThanOrEqual(60);
    expect(new Set(TUNING_LIBRARY.map(({ id }) => id)).size).toBe(TUNING_LIBRARY.length);
    expect(new Set(TUNING_LIBRARY.map(({ name }) => name)).size).toBe(TUNING_LIBRARY.length);
    for (const { name, aliases, tuning, family } of TUNING_LIBRARY) {
      expect(nameOfTuning(tuning, family)).toBe(name);
      for (const called of [name, ...aliases]) {
        expect(`${called}: ${formatTuning(read(called, family).tuning)}`).toBe(
          `${called}: ${formatTuning(tuning)}`,
        );
      }
    }
  });

  it.each([
    ["half step down", undefined, "Eb2 Ab2 Db3 Gb3 Bb3 Eb4"],
    ["a whole step down", undefined, "D2 G2 C3 F3 A3 D4"],
    ["tuned down 1½ steps", undefined, "C#2 F#2 B2 E3 G#3 C#4"],
    ["down 5 semitones", undefined, "B1 E2 A2 D3 F#3 B3"],
    ["up a half step", undefined, "F2 Bb2 Eb3 Ab3 C4 F4"],
    ["drop D", undefined, "D2 A2 D3 G3 B3 E4"],
    ["Drop D tuning", "bass", "D1 A1 D2 G2"],
    ["drop D, half step down", undefined, "C#2 G#2 C#3 F#3 A#3 D#4"],
    ["half step down, then the 6th down a whole step", undefined, "C#2 G#2 C#3 F#3 A#3 D#4"],
    ["6th to D", undefined, "D2 A2 D3 G3 B3 E4"],
    ["6th to D, 1st to D", undefined, "D2 A2 D3 G3 B3 D4"],
    ["low E to C and B up a half step", undefined, "C2 A2 D3 G3 C4 E4"],
    ["string 3 down 1", undefined, "E2 A2 D3 F#3 B3 E4"],
    ["−2 0 0 0 0 0", undefined, "D2 A2 D3 G3 B3 E4"],
    ["-2 0 0 0", "bass", "D1 A1 D2 G2"],
    ["0 -1 0 0 0 0 0", undefined, "B1 Eb2 A2 D3 G3 B3 E4"],
    ["bass half step down", undefined, "Eb1 Ab1 Db2 Gb2"],
    ["seven strings, half step down", undefined, "Bb1 Eb2 Ab2 Db3 Gb3 Bb3 Eb4"],
    ["drop A on a 7-string guitar", undefined, "A1 E2 A2 D3 G3 B3 E4"],
    ["five-string bass", undefined, "B0 E1 A1 D2 G2"],
    ["CFCG", undefined, "C1 F1 C2 G2"],
    ["CFCG", "guitar", "C3 F3 C4 G4"],
    ["eb ab db gb bb eb", undefined, "Eb2 Ab2 Db3 Gb3 Bb3 Eb4"],
    ["E♭ A♭ D♭ G♭ B♭ E♭", undefined, "Eb2 Ab2 Db3 Gb3 Bb3 Eb4"],
    ["E2+12c A2 D3-6c G3 B3 E4", undefined, "E2+12c A2 D3-6c G3 B3 E4"],
  ] as const)("%s (%s) is %s", (text, family, tuning) => {
    const reading = parseTuning(text, family);
    expect(reading.ok ? formatTuning(reading.value.tuning) : undefined).toBe(tuning);
  });

  it.each([
    ["E A D G B E, A=432", 432],
    ["drop D (A = 442.5 Hz)", 442.5],
    ["half step down at 430 Hz", 430],
    ["DADGBE", undefined],
  ])("%s takes A as %s", (text, hz) => {
    expect(read(text).referenceHz).toBe(hz);
  });

  it.each([
    ["E A D G B E, A=0", /A is 415 to 466 Hz, got “0”/],
    ["E A D G B E A=500", /415 to 466/],
    ["7th to D", /no string 7/],
    ["down 20 semitones", /too far/],
    ["six strings E A D G", /6 strings were said, 4 are written/],
    ["1 2 3", /4 to 9 strings/],
  ])("refuses %j", (text, message) => {
    const reading = parseTuning(text);
    expect(reading.ok ? "" : reading.error).toMatch(message);
  });

  it("tells a re-entrant tuning without refusing it", () => {
    const codes = (text: string) => read(text).findings.map(({ code }) => code);
    expect(codes("E3 A3 D4 G4 B3 E4")).toEqual(["re-entrant"]);
    expect(codes("E2 A2 D3 G3 B3 E4")).toEqual([]);
    expect(codes("E A D G B E")).toEqual(["octaves-inferred"]);
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
    const { tuning, family } = tuningById(id);
    expect(stringNames(tuning, family, school).join(" ")).toBe(names);
  });

  it.each([
    ["F#", "F♯"],
    ["Eb", "E♭"],
    ["eb", "e♭"],
    ["bb", "bb"],
    ["B", "B"],
    ["6", "6"],
  ])("%s is shown as %s", (name, shown) => {
    expect(displayStringName(name)).toBe(shown);
  });

  it("never gives two strings one name", () => {
    for (const { tuning, family } of TUNING_LIBRARY) {
      for (const school of ["nominal", "actual"] as const) {
        expect(new Set(stringNames(tuning, family, school)).size).toBe(tuning.length);
      }
    }
  });
});
