import { parseChord } from "@intonazione/core/pitch";
import type { Section } from "@intonazione/core/score";
import type { Mark } from "@intonazione/core/takes";
import { describe, expect, it } from "vitest";
import type { PassAlong } from "./along";
import { sectionsOfMarks } from "./sections-of-marks";

const passesOf = (phrases: string): readonly PassAlong[] =>
  [...phrases].map((phraseId, passIndex) => ({
    phraseId,
    passIndex,
    from: 2 * passIndex,
    to: 2 * passIndex + 2,
  }));
const marked = (seconds: number, words: string, kind: Mark["kind"] = "section"): Mark => ({
  id: words,
  seconds,
  kind,
  words,
});
const said = (sections: readonly Section[] | undefined) =>
  sections?.map(
    ({ name, items }) =>
      `${name}: ${items.map((item) => item.phraseId.repeat(item.times)).join(" ")}`,
  );
const made = (phrases: string, marks: readonly Mark[]) =>
  said(
    sectionsOfMarks(
      passesOf(phrases),
      marks,
      (id) => `Phrase ${id}`,
      () => "new",
    ),
  );

describe("the form that section marks say", () => {
  it.each<[string, string, readonly Mark[], readonly string[] | undefined]>([
    [
      "has what is played from mark to mark",
      "AABB",
      [marked(0, "Verse"), marked(4, "Chorus")],
      ["Verse: AA", "Chorus: BB"],
    ],
    [
      "takes a mark that comes a little late",
      "AB",
      [marked(0.3, "Verse"), marked(2.4, "Chorus")],
      ["Verse: A", "Chorus: B"],
    ],
    [
      "names what comes before by its phrase",
      "ABA",
      [marked(2, "Chorus")],
      ["Phrase A: A", "Chorus: B A"],
    ],
    ["names a section without words by its phrase", "AB", [marked(0, "")], ["Phrase A: A B"]],
    [
      "leaves out a section in which nothing begins",
      "A",
      [marked(0, "Verse"), marked(9, "End")],
      ["Verse: A"],
    ],
    ["looks at no other marks", "AB", [marked(2, "unsure", "doubt")], undefined],
    ["is none of nothing", "", [marked(0, "Verse")], undefined],
  ])("%s", (_, phrases, marks, expected) => {
    expect(made(phrases, marks)).toEqual(expected);
  });

  it("keeps the chords that passes stand over", () => {
    const chord = parseChord("Em");
    if (!chord.ok) throw new Error("Em is a chord");
    const passes = passesOf("AAA").map((pass, index) =>
      index < 2 ? { ...pass, over: chord.value } : pass,
    );
    const [section] = sectionsOfMarks(passes, [marked(0, "Verse")], String, () => "new")!;
    expect(section!.items.map(({ times, over }) => [times, over?.length])).toEqual([
      [2, 2],
      [1, undefined],
    ]);
  });
});
