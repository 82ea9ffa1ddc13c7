import { expect, it } from "vitest";
import { withStringNames } from "./string-names";

const named = {
  strings: ["e", "B", "G", "D", "A", "Eb"],
  schools: [],
  fretOffsets: [0, 0, 0, 0, 0, 0],
};
const numbered = { ...named, strings: ["1", "2", "3", "4", "5", "6"] };

it.each([
  ["string 4 shall ring", "the D string shall ring"],
  [
    "a note names string 4, but the strip has string 3",
    "a note names the D string, but the strip has the G string",
  ],
  ["the open string 2 sounds B3", "the open B string sounds B3"],
  ["beyond string 6 at fret 1", "beyond the E♭ string at fret 1"],
  ["on strings 4 and 5", "on strings 4 and 5"],
])("%s: %s", (sentence, said) => {
  expect(withStringNames(sentence, named)).toBe(said);
  expect(withStringNames(sentence, numbered)).toBe(sentence);
});
