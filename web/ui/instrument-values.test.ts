import {
  INSTRUMENT_KINDS,
  TUNING_LIBRARY,
  tuningById,
  usualInstrument,
} from "@intonazione/core/instrument";
import { stringsOn } from "@intonazione/core/strings";
import { demoRack } from "@intonazione/demo";
import { describe, expect, it } from "vitest";
import {
  buildInWords,
  readValues,
  setOf,
  stringsInShort,
  valuesOf,
  withKind,
  type InstrumentValues,
} from "./instrument-values";

const [electric] = demoRack();
const values = valuesOf(electric!);

describe("the form of an instrument", () => {
  it("gives back every instrument of the rack and of the library", () => {
    const plain = TUNING_LIBRARY.map((named) => usualInstrument(named, named.name));
    for (const instrument of [...demoRack(), ...plain]) {
      const { strings, ...rest } = instrument;
      // Sets are known by their gauges; the name follows.
      const named = strings && { strings: setOf(strings.gauges, instrument.kind) };
      expect(readValues(valuesOf(instrument))).toEqual({
        ok: true,
        instrument: { ...rest, ...named },
      });
    }
  });

  it.each<[keyof InstrumentValues, string, RegExp]>([
    ["name", "  ", /needs a name/u],
    ["tuning", "E A D", /4 to 9 strings, got 3/u],
    ["tuning", "E A D G B E A D G B", /got 10/u],
    ["frets", "0", /1 to 36/u],
    ["frets", "22.5", /1 to 36/u],
    ["frets", "", /1 to 36/u],
    ["bodyFret", "30", /of this neck/u],
    ["scale", "0", /200 to 1500/u],
    ["gauges", "10 13", /6 strings need 6 gauges, got 2/u],
    ["gauges", "ten", /no gauge/u],
    ["actionMm", "9", /0 to 8 mm/u],
  ])("says at the field what is wrong: %s %j", (field, typed, message) => {
    const reading = readValues({ ...values, [field]: typed });
    if (reading.ok) throw new Error("expected a refusal");
    expect(Object.keys(reading.errors)).toEqual([field]);
    expect(reading.errors[field]).toMatch(message);
  });

  it("leaves out what nobody knows", () => {
    const reading = readValues({ ...values, gauges: "", actionMm: "", bodyFret: "" });
    const instrument = reading.ok ? reading.instrument : undefined;
    expect(instrument).toBeDefined();
    for (const field of ["strings", "actionMm", "bodyFret"]) {
      expect(instrument).not.toHaveProperty(field);
    }
    expect(stringsInShort(instrument!)).toBe("strings not known");
  });

  it("brings another kind's build, and keeps what was typed by hand", () => {
    expect(withKind(values, "bass")).toMatchObject({ kind: "bass", frets: "21", scale: "864" });
    expect(withKind({ ...values, scale: "628" }, "bass").scale).toBe("628");
  });

  it("is said in a few words", () => {
    const rack = demoRack().map(buildInWords);
    expect(rack).toContain("bass, 4 strings, 864 mm (34.0 in)");
    expect(rack).toContain("classical guitar, 6 strings, 650 mm (25.6 in), left-handed");
    expect(stringsInShort(electric!)).toBe("Regular, 10–46 · .046w .036w .026w .017 .013 .010");
    expect(
      setOf(stringsOn(usualInstrument(tuningById("open-c"), "")).gauges, "electric").name,
    ).toMatch(/–/u);
  });

  it("has words for every kind", () => {
    for (const kind of INSTRUMENT_KINDS) {
      expect(buildInWords({ ...electric!, kind })).toMatch(/^\w/u);
    }
  });
});
