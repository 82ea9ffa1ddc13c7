import { parseArgs, type ParseArgsConfig } from "node:util";
import {
  capoProblem,
  MAX_FRETS,
  MAX_STRINGS,
  parseCapo,
  parseTuning,
  type Capo,
  type Instrument,
  type TuningReading,
} from "@intonazione/core/instrument";
import type { GridWish } from "@intonazione/core/formats/midi";
import { Unusable } from "./failure";
import type { ReadingSet } from "./song-files";

export interface Options {
  readonly words: readonly string[];
  readonly values: Readonly<Record<string, string | undefined>>;
}

/** Splits arguments; only the named options are known, and all of them take a value. */
export function readOptions(args: readonly string[], names: readonly string[]): Options {
  const options: NonNullable<ParseArgsConfig["options"]> = {};
  for (const name of names) options[name] = { type: "string" };
  try {
    const { values, positionals } = parseArgs({ args: [...args], options, allowPositionals: true });
    return { words: positionals, values: values as Record<string, string | undefined> };
  } catch (error) {
    throw new Unusable(error instanceof Error ? error.message : "unknown option");
  }
}

/** @throws Unusable when the option is given and is no tuning. */
export function tuningOption(options: Options, name: string): TuningReading | undefined {
  const text = options.values[name];
  if (text === undefined) return undefined;
  const tuning = parseTuning(text);
  if (!tuning.ok) throw new Unusable(`--${name}: ${tuning.error}`);
  return tuning.value;
}

/** @throws Unusable when the option is given and is no capo, or none that fits the instrument. */
export function capoOption(
  options: Options,
  name: string,
  instrument?: Pick<Instrument, "frets" | "tuning">,
): Capo | undefined {
  const text = options.values[name];
  if (text === undefined) return undefined;
  const capo = parseCapo(text, instrument?.tuning.length ?? MAX_STRINGS);
  const problem = capo.ok ? instrument && capoProblem(capo.value, instrument) : capo.error;
  if (!capo.ok || problem !== undefined) throw new Unusable(`--${name}: ${problem}`);
  return capo.value;
}

export function fretsOption(options: Options): number | undefined {
  return integerOption(options, "frets", 1, MAX_FRETS);
}

/** @throws Unusable when the option is given and lies outside `least` … `most`. */
export function integerOption(
  options: Options,
  name: string,
  least: number,
  most: number,
): number | undefined {
  return boundedOption(options, name, { pattern: /^\d+$/u, what: "an integer", least, most });
}

/** @throws Unusable when the option is given and is no number from `least` to `most`. */
export function numberOption(
  options: Options,
  name: string,
  least: number,
  most: number,
): number | undefined {
  return boundedOption(options, name, { pattern: /^\d+(\.\d+)?$/u, what: "a number", least, most });
}

interface Bounds {
  readonly pattern: RegExp;
  readonly what: string;
  readonly least: number;
  readonly most: number;
}

function boundedOption(
  { values }: Options,
  name: string,
  { pattern, what, least, most }: Bounds,
): number | undefined {
  const text = values[name];
  if (text === undefined) return undefined;
  const value = Number(text);
  if (!pattern.test(text) || value < least || value > most) {
    throw new Unusable(`--${name} must be ${what} from ${least} to ${most}, got ${text}`);
  }
  return value;
}

/** Options that say how a file is read. */
export const READING_OPTIONS = ["voices", "grid"] as const;

/** @throws Unusable when `--voices` or `--grid` is given and cannot be read. */
export function readingOptions({ values }: Options): Pick<ReadingSet, "voices" | "grid"> {
  const { voices, grid } = values;
  if (voices !== undefined && !/^\d{1,4}(,\d{1,4})*$/u.test(voices)) {
    throw new Unusable(`--voices must be numbers like 1,3, got ${voices}`);
  }
  return {
    voices: voices?.split(",").map(Number),
    grid: grid === undefined ? undefined : gridOf(grid),
  };
}

function gridOf(text: string): GridWish {
  if (text === "auto" || text === "exact") return { kind: text };
  const perQuarter = Number(text);
  if (/^\d+$/u.test(text) && perQuarter >= 1 && perQuarter <= MOST_STEPS) {
    return { kind: "steps", perQuarter };
  }
  throw new Unusable(
    `--grid must be auto, exact, or 1–${MOST_STEPS} steps a quarter note, got ${text}`,
  );
}

const MOST_STEPS = 32;

/** @throws Unusable when the option is given and is none of `choices`. */
export function choiceOption<Choice extends string>(
  options: Options,
  name: string,
  choices: readonly Choice[],
): Choice | undefined {
  const text = options.values[name];
  const chosen = choices.find((choice) => choice === text);
  if (text !== undefined && chosen === undefined) {
    throw new Unusable(`--${name} must be one of ${choices.join(", ")}, got ${text}`);
  }
  return chosen;
}
