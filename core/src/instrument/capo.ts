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
export function nutsOf(capo: Capo, strings: number): readonly number[] {
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
  { fret, strings }: Capo,
  { frets, tuning }: Pick<Instrument, "frets" | "tuning">,
): string | undefined {
  const most = Math.min(MAX_CAPO, frets - 1);
  if (!Number.isInteger(fret) || fret < 0 || fret > most) {
    return `the capo goes on fret 0 (none) to ${most} of this neck, got ${fret}`;
  }
  if (!strings) return undefined;
  const stray = strings.find((string) => tuning[string - 1] === undefined);
  if (stray !== undefined) {
    return `a partial capo covers strings 1 to ${tuning.length}, got ${stray}`;
  }
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
  return `strings ${strings.slice(0, -1).join(", ")} and ${strings.at(-1)}`;
}
