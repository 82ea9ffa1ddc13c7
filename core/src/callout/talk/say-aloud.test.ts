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
import { readSaid } from "../read-said";
import { cardinalOf, ordinalOf, sayNumber, sayOrdinal } from "../talk/numbers.data";
import { sayAloud } from "./say-aloud";

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

describe("sentences", () => {
  it("knows every number up to 36, both ways", () => {
    for (let number = 0; number <= 36; number++) {
      expect(cardinalOf(sayNumber(number))).toBe(number);
      expect(cardinalOf(String(number))).toBe(number);
      if (number > 0) expect(ordinalOf(sayOrdinal(number))).toBe(number);
    }
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
      { numRuns: Number(process.env["RUNS"] ?? 100) },
    );
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
