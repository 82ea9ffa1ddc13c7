import { listInWords } from "../foundation/list-words";
import { err, ok, type Result } from "../foundation/result";
import { MAX_CAPO, type Instrument } from "./instrument";

/** A clamp on the neck. It acts as a new nut on the strings it covers. */
export interface Capo {
  /** Counted from the nut; 0 for none. Integer, 0–12. */
  readonly fret: number;
  /** The strings it covers, rising; absent when it covers all. */
  readonly strings?: readonly number[];
}

export const NO_CAPO: Capo = { fret: 0 };

/** Where each string begins to sound, as a fret counted from the nut; index 0 is string 1. */
export function openOffsetsOf(capo: Capo, strings: number): readonly number[] {
  return Array.from({ length: strings }, (_, index) =>
    capo.strings && !capo.strings.includes(index + 1) ? 0 : capo.fret,
  );
}

/** A capo with its strings in order; a capo at no fret, or on every string, is said the short way. */
export function capoOn(fret: number, strings: readonly number[], stringCount: number): Capo {
  if (fret === 0 || strings.length === 0) return NO_CAPO;
  const covered = [...new Set(strings)].sort((a, b) => a - b);
  return covered.length === stringCount ? { fret } : { fret, strings: covered };
}

export function isSameCapo(a: Capo, b: Capo): boolean {
  return a.fret === b.fret && a.strings?.join() === b.strings?.join();
}

/** @returns what is wrong with a capo on this instrument, for people; undefined when nothing is. */
export function capoProblem(
  capo: Capo,
  { frets, tuning }: Pick<Instrument, "frets" | "tuning">,
): string | undefined {
  return problemWithin(capo, Math.min(MAX_CAPO, frets - 1), tuning.length);
}

function problemWithin({ fret, strings }: Capo, most: number, count: number): string | undefined {
  if (!Number.isInteger(fret) || fret < 0 || fret > most) {
    return `the capo goes on fret 0 (none) to ${most} of this neck, got ${fret}`;
  }
  if (!strings) return undefined;
  const stray = strings.find((string) => string < 1 || string > count);
  if (stray !== undefined) return `a partial capo covers strings 1 to ${count}, got ${stray}`;
  if (strings.length === 0) return "a partial capo covers at least one string";
  return undefined;
}

/** @example capoInWords({ fret: 2, strings: [3, 4, 5] }) // "capo 2 on strings 3–5" */
export function capoInWords({ fret, strings }: Capo): string {
  if (fret === 0) return "no capo";
  return strings ? `capo ${fret} on ${stringsInWords(strings)}` : `capo ${fret}`;
}

/** Neighbours as a run: `strings 3–5`, `strings 1 and 6`, `string 4`. */
export function stringsInWords(strings: readonly number[]): string {
  if (strings.length === 1) return `string ${strings[0]}`;
  const isRun = strings.every((string, index) => string === strings[0]! + index);
  if (isRun && strings.length > 2) return `strings ${strings[0]}–${strings.at(-1)}`;
  return `strings ${listInWords(strings)}`;
}

/** @example formatCapo({ fret: 2, strings: [3, 4, 5] }) // "2 on 3 4 5" */
export function formatCapo({ fret, strings }: Capo): string {
  return strings ? `${fret} on ${strings.join(" ")}` : String(fret);
}

/**
 * Reads a capo: `2`, `capo 2`, `none`, or with the strings it covers: `2 on 3-5`, `2 on 3 4 5`.
 * Whether a neck has that fret is for `capoProblem` to say.
 * @returns an error that says what was expected.
 */
export function parseCapo(text: string, stringCount: number): Result<Capo> {
  const said = text.trim().toLowerCase();
  if (said === "" || said === "none" || said === "no capo") return ok(NO_CAPO);
  const match = /^(?:capo\s*)?(\d{1,2})(?:\s*on\s+(?:strings?\s*)?(\d[\d\s,–-]*))?$/u.exec(said);
  if (!match) {
    return err(`a fret from 0 (none) to ${MAX_CAPO}, like 2 or “2 on 3-5”, got “${text.trim()}”`);
  }
  const fret = Number(match[1]);
  const covered = match[2] === undefined ? undefined : stringsSaid(match[2]);
  const capo = covered ? { fret, strings: covered } : { fret };
  const problem = problemWithin(capo, MAX_CAPO, stringCount);
  if (problem !== undefined) return err(problem);
  return ok(covered ? capoOn(fret, covered, stringCount) : capo);
}

/** `3-5` is 3, 4, 5; blanks and commas separate. */
function stringsSaid(text: string): readonly number[] {
  return [...text.matchAll(/(\d+)(?:\s*[–-]\s*(\d+))?/gu)].flatMap(([, first, last]) => {
    const [from, to] = [Number(first), Number(last ?? first)].sort((a, b) => a - b);
    return Array.from({ length: Math.min(99, to! - from! + 1) }, (_, index) => from! + index);
  });
}
