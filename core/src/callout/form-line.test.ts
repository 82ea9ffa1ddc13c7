import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unfold, type Section } from "../score/form";
import { anyForm } from "../score/form.arbitraries";
import { testId } from "../score/song.arbitraries";
import { parseForm, phraseLetter, printForm } from "./form-line";

const phrases = Array.from({ length: 30 }, (_, index) => ({ id: `p${index}` }));
const read = (text: string) => parseForm(text, phrases, testId);
/** The phrases as they come by. */
const heard = (text: string) =>
  unfold({ form: read(text).form, phrases })
    .map(({ phraseId, over }) => {
      const letter = phraseLetter(Number(phraseId.slice(1)));
      return over ? `${letter}/${over.root.step}` : letter;
    })
    .join("");

describe("the form line", () => {
  it("is read back as what was said", () => {
    fc.assert(
      fc.property(anyForm(phrases.map(({ id }) => id)), (form) => {
        const again = read(printForm(form, phrases));
        expect(again.findings).toEqual([]);
        const withoutIds = (sections: readonly Section[]) =>
          sections.map(({ id: _, ...section }) => section);
        expect(withoutIds(again.form)).toEqual(withoutIds(form));
      }),
    );
  });

  it.each([
    ["A B, C", "ABC"],
    ["Verse: A x2; Chorus: B", "AAB"],
    ["Verse x2: A B", "ABAB"],
    ["A x4 [4: B]", "AAAAB"],
    ["A x2 [1: B] [2: C]", "ABAC"],
    ["Round x2 [1: D] [2: E]: A x2", "AADAAE"],
    ["A x3 over Em Am, B", "A/EA/AA/EB"],
    ["AA AD", "AAAD"],
    ["", Array.from({ length: 30 }, (_, index) => phraseLetter(index)).join("")],
  ])("%s is played %s", (text, wanted) => {
    expect(heard(text)).toBe(wanted);
    expect(read(text).findings).toEqual([]);
  });

  it.each([
    ["A ZZ B", "phrase-expected", 3],
    ["A nonsense", "phrase-expected", 3],
    ["A x0", "repeat-count", 2],
    ["A x2 [B]", "ending-unknown", 5],
    ["A over Hm", "chord-unknown", 8],
  ])("points at the slip in %j, and keeps the rest", (text, code, column) => {
    const { form, findings } = read(text);
    expect(findings[0]).toMatchObject({ code, where: { column } });
    expect(form[0]?.items[0]?.phraseId).toBe("p0");
  });

  it("never throws, whatever is typed", () => {
    const junk = fc.oneof(
      fc.string({ maxLength: 60 }),
      fc
        .array(fc.constantFrom(..."ABZ x2[:]; ,over", "Em", "x99"), { maxLength: 40 })
        .map((parts) => parts.join("")),
    );
    fc.assert(
      fc.property(junk, (text) => {
        expect(unfold({ form: read(text).form, phrases }).length).toBeLessThanOrEqual(4000);
      }),
      { numRuns: 500 },
    );
  });
});
