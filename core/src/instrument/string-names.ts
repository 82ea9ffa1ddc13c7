import { formatPitchClass } from "../pitch/pitch";
import type { InstrumentFamily } from "./instrument";
import { spelledTuning } from "./spelled-tuning";
import type { Tuning } from "./tuning";

/** How a teacher calls the strings: a dropped E string "E" (nominal), "D" (actual), or "6". */
export const STRING_SCHOOLS = ["nominal", "actual", "number"] as const;
export type StringSchool = (typeof STRING_SCHOOLS)[number];

const NOMINAL: Readonly<Record<string, string>> = {
  "guitar-5": "A D G B E",
  "guitar-6": "E A D G B E",
  "guitar-7": "B E A D G B E",
  "guitar-8": "F# B E A D G B E",
  "guitar-9": "C# F# B E A D G B E",
  "baritone-6": "E A D G B E",
  "bass-4": "E A D G",
  "bass-5": "B E A D G",
  "bass-6": "B E A D G C",
};

/**
 * The name of every string; index 0 is string 1, the thinnest. Names are unique: of two strings of
 * one name the thin one is lower case, of three the thinnest doubles its letter (`D d dd`), and
 * where even that would be ambiguous the name is the string's number.
 *
 * @example stringNames(dropD, "guitar", "nominal") // ["e", "B", "G", "D", "A", "E"]
 * @example stringNames(dropD, "guitar", "actual")  // ["E", "B", "G", "d", "A", "D"]
 */
export function stringNames(
  tuning: Tuning,
  family: InstrumentFamily,
  school: StringSchool,
): readonly string[] {
  if (school === "number") return tuning.map((_, index) => String(index + 1));
  const thickestFirst = (school === "nominal" && nominalOf(family, tuning.length)) || [
    ...tuning.map(formatPitchClass).reverse(),
  ];
  const names: string[] = [];
  for (const [index, base] of thickestFirst.entries()) {
    const before = thickestFirst.slice(0, index).filter((name) => name === base).length;
    const thin = base[0]!.toLowerCase();
    const candidate = before === 0 ? base : thin.repeat(before) + base.slice(1);
    names.push(names.includes(candidate) ? String(thickestFirst.length - index) : candidate);
  }
  return names.reverse();
}

/**
 * A string's name as it is shown: with the signs of music where it is typed without. Of two letters
 * `bb` is the thinnest of three B strings.
 *
 * @example displayStringName("F#") // "F♯"
 * @example displayStringName("eb") // "e♭"
 */
export function displayStringName(name: string): string {
  return name.replace("#", "♯").replace(/^([A-Gac-g])b$/u, "$1♭");
}

/**
 * A string as a sentence calls it.
 *
 * @example stringInSentence("F#") // "the F♯ string"
 * @example stringInSentence("5") // "string 5"
 */
export function stringInSentence(name: string): string {
  return /^\d/u.test(name) ? `string ${name}` : `the ${displayStringName(name)} string`;
}

function nominalOf(family: InstrumentFamily, strings: number): string[] | undefined {
  return NOMINAL[`${family}-${strings}`]?.split(" ");
}

/**
 * The usual tuning of a family with that many strings.
 * @returns undefined where nothing is usual, like a guitar of four strings.
 */
export function usualTuning(family: InstrumentFamily, strings: number): Tuning | undefined {
  const key = `${family}-${strings}`;
  if (!usualTunings.has(key)) usualTunings.set(key, readUsualTuning(family, strings));
  return usualTunings.get(key);
}

/** By family and number of strings; every tuning in a list is held against one of these. */
const usualTunings = new Map<string, Tuning | undefined>();

function readUsualTuning(family: InstrumentFamily, strings: number): Tuning | undefined {
  const isBaritone = family === "baritone" && strings === 6;
  const text = isBaritone ? "B1 E2 A2 D3 F#3 B3" : nominalOf(family, strings)?.join(" ");
  const spelled = text === undefined ? undefined : spelledTuning(text, family);
  return spelled?.ok ? spelled.value.tuning : undefined;
}

/**
 * The open strings that shapes are named after: a baritone is fingered like a guitar, and so is
 * every guitar that is tuned down; a bass like a bass.
 */
export function namingTuning(family: InstrumentFamily, strings: number): Tuning | undefined {
  return usualTuning(family === "baritone" ? "guitar" : family, strings);
}
