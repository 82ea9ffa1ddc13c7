import { familyOf } from "../instrument/instrument";
import { stringNames, STRING_SCHOOLS } from "../instrument/string-names";
import type { Part } from "../score/song";

const ORDINALS: Readonly<Record<string, number>> = {
  first: 1,
  second: 2,
  third: 3,
  fourth: 4,
  fifth: 5,
  sixth: 6,
  seventh: 7,
};

/** The strings that a text may mean by “the D string”, “string 4”, “the fourth string”; empty for none. */
export function namesOfStrings(text: string, { instrument }: Part): readonly number[] {
  const numbered = /\bstring (\d)\b|\b(\d)(?:st|nd|rd|th) string\b/iu.exec(text);
  if (numbered) return [Number(numbered[1] ?? numbered[2])];
  const ordinal = /\b(first|second|third|fourth|fifth|sixth|seventh) string\b/iu.exec(text);
  if (ordinal) return [ORDINALS[ordinal[1]!.toLowerCase()]!];
  const called = /\b([A-Ga-g](?:♯|#|♭|b)?) string\b/u.exec(text)?.[1];
  // “a string” is any string.
  if (called === undefined || called === "a") return [];
  const name = called.replace("♯", "#").replace("♭", "b").toLowerCase();
  const { tuning } = instrument;
  const found = STRING_SCHOOLS.flatMap((school) =>
    stringNames(tuning, familyOf(instrument), school).flatMap((own, index) =>
      own.toLowerCase() === name ? [index + 1] : [],
    ),
  );
  return [...new Set(found)];
}
