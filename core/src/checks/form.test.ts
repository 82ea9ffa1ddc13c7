import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { parseForm } from "../callout/form-line";
import type { Section } from "../score/form";
import { anyForm } from "../score/form.arbitraries";
import { testId } from "../score/song.arbitraries";
import { checkForm } from "./form";

const phrases = ["a", "b", "c"].map((id) => ({ id, name: `Phrase ${id}`, marks: [] }));
const formOf = (text: string) => {
  const { form, findings } = parseForm(text, phrases, testId);
  expect(findings).toEqual([]);
  return form;
};
const found = (form: readonly Section[], there = phrases) => checkForm({ form, phrases: there });

describe("a form", () => {
  it.each([
    ["Verse: A x2 [1: B] [2: C]", []],
    ["Verse x3 [3: C]: A B", []],
    ["Verse: A [1: B]", ["ending-without-repeat"]],
    ["Verse [1: B]: A", ["ending-without-repeat"]],
    ["Verse: A x2 [3: B]", ["ending-too-late"]],
    ["Verse x2 [4: B]: A", ["ending-too-late"]],
    ["Verse: A x2 [2, 3: B]; Out: A [1: C]", ["ending-too-late", "ending-without-repeat"]],
  ])("%s: %j", (text, wanted) => {
    expect(found(formOf(text)).map(({ code }) => code)).toEqual(wanted);
  });

  it("whose endings are all reached is not complained of", () => {
    fc.assert(
      fc.property(anyForm(phrases.map(({ id }) => id)), (form) => {
        // An ending of the only pass could be said without one: that alone is told.
        const codes = new Set(found(form).map(({ code }) => code));
        codes.delete("ending-without-repeat");
        expect([...codes]).toEqual([]);
      }),
    );
  });

  it("of phrases that are gone is an error at its name", () => {
    const form = formOf("Verse: A B; Out: C x2 [2: A]");
    const left = phrases.filter(({ id }) => id !== "a");
    const gone = found(form, left);
    expect(gone.map(({ code, severity }) => `${severity} ${code}`)).toEqual([
      "error form-of-nothing",
      "error form-of-nothing",
    ]);
    expect(gone[0]!.message).toBe("Verse plays the phrase a, which does not exist");
    expect(gone[1]!.message).toContain("Out");
  });
});
