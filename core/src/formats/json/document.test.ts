import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { differenceOf } from "../../foundation/difference";
import { err, ok } from "../../foundation/result";
import type { readPieces } from "./document";
import { documentOf, readDocument, readText, type DocumentFormat } from "./document";
import { INSTRUMENT_FORMAT } from "./instrument-json";
import { PROFILES_FORMAT } from "./profile-json";
import { SONG_FORMAT } from "./song-json";

/** A diary whose days were a list of words once, and are lines with a date now. */
interface Diary {
  readonly days: readonly { readonly said: string }[];
}

const diaryFormat: DocumentFormat<Diary> = {
  name: "diary",
  format: "test-diary",
  schema: 2,
  migrate: (plain, schema) =>
    schema === 1 ? { days: (plain as { days: string[] }).days.map((said) => ({ said })) } : plain,
  read: (plain) =>
    (plain as Diary).days.every(({ said }) => typeof said === "string")
      ? ok(plain as Diary)
      : err([{ code: "no-words", severity: "error", where: {}, message: "a day has no words" }]),
};

const anyDays = fc.array(fc.string({ maxLength: 5 }), { maxLength: 6 });
const diary = (days: readonly string[]): Diary => ({ days: days.map((said) => ({ said })) });
const codes = (read: ReturnType<typeof readPieces>) =>
  read.ok ? [] : read.error.map(({ code }) => code);

describe("a document", () => {
  it("is what its whole and the differences since lead to, in today's shape as in an earlier one", () => {
    fc.assert(
      fc.property(
        fc.array(anyDays, { minLength: 1, maxLength: 5 }),
        fc.boolean(),
        (past, isOld) => {
          const schema = isOld ? 1 : 2;
          const plains = past.map((days): unknown => (isOld ? { days } : diary(days)));
          const whole = JSON.stringify(documentOf(diaryFormat, plains[0], schema));
          const changes = plains
            .slice(1)
            .map((after, index) => JSON.stringify(differenceOf(plains[index], after) ?? null));
          const followed = changes.map((change) => (change === "null" ? '{"fields":{}}' : change));
          const value = diary(past.at(-1)!);
          expect(readText(diaryFormat, { whole, changes: followed })).toEqual(
            ok({ value, plain: value, schema }),
          );
        },
      ),
    );
  });

  it.each([
    ["no JSON", { whole: "{", changes: [] }, "not-ours"],
    [
      "of another format",
      {
        whole: JSON.stringify({ ...documentOf(diaryFormat, diary([])), format: "x" }),
        changes: [],
      },
      "not-ours",
    ],
    ["without its value", { whole: '{"format":"test-diary","schema":1}', changes: [] }, "not-ours"],
    [
      "of tomorrow",
      { whole: JSON.stringify(documentOf(diaryFormat, diary([]), 3)), changes: [] },
      "schema-too-new",
    ],
    [
      "followed by what does not fit",
      { whole: JSON.stringify(documentOf(diaryFormat, diary([]))), changes: ['{"list":[7]}'] },
      "change-does-not-fit",
    ],
    [
      "wrong in itself",
      { whole: JSON.stringify(documentOf(diaryFormat, { days: [{}] })), changes: [] },
      "no-words",
    ],
  ])("that is %s is refused, and says why", (_, text, code) => {
    expect(codes(readText(diaryFormat, text))).toEqual([code]);
  });

  it("of each of our kinds is named by its kind, and is no document of another", () => {
    const kinds = [SONG_FORMAT, INSTRUMENT_FORMAT, PROFILES_FORMAT] as const;
    for (const one of kinds) {
      const document = documentOf(one as DocumentFormat<unknown>, []);
      expect(document).toEqual({
        format: `intonazione-${one.name}`,
        schema: one.schema,
        [one.name]: [],
      });
      for (const other of kinds) {
        const read = readDocument(other as DocumentFormat<unknown>, document);
        const [first] = read.ok ? [] : read.error;
        expect(first?.code === "not-ours").toBe(one.name !== other.name);
      }
    }
  });
});
