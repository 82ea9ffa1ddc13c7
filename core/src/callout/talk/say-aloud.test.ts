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
import { OPEN_SHAPES } from "../../theory/capo-finder";
import { anyMarks, anyPlainSong, anySong, testId } from "../../score/song.arbitraries";
import { calloutContext } from "../context";
import { readSaid } from "../read-said";
import { cardinalOf, ordinalOf, sayNumber, sayOrdinal } from "../talk/numbers.data";
import { parseCallout } from "../parse-callout";
import { sayAloud, type Detail } from "./say-aloud";

const key = parseKey("E minor");
if (!key.ok) throw new Error(key.error);
const frame = { key: key.value, metre: { beats: 4, unit: 4 }, tempoBpm: 96 };
const contextOn = (tuningId: string, stringSchool = USUAL_STYLE.stringSchool) => {
  const instrument = usualInstrument(tuningById(tuningId), "Guitar");
  return calloutContext({ instrument, capo: NO_CAPO }, frame, { ...USUAL_STYLE, stringSchool });
};
const standard = contextOn("standard");

function said(callout: string, detail?: Detail) {
  const { bars, findings } = parseCallout(callout, standard, testId);
  expect(findings.filter(({ severity }) => severity === "error")).toEqual([]);
  return sayAloud(bars, standard, [], detail);
}

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

describe("sentences", () => {
  it("knows every number up to 36, both ways", () => {
    for (let number = 0; number <= 36; number++) {
      expect(cardinalOf(sayNumber(number))).toBe(number);
      expect(cardinalOf(String(number))).toBe(number);
      if (number > 0) expect(ordinalOf(sayOrdinal(number))).toBe(number);
    }
  });

  it.each([
    ["'? A0 A0 A3 A5h7", "on the A: open twice, 3, 5, hammer to 7"],
    ["'? E0 E3 | E0 E3 | A2", "on the low E: open, 3. next bar, that bar again. next bar, A 2"],
    [
      "'? A5+D7+G7 e12b1 Ax",
      "A 5 and D 7 and G 7 together, high E 12 bend a whole step, dead note on the A",
    ],
    [
      "'8 E0.slap E5.pm E7.pm A2",
      "in eighth notes: slap open low E, palm muted: on the low E: 5, 7. A 2",
    ],
    [
      "'4. A0 '8 A0 '4 A0 -",
      "in dotted quarter notes: on the A: open, in eighth notes: open, in quarter notes: open, a rest",
    ],
    ["'? A0.slap Ax Ex", "slap open A, dead note on the A, dead note on the low E"],
    ["'1 D7 ~ | D7v", "in whole notes: on the D: 7, tied over. next bar, D 7 with vibrato"],
    [
      "'8t G5!.2 G7tr9",
      "in eighth-note triplets: on the G: 5 with the second finger pinned, 7 trill with 9",
    ],
    ["'? A3 G0 B1 G0", "hold the C shape: A, G, B, G"],
    [
      "'8 pm[A0 2] A0 D2 G2 B1 = A0+B1 | e0 B1 G0 D3",
      "in eighth notes: palm muted: on the A: open, 2. hold the A minor shape: A, D, G, B twice, A and B together. next bar, open high E, B 1, open G, D 3",
    ],
    [
      "'? A3 5 | D2 | =1+2 | =1",
      "on the A: 3, 5. next bar, D 2. next bar, bar one again two frets up. next bar, bar one again",
    ],
  ])("says %s as a teacher would", (callout, words) => expect(said(callout)).toBe(words));

  it.each([
    [
      "'8 E0 E3 A2 | E0 E3 A2 | - | D7",
      "bar 1: from the open low E to A 2; bar 2 is bar 1 again; bar 3 rests; bar 4: D 7",
    ],
    ["'8 E12.harm B3 | -", "bar 1: from low E 12 to B 3; bar 2 rests"],
  ])("says the landmarks of %s", (callout, words) =>
    expect(said(callout, "landmarks")).toBe(words),
  );

  it("says what a hand picks out of grips, and bars that move, and understands them again", () => {
    const anyShape = fc.constantFrom(...OPEN_SHAPES.map(({ frets }) => frets));
    const anyPick = anyShape.chain((frets) => {
      const strings = [..."EADGBe"].flatMap((name, index) => {
        const fret = frets[index];
        return fret === undefined ? [] : [`${name}${fret}`];
      });
      const anyMoment = fc
        .subarray(strings, { minLength: 1, maxLength: 2 })
        .map((notes) => notes.join("+"));
      return fc.array(anyMoment, { minLength: 2, maxLength: 8 });
    });
    const anyBar = fc.tuple(
      fc.constantFrom("", "'8 ", "'16 ", "'? "),
      anyPick,
      fc.constantFrom("", " D2h4", " pm[E0 3]", " -", " '4 B5v"),
    );
    const anyAgain = fc.constantFrom("=|", "=1", "=1+1", "=1+4", "=2+2");
    const anyLine = fc
      .array(
        fc.oneof(
          anyBar.map(([value, notes, end]) => value + notes.join(" ") + end),
          anyAgain,
        ),
        { minLength: 2, maxLength: 5 },
      )
      .filter(([first, second]) => !first!.startsWith("=") && !second!.startsWith("="));
    fc.assert(
      fc.property(anyLine, (line) => {
        const { bars } = parseCallout(line.join(" | "), standard, testId);
        const again = readSaid(sayAloud(bars, standard), standard, testId);
        expect(again.findings.filter(({ severity }) => severity === "error")).toEqual([]);
        expect(again.questions).toEqual([]);
        expect(again.bars.map(barKey)).toEqual(bars.map(barKey));
      }),
      { numRuns: 300 },
    );
  });

  it("says any line, and understands it again as the same line", () => {
    const anyLine = fc.oneof(anySong, anyPlainSong.map(withNamedValues));
    const anyCase = fc.tuple(anyLine, fc.constantFrom(...STRING_SCHOOLS)).map(([song, school]) => {
      const context = calloutContext(song.parts[0]!, frame, {
        ...USUAL_STYLE,
        stringSchool: school,
      });
      return [context, song.lines[0]!.bars] as const;
    });
    fc.assert(
      fc.property(anyCase, anyMarks(1, frame), ([context, bars], marks) => {
        const said = sayAloud(bars, context, marks);
        // What the phrase says already is said by no sentence, and stays.
        const again = readSaid(said, { ...context, marks }, testId);
        expect(again.findings.filter(({ severity }) => severity === "error")).toEqual([]);
        expect(again.questions).toEqual([]);
        expect(again.bars.map(barKey)).toEqual(bars.map(barKey));
        expect(again.marks).toEqual(marks);
      }),
      { numRuns: 300 },
    );
  });
});
