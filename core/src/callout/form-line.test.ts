import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { parseChord } from "../pitch/chord";
import { unfold, type Section } from "../score/form";
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

const anyRepeat = fc.integer({ min: 1, max: 5 }).chain((times) =>
  fc.record({
    times: fc.constant(times),
    endings: fc.array(
      fc.record({
        passes: fc
          .uniqueArray(fc.integer({ min: 1, max: times }), { minLength: 1, maxLength: 3 })
          .map((passes) => passes.sort((a, b) => a - b)),
        phraseId: fc.constantFrom(...phrases.map(({ id }) => id)),
      }),
      { maxLength: 2 },
    ),
  }),
);
const anyChord = fc.constantFrom("Em", "Am7", "B7", "F#sus4", "C/E").map((text) => {
  const chord = parseChord(text);
  if (!chord.ok) throw new Error(chord.error);
  return chord.value;
});
const anyForm: fc.Arbitrary<readonly Section[]> = fc.array(
  fc
    .tuple(
      fc.constantFrom("Verse", "Chorus 2", "Out, slowly", "Box3"),
      anyRepeat,
      fc.array(
        fc
          .tuple(
            fc.constantFrom(...phrases),
            anyRepeat,
            fc.option(fc.array(anyChord, { minLength: 1, maxLength: 4 })),
          )
          .map(([{ id }, repeat, over]) => ({ phraseId: id, ...repeat, ...(over && { over }) })),
        { maxLength: 4 },
      ),
    )
    .map(([name, repeat, items]) => ({ id: testId(), name, ...repeat, items })),
  { maxLength: 4 },
);

describe("the form line", () => {
  it("is read back as what was said", () => {
    fc.assert(
      fc.property(anyForm, (form) => {
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
