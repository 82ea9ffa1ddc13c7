import { NO_CAPO, parseCapo, tuningById, usualInstrument } from "@intonazione/core/instrument";
import { newPart, type Song } from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { songOf } from "@/open-song/open-song.test-kit";
import { changedLines, otherwiseInWords } from "./otherwise";

const now = songOf(["{Em} E0 A2 | D0", "A0 A3"], { title: "Slack Water" });
const capoTwo = parseCapo("2", 6);
if (!capoTwo.ok) throw new Error(capoTwo.error);
const [guitar, bass] = now.parts as [Song["parts"][number], Song["parts"][number]];
const tenor = newPart("tenor", "Tenor", {
  instrument: usualInstrument(tuningById("standard"), "Tenor"),
  capo: NO_CAPO,
});

describe("what was otherwise then", () => {
  it.each<[string, Partial<Song>, readonly string[]]>([
    ["nothing", {}, []],
    ["the title", { title: "Low Water" }, ["it was called “Low Water”"]],
    [
      "tempo and metre",
      { tempoBpm: 80, metre: { beats: 3, unit: 4 } },
      ["the tempo was 80", "the metre was 3/4"],
    ],
    [
      "the key",
      { key: { tonic: { step: "B", alter: -1 }, mode: "major" } },
      ["the key was B♭ major"],
    ],
    ["the reference", { referenceHz: 442 }, ["A4 was 442 Hz"]],
    [
      "the form",
      { form: [{ id: "s", name: "Verse", times: 1, endings: [], items: [] }] },
      ["the form was another"],
    ],
    [
      "a capo",
      { parts: [{ ...guitar, capo: capoTwo.value }, bass] },
      ["guitar had Standard, capo 2"],
    ],
    ["a part more", { parts: [guitar, bass, tenor] }, ["Tenor played along"]],
    ["a part less", { parts: [guitar] }, ["bass was not there"]],
    ["a name of a part", { parts: [{ ...guitar, name: "lead" }, bass] }, []],
    [
      "chords",
      { phrases: [{ ...now.phrases[0]!, marks: [] }, now.phrases[1]!] },
      ["Phrase 0 had other chords or metre"],
    ],
    ["a phrase that is gone", { phrases: [...now.phrases, { id: "x", name: "X", marks: [] }] }, []],
  ])("%s", (_, then, words) => {
    expect(otherwiseInWords({ ...now, ...then }, now)).toEqual(words);
  });

  it("is not the order of fields, which a database does not keep", () => {
    const turned = (value: unknown): unknown => {
      if (Array.isArray(value)) return value.map(turned);
      if (typeof value !== "object" || value === null) return value;
      const fields = Object.entries(value).reverse();
      return Object.fromEntries(fields.map(([key, inner]) => [key, turned(inner)]));
    };
    const then = turned(now) as Song;
    expect(JSON.stringify(then)).not.toBe(JSON.stringify(now));
    expect(otherwiseInWords(then, now)).toEqual([]);
    expect(changedLines(then, now, "guitar")).toEqual([]);
  });

  it("shows the lines that differ, with the events in which they do", () => {
    const then = songOf(["{Em} E0 A3 | D0", "A0 A3", "G0"]);
    const changed = changedLines(then, now, "guitar");
    expect(changed.map(({ name, was, is }) => [name, was.size, is.size])).toEqual([
      ["Phrase 0", 1, 1],
      ["Phrase 2", 1, 0],
    ]);
    const [first] = changed;
    expect([...first!.was]).toEqual([first!.before[0]!.events[1]!.id]);
    expect([...first!.is]).toEqual([first!.after[0]!.events[1]!.id]);
    expect(changedLines(then, now, "bass")).toEqual([]);
  });
});
