import { formatPitchClass } from "../pitch/pitch";
import { parseTuning } from "./parse-tuning";
import type { InstrumentKind } from "./instrument";
import type { Tuning } from "./tuning";

/** How a teacher calls the strings: a dropped E string "E" (nominal), "D" (actual), or "6". */
export type StringSchool = "nominal" | "actual" | "number";

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
  kind: InstrumentKind,
  school: StringSchool,
): readonly string[] {
  if (school === "number") return tuning.map((_, index) => String(index + 1));
  const thickestFirst = (school === "nominal" && nominalOf(kind, tuning.length)) || [
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

function nominalOf(kind: InstrumentKind, strings: number): string[] | undefined {
  return NOMINAL[`${kind}-${strings}`]?.split(" ");
}

/** The usual tuning of a kind with that many strings; standard six strings when there is none. */
export function usualTuning(kind: InstrumentKind, strings: number): Tuning {
  const text = kind === "baritone" ? "B1 E2 A2 D3 F#3 B3" : nominalOf(kind, strings)?.join(" ");
  const reading = parseTuning(text ?? "E2 A2 D3 G3 B3 E4");
  if (!reading.ok) throw new RangeError(reading.error);
  return reading.value.tuning;
}
