import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fraction } from "../../rhythm/fraction";
import { MAX_BARS, type Bar } from "../../score/bar";
import { MAX_PHRASES } from "../../score/song";
import { testId } from "../../score/song.arbitraries";
import { inRuns, PhraseMaker, type Stretch } from "./phrase-maker";
import { Remarks } from "./remarks";
import { withinPhrases } from "./song-room";

const rest = (eighths: number): Bar => ({
  events: [{ kind: "rest", id: testId(), duration: fraction(eighths, 8) }],
});
const stretch = (name: string | undefined, ...eighths: number[]): Stretch => ({
  name,
  marks: [],
  bars: [eighths.map(rest)],
});

function made(stretches: readonly Stretch[]) {
  const remarks = new Remarks();
  const maker = new PhraseMaker(["part"], testId);
  const phrases = maker.phrasesOf(stretches, remarks);
  return { maker, phrases, codes: remarks.findings().map(({ code }) => code) };
}

describe("phrases of a file", () => {
  it.each<readonly [string, readonly Stretch[], readonly string[], number]>([
    [
      "one that comes again under its name is the same",
      [stretch("Verse", 1, 2), stretch("Chorus", 3), stretch("Verse", 1, 2)],
      ["Verse", "Chorus", "Verse"],
      2,
    ],
    [
      "one that is played otherwise is another",
      [stretch("Verse", 1), stretch("Verse", 2)],
      ["Verse", "Verse (2)"],
      2,
    ],
    [
      "without a name each is new",
      [stretch(undefined, 1), stretch(undefined, 1)],
      ["Phrase 1", "Phrase 2"],
      2,
    ],
  ])("%s", (_, stretches, names, count) => {
    const { maker, phrases, codes } = made(stretches);
    expect(phrases.map(({ name }) => name)).toEqual(names);
    expect([maker.phrases.length, maker.lines.length, codes]).toEqual([count, count, []]);
  });

  it("are as many as a song has room for; one that is there already needs none", () => {
    const full = Array.from({ length: MAX_PHRASES }, (_, index) => stretch(`P${index}`, 1));
    expect(made([...full, stretch("P7", 1)]).codes).toEqual([]);
    const { phrases, maker, codes } = made([...full, stretch("More", 1), stretch("P7", 1)]);
    expect([phrases.length, maker.phrases.length, codes]).toEqual([
      MAX_PHRASES,
      MAX_PHRASES,
      ["too-many-phrases"],
    ]);
  });

  it("begin where they are marked, and where one would be too long", () => {
    const anyStarts = fc.array(fc.nat({ max: 9000 }), { maxLength: 8 }).map((more) => [0, ...more]);
    fc.assert(
      fc.property(anyStarts, fc.integer({ min: 1, max: 9000 }), (marked, count) => {
        const starts = withinPhrases(marked, count);
        expect([...starts].sort((a, b) => a - b)).toEqual(starts);
        expect(new Set(starts).size).toBe(starts.length);
        for (const at of marked) expect(starts.includes(at)).toBe(at < count);
        for (const [index, from] of starts.entries()) {
          expect((starts[index + 1] ?? count) - from).toBeLessThanOrEqual(MAX_BARS);
          // Nothing is cut that did not have to be.
          if (!marked.includes(from)) expect(from - starts[index - 1]!).toBe(MAX_BARS);
        }
      }),
    );
  });

  it("in runs are the same phrases in the same order", () => {
    const anyOrder = fc.array(
      fc.tuple(fc.constantFrom("a", "b"), fc.integer({ min: 1, max: 150 })),
      { maxLength: 5 },
    );
    fc.assert(
      fc.property(anyOrder, (runs) => {
        const order = runs.flatMap(([id, times]) => Array<string>(times).fill(id));
        const items = inRuns(order);
        expect(items.flatMap(({ phraseId, times }) => Array<string>(times).fill(phraseId))).toEqual(
          order,
        );
        for (const { times } of items) expect(times).toBeLessThanOrEqual(64);
      }),
    );
  });
});
