import { familyOf, formatTuning, tuningById, USUAL_BUILD } from "@intonazione/core/instrument";
import { describe, expect, it } from "vitest";
import { choiceOf, readChoice, setUpInWords, STANDARD_CHOICE } from "./instrument-picker";

const read = (strings: string, capo = "0") => readChoice({ strings, capo });

describe("an instrument that is picked or typed", () => {
  it.each([
    ["D A D G B E", "0", "D2 A2 D3 G3 B3 E4", "guitar", "Drop D"],
    ["D2 A2 D3 G3 B3 E4", "2", "D2 A2 D3 G3 B3 E4", "guitar", "Drop D, capo 2"],
    ["Eb Ab Db Gb Bb Eb", "", "Eb2 Ab2 Db3 Gb3 Bb3 Eb4", "guitar", "Half step down"],
    ["E A D G", "0", "E1 A1 D2 G2", "bass", "Bass, standard"],
    ["G D G B D", "0", "G2 D3 G3 B3 D4", "guitar", "Open G, five strings"],
    ["B E A D G B E", "12", "B1 E2 A2 D3 G3 B3 E4", "guitar", "Standard, seven strings, capo 12"],
    ["C G C G C Eb", "0", "C2 G2 C3 G3 C4 Eb4", "guitar", "Open C minor"],
    ["E A D G B E", "2 on 3-5", "E2 A2 D3 G3 B3 E4", "guitar", "Standard, capo 2 on strings 3–5"],
    ["half step down", "1", "Eb2 Ab2 Db3 Gb3 Bb3 Eb4", "guitar", "Half step down, capo 1"],
  ])("%s with capo %j is %s on a %s: %s", (strings, capo, tuning, kind, words) => {
    const reading = read(strings, capo);
    if (!reading.ok) throw new Error(reading.stringsError);
    expect(formatTuning(reading.value.instrument.tuning)).toBe(tuning);
    expect(familyOf(reading.value.instrument)).toBe(kind);
    expect(setUpInWords(reading.value)).toBe(words);
    expect(readChoice(choiceOf(reading.value))).toEqual(reading);
  });

  it.each([
    ["", "0", /4 to 9 strings, got 0/u, undefined],
    ["E A D", "0", /got 3/u, undefined],
    ["E A D G B H", "0", /string 1: “H”/u, undefined],
    ["E A D G B E", "13", undefined, /0 \(none\) to 12 of this neck, got 13/u],
    ["E A D G B E", "-1", undefined, /got “-1”/u],
    ["E A D G B E", "1.5", undefined, /got “1.5”/u],
    ["E A D G B E", "2 on 7", undefined, /strings 1 to 6, got 7/u],
    ["nonsense", "x", /strings/u, /got “x”/u],
  ])("refuses %j with capo %j where it is wrong", (strings, capo, stringsError, capoError) => {
    const reading = read(strings, capo);
    if (reading.ok) throw new Error("expected a refusal");
    if (stringsError) expect(reading.stringsError).toMatch(stringsError);
    else expect(reading.stringsError).toBeUndefined();
    if (capoError) expect(reading.capoError).toMatch(capoError);
    else expect(reading.capoError).toBeUndefined();
  });

  it("keeps name and build while the kind stays, and takes the usual ones when it changes", () => {
    const { tuning } = tuningById("standard");
    const own = {
      name: "Old Walnut",
      kind: "acoustic",
      handed: "left",
      tuning,
      frets: 19,
      scaleLengthMm: 630,
    } as const;
    const same = readChoice({ strings: "D A D G B E", capo: "0" }, own);
    expect(same.ok && same.value.instrument).toMatchObject({
      name: "Old Walnut",
      frets: 19,
      handed: "left",
    });
    const other = readChoice({ strings: "E1 A1 D2 G2", capo: "0" }, own);
    expect(other.ok && other.value.instrument).toMatchObject(USUAL_BUILD.bass);
    expect(readChoice(STANDARD_CHOICE).ok).toBe(true);
  });
});
