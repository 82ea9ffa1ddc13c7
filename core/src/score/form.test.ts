import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anyForm } from "./form.arbitraries";
import { MAX_PASSES, unfold, type Section } from "./form";

const phrases = ["a", "b", "c", "d"].map((id) => ({ id }));
const ids = phrases.map(({ id }) => id);
type Played = Section["items"][number];

/** How often phrases come by, counted without playing anything. */
function countOf({ items, times, endings }: Section): number {
  const inEndings = (list: Section["endings"]) =>
    list.reduce((total, { passes }) => total + passes.length, 0);
  const once = items.reduce((total, item) => total + item.times + inEndings(item.endings), 0);
  return times * once + inEndings(endings);
}

describe("a form unfolded", () => {
  it("plays as many phrases as it says, each ending on its passes", () => {
    fc.assert(
      fc.property(anyForm(ids), (form) => {
        fc.pre(form.length > 0);
        const passes = unfold({ form, phrases });
        const total = form.reduce((sum, section) => sum + countOf(section), 0);
        expect(passes.length).toBe(Math.min(MAX_PASSES, total));
        for (const { id, endings, times, items } of form) {
          const own = passes.filter(({ sectionId }) => sectionId === id);
          expect(Math.max(0, ...own.map(({ sectionPass }) => sectionPass))).toBeLessThanOrEqual(
            times,
          );
          const ends = own.filter(({ isEnding }) => isEnding).map(({ phraseId }) => phraseId);
          const wanted = [
            ...Array.from({ length: times }, () => items.flatMap(endingsOf)).flat(),
            ...endingsOf({ endings }),
          ];
          expect([...ends].sort()).toEqual([...wanted].sort());
        }
      }),
    );
  });

  it("lays each pass over the next chord, and endings over none", () => {
    fc.assert(
      fc.property(anyForm(ids), (form) => {
        for (const pass of unfold({ form, phrases })) {
          const section = form.find(({ id }) => id === pass.sectionId);
          if (!section) continue;
          if (pass.isEnding) expect(pass.over).toBeUndefined();
          const overs = section.items.flatMap((item) =>
            item.phraseId === pass.phraseId
              ? [item.over?.[(pass.phrasePass - 1) % item.over.length]]
              : [],
          );
          if (!pass.isEnding) expect(overs).toContain(pass.over);
        }
      }),
    );
  });

  it("is cut where it would never end", () => {
    const item: Played = { phraseId: "a", times: 64, endings: [] };
    const long: Section = { id: "s", name: "On", times: 64, endings: [], items: [item, item] };
    expect(unfold({ form: [long, long, long], phrases })).toHaveLength(MAX_PASSES);
  });

  it("is every phrase once where no form is said", () => {
    expect(unfold({ form: [], phrases }).map(({ phraseId }) => phraseId)).toEqual(ids);
  });
});

function endingsOf({ endings }: Pick<Section, "endings">): readonly string[] {
  return endings.flatMap(({ passes, phraseId }) => passes.map(() => phraseId));
}
