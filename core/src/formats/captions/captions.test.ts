import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { calloutContext, printCallout } from "../../callout";
import { NO_CAPO } from "../../instrument/capo";
import { usualInstrument } from "../../instrument/instrument";
import { tuningById } from "../../instrument/tuning-library";
import { USUAL_STYLE } from "../../neck/place-names";
import { parseKey } from "../../pitch/key";
import { testId } from "../../score/song.arbitraries";
import { readCaptions } from "./captions";
import { talkPhrases } from "./talk-phrases";

const key = parseKey("E minor");
if (!key.ok) throw new Error(key.error);
const frame = { key: key.value, metre: { beats: 4, unit: 4 }, tempoBpm: 90 };
const instrument = usualInstrument(tuningById("standard"), "Guitar");
const context = calloutContext({ instrument, capo: NO_CAPO }, frame, USUAL_STYLE);

const WEBVTT = `WEBVTT

NOTE spoken in the Millrace studio

1
00:00:01.000 --> 00:00:04.000 align:start
<v Ines>Hi everybody, and welcome back.</v>

2
00:00:05.000 --> 00:00:08.000
So we start on the open A,
then the third fret of the A.

3
00:00:08.200 --> 00:00:10.000
And then the open D &amp; that's it.

00:00:14.000 --> 00:00:16.000
It took me years to get that right.

00:00:21.000 --> 00:00:24.000
Now the same thing two frets up.
`;

const SUBRIP = WEBVTT.replace("WEBVTT\n\nNOTE spoken in the Millrace studio\n\n", "").replaceAll(
  /(\d)\.(\d{3})/gu,
  "$1,$2",
);

const STAMPED = `0:01 Hi everybody, and welcome back.
0:05 So we start on the open A, then the third fret of the A.
0:08 And then the open D and that's it.
0:14 It took me years to get that right.
0:21 Now the same thing two frets up.`;

function phrasesOf(text: string) {
  const { cues } = readCaptions(text);
  const { phrases, remarks } = talkPhrases(cues, context, testId);
  const said = phrases.map(({ reading, fromMs }) => [
    printCallout(reading.bars, context, reading.marks),
    fromMs,
  ]);
  return { said, remarks, phrases };
}

describe("captions of a lesson", () => {
  it.each([
    ["WebVTT", WEBVTT],
    ["SubRip", SUBRIP],
    ["lines with times", STAMPED],
  ])("%s become phrases with their times; greetings and stories are passed over", (_, text) => {
    const { said, remarks } = phrasesOf(text);
    expect(said).toEqual([
      ["'? A0 3 D0", 5000],
      ["'? A2 5 D2", 21_000],
    ]);
    expect(remarks).toBe(2);
  });

  it("know when each event is spoken of", () => {
    const [phrase] = phrasesOf(WEBVTT).phrases;
    const times = [...phrase!.eventMs.values()];
    expect(times).toEqual(times.toSorted((a, b) => a - b));
    expect(times[0]).toBeGreaterThanOrEqual(5000);
    expect(times.at(-1)).toBeLessThanOrEqual(10_000);
    expect(times).toHaveLength(3);
  });

  it("without full stops are parted where people begin anew", () => {
    const { said } = phrasesOf(
      "0:01 so we go to the d string for five and seven\n0:06 okay then on the g four and five\n0:30 all right let's move on",
    );
    expect(said).toEqual([["'? D5 7 G4 5", 1000]]);
  });

  it("roll up without saying a line twice, and tell times that cannot be read", () => {
    const { cues, findings } = readCaptions(
      "WEBVTT\n\n00:01.000 --> 00:02.000\nopen A\n\n00:02.000 --> 00:03.000\nopen A\nopen D\n\n00:xx --> 1\nlost\n",
    );
    expect(cues.map(({ text }) => text)).toEqual(["open A", "open D"]);
    expect(findings).toMatchObject([{ code: "caption-unread", where: { line: 10 } }]);
  });

  it("are never too much, whatever the file holds", () => {
    const anyLine = fc.oneof(
      fc.constantFrom("WEBVTT", "", "00:01.000 --> 00:02.000", "0:12 open A", "-->", "NOTE x"),
      fc.string({ maxLength: 30 }),
    );
    fc.assert(
      fc.property(fc.array(anyLine, { maxLength: 12 }), (lines) => {
        const { cues } = readCaptions(lines.join("\n"));
        const { phrases } = talkPhrases(cues, context, testId);
        for (const { fromMs, toMs } of phrases) {
          if (fromMs !== undefined && toMs !== undefined)
            expect(toMs).toBeGreaterThanOrEqual(fromMs);
        }
      }),
      { numRuns: 200 },
    );
  });
});
