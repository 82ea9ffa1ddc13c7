import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NO_CAPO } from "../instrument/capo";
import { usualInstrument } from "../instrument/instrument";
import { tuningById } from "../instrument/tuning-library";
import { USUAL_STYLE } from "../neck/place-names";
import { fraction } from "../rhythm/fraction";
import { framesOf } from "../score/frame";
import { anyMarks } from "../score/song.arbitraries";
import { readBarWords, sayBarWords } from "./bar-words";
import { calloutContext } from "./context";

const instrument = usualInstrument(tuningById("standard"), "Guitar");
const context = calloutContext(
  { instrument, capo: NO_CAPO },
  {
    key: { tonic: { step: "E", alter: 0 }, mode: "minor" },
    metre: { beats: 4, unit: 4 },
    tempoBpm: 96,
  },
  USUAL_STYLE,
);

describe("what a bar says to all parts", () => {
  it.each([
    ["in 7/8", { metre: { beats: 7, unit: 8 } }],
    ["at 120", { tempoBpm: 120 }],
    ["from 4&", { from: fraction(7, 8) }],
    ["in 3/4 at 60 from 3", { metre: { beats: 3, unit: 4 }, tempoBpm: 60, from: fraction(1, 2) }],
    ["", {}],
    ["at 96", {}],
    ["in 4/4", {}],
  ])("%j", (text, words) => {
    expect(readBarWords(text, context)).toEqual({ words, findings: [] });
  });

  it("counts chords from where the metre begins, also in a pick-up", () => {
    const { words, findings } = readBarWords("from 3 {Dm} {-@4&}", context);
    expect(findings).toEqual([]);
    expect(words.chords?.map(({ at, chord }) => [at, chord?.root.step])).toEqual([
      [fraction(1, 2), "D"],
      [fraction(7, 8), undefined],
    ]);
  });

  it.each([
    ["{Hx}", "chord-unknown", 1],
    ["{Dm@9}", "moment-unknown", 1],
    ["in 4/0", "metre-unknown", 1],
    ["at 9999", "tempo-out-of-range", 1],
    ["{Dm} E0", "notes-in-bar-words", 1],
    ["{Dm} | {G}", "notes-in-bar-words", 1],
    ["under[ E0 ]", "notes-in-bar-words", 1],
    ['{Dm} "loud"', "words-on-nothing", 12],
    ["from 5", "moment-unknown", 1],
  ])("%s is a slip: %s", (text, code, column) => {
    const { findings } = readBarWords(text, context);
    expect(findings.map((finding) => [finding.code, finding.where.column])).toEqual([
      [code, column],
    ]);
  });

  it("is read as it is said, for any bar of any phrase", () => {
    fc.assert(
      fc.property(anyMarks(6, context), (marks) => {
        const frames = framesOf(marks, context, 6);
        for (const { bar, ...words } of marks) {
          const { metre, tempoBpm } = frames[bar - 1] ?? context;
          const text = sayBarWords(words, frames[bar]!);
          const reading = readBarWords(text, { ...context, metre, tempoBpm });
          expect(reading).toEqual({ words, findings: [] });
        }
      }),
      { numRuns: 300 },
    );
  });
});
