import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NO_CAPO } from "../../instrument/capo";
import { usualInstrument } from "../../instrument/instrument";
import { STRING_SCHOOLS } from "../../instrument/string-names";
import { tuningById } from "../../instrument/tuning-library";
import { USUAL_STYLE } from "../../neck/place-names";
import { parseKey } from "../../pitch/key";
import { barKey } from "../../score/merge-bars";
import { fraction } from "../../rhythm/fraction";
import { withEvents, type Bar } from "../../score/bar";
import { withNotes, type LineEvent } from "../../score/event";
import type { Song } from "../../score/song";
import { anyMarks, anyPlainSong, anySong, testId } from "../../score/song.arbitraries";
import { calloutContext } from "../context";
import { parseCallout } from "../parse-callout";
import { readSaid } from "../read-said";
import { cardinalOf, ordinalOf, sayNumber, sayOrdinal } from "./numbers.data";
import { isEnglish, readEnglish } from "./read-english";
import { sayEnglish } from "./say-english";

const key = parseKey("E minor");
if (!key.ok) throw new Error(key.error);
const frame = { key: key.value, metre: { beats: 4, unit: 4 }, tempoBpm: 96 };
const contextOn = (tuningId: string, stringSchool = USUAL_STYLE.stringSchool) => {
  const instrument = usualInstrument(tuningById(tuningId), "Guitar");
  return calloutContext({ instrument, capo: NO_CAPO }, frame, { ...USUAL_STYLE, stringSchool });
};
const standard = contextOn("standard");

const VALUES = [fraction(1, 4), fraction(3, 8), fraction(1, 12), fraction(7, 16), fraction(1, 64)];

function withNamedValues(song: Song): Song {
  let count = 0;
  const bars = (line: readonly Bar[]) =>
    line.map((bar) =>
      withEvents(bar, (event): LineEvent => {
        const timed = { ...event, duration: VALUES[count++ % VALUES.length]! };
        return withNotes(timed, (note) =>
          note.kind === "dead" ? note : { ...note, pinned: false },
        );
      }),
    );
  return { ...song, lines: song.lines.map((line) => ({ ...line, bars: bars(line.bars) })) };
}

describe("plain English", () => {
  it.each([
    ["seventh fret on the A, pull off five to four, then five twice", "A7 A5 pA4 A5 ="],
    ["open E, third fret on the A", "E0 A3"],
    ["in eighth notes: open low E three times", "'8 E0 = ="],
    ["fret 5 on the D string together with fret 7 on the G", "D5+G7"],
    ["fifth fret on the B, bend a full step, release", "B5b1 rB5"],
    ["12th fret on the high e with wide vibrato", "e12vv"],
    ["second fret on the fifth string, slide to seven", "A2 sA7"],
    ["palm muted: open E, open E, not muted, fret 3 on the A", "pm[E0 E0] A3"],
    ["dead note on the A, quarter rest, next bar, dotted quarters, open D", "Ax '4 - | '4. D0"],
    ["eighth triplets: 5 on the D, 7, 5", "'8t D5 D7 D5"],
    ["seven on the D, pull off from seven to five", "D7 pD5"],
    ["third fret on the A, accented, hold", "A3.acc ~"],
    ["bend seven on the G one and a half steps", "G7b1½"],
    ["eighth fret on the B", "B8"],
    ["third fret on the A, rest, twice, same again", "A3 - - -"],
  ])("%s", (sentence, callout) => {
    expect(isEnglish(sentence)).toBe(true);
    const read = readEnglish(sentence, standard);
    expect(read.findings).toEqual([]);
    expect(read.callout).toBe(callout);
  });

  it("is told from a call-out, whatever the call-out says", () => {
    const calloutOf = [
      "E0 A7 | D3h5",
      'sing "open the gate" E0',
      "slidebar[E5]",
      "hit scrape",
      "in 7/8 E0",
    ];
    for (const callout of calloutOf) expect(isEnglish(callout)).toBe(false);
  });

  it.each([
    ["open E, wobble, open A", "word-not-understood", 9, 6],
    ["seventh fret", "sentence-unfinished", 1, 12],
    ["twice, open E", "sentence-unfinished", 1, 5],
    ["fret 41 on the A", "fret-out-of-range", 1, 16],
    ["open E, pull off to three", "link-turned-round", 9, 17],
  ])("%s: %s at column %i", (sentence, code, column, length) => {
    const finding = readSaid(sentence, standard, testId).findings.find((one) => one.code === code);
    expect(finding?.where).toMatchObject({ column, length });
  });

  it("knows every number up to 36, both ways", () => {
    for (let number = 0; number <= 36; number++) {
      expect(cardinalOf(sayNumber(number))).toBe(number);
      expect(cardinalOf(String(number))).toBe(number);
      if (number > 0) expect(ordinalOf(sayOrdinal(number))).toBe(number);
    }
  });

  it("says of any line what it reads back as the same line, or why it has no words for it", () => {
    let said = 0;
    // Everything, and what has words: no pins, and values that have a name.
    const anyLine = fc.oneof(anySong, anyPlainSong.map(withNamedValues));
    const anyCase = fc.tuple(anyLine, fc.constantFrom(...STRING_SCHOOLS)).map(([song, school]) => {
      const context = calloutContext(song.parts[0]!, frame, {
        ...USUAL_STYLE,
        stringSchool: school,
      });
      return [context, song.lines.flatMap(({ bars }) => bars)] as const;
    });
    fc.assert(
      fc.property(anyCase, anyMarks(1, frame), ([context, bars], marks) => {
        // Bar by bar, since most of the generated lines hold something that has no words.
        for (const bar of bars) {
          const sentence = sayEnglish([bar], context);
          if (!sentence.ok) {
            expect(sentence.error).toMatch(/^bar 1/u);
            continue;
          }
          said++;
          // What the phrase says already is said by no sentence, and stays.
          const again = readSaid(sentence.value, { ...context, marks }, testId);
          expect(again.findings.filter(({ severity }) => severity === "error")).toEqual([]);
          expect(again.bars.map(barKey)).toEqual([barKey(bar)]);
          expect(again.marks).toEqual(marks);
        }
      }),
      { numRuns: 300 },
    );
    expect(said).toBeGreaterThan(100);
  });

  it.each([
    "'8 pm[E0 E0] D3h5 pm[E0 E0] D6b¼ D5",
    "'8t e3 B5 G4 '2. A5+D7",
    "'4 A7 A5p4 Ax - | '16 E0v D2.acc G2s4 B0 '2 E0+A2+D2",
  ])("says %s in sentences and back", (callout) => {
    const { bars } = parseCallout(callout, standard, testId);
    const sentence = sayEnglish(bars, standard);
    if (!sentence.ok) throw new Error(sentence.error);
    expect(readSaid(sentence.value, standard, testId).bars.map(barKey)).toEqual(bars.map(barKey));
  });

  it("never throws, whatever is typed", () => {
    const words =
      "open fret string on the A e five seventh pull off to hammer bend a full step twice , then with together rest eighths triplets palm muted not next bar".split(
        " ",
      );
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...words, "|", "99", "ü"), { maxLength: 25 }),
        (list) => {
          const text = list.join(" ");
          for (const { where } of readSaid(text, standard, testId).findings) {
            if (where.column !== undefined)
              expect(where.column).toBeLessThanOrEqual(text.length + 1);
          }
        },
      ),
      { numRuns: 500 },
    );
  });
});
