import type { PlaceNames } from "@intonazione/core/neck";
import { displayStringName } from "@intonazione/core/instrument";

/**
 * A sentence of Check with its strings called as the song calls them; numbers stay where the school is
 * to number.
 * @example withStringNames("string 4 shall ring", names) // "the D string shall ring"
 */
export function withStringNames(sentence: string, { strings }: PlaceNames): string {
  return sentence.replace(/\b(open )?string (\d)\b/gu, (said, open: string | undefined, number) => {
    const name = strings[Number(number) - 1];
    if (name === undefined || /^\d/u.test(name)) return said;
    return `${open ?? "the "}${displayStringName(name)} string`;
  });
}
