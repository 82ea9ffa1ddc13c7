/** Numbers as they are said, 0 to 36. */

const ONES = [
  "zero",
  "one",
  "two",
  "three",
  "four",
  "five",
  "six",
  "seven",
  "eight",
  "nine",
  "ten",
  "eleven",
  "twelve",
  "thirteen",
  "fourteen",
  "fifteen",
  "sixteen",
  "seventeen",
  "eighteen",
  "nineteen",
];
const TENS = ["", "", "twenty", "thirty"];
const ORDINALS: Readonly<Record<string, string>> = {
  one: "first",
  two: "second",
  three: "third",
  five: "fifth",
  eight: "eighth",
  nine: "ninth",
  twelve: "twelfth",
  twenty: "twentieth",
  thirty: "thirtieth",
};
const MOST = 36;

/** @example sayNumber(21) // "twenty-one" */
export function sayNumber(number: number): string {
  const one = ONES[number];
  if (one !== undefined) return one;
  const ten = TENS[Math.floor(number / 10)]!;
  return number % 10 === 0 ? ten : `${ten}-${ONES[number % 10]}`;
}

/** @example sayOrdinal(21) // "twenty-first" */
export function sayOrdinal(number: number): string {
  const words = sayNumber(number).split("-");
  const last = words.pop()!;
  return [...words, ORDINALS[last] ?? `${last}th`].join("-");
}

const CARDINAL_WORDS = new Map(
  Array.from({ length: MOST + 1 }, (_, number) => [sayNumber(number), number] as const),
);
const ORDINAL_WORDS = new Map(
  Array.from({ length: MOST }, (_, index) => [sayOrdinal(index + 1), index + 1] as const),
);

/** `seven`, `7`. */
export function cardinalOf(word: string): number | undefined {
  if (/^\d{1,2}$/u.test(word)) return Number(word);
  return CARDINAL_WORDS.get(word);
}

/** `seventh`, `7th`. */
export function ordinalOf(word: string): number | undefined {
  const digits = /^(\d{1,2})(?:st|nd|rd|th)$/u.exec(word);
  return digits ? Number(digits[1]) : ORDINAL_WORDS.get(word);
}
