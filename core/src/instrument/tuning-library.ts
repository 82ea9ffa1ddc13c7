import { midiOf } from "../pitch/pitch";
import type { InstrumentFamily } from "./instrument";
import { spelledTuning } from "./spelled-tuning";
import { usualTuning } from "./string-names";
import { formatTuningShort, isSameTuning, type Tuning } from "./tuning";
import { TUNING_ROWS } from "./tunings.data";

export interface NamedTuning {
  readonly id: string;
  readonly name: string;
  readonly aliases: readonly string[];
  readonly family: InstrumentFamily;
  readonly tuning: Tuning;
  /** Strings that some players take off with this tuning. */
  readonly mayComeOff: readonly number[];
}

export const TUNING_LIBRARY: readonly NamedTuning[] = TUNING_ROWS.map(
  ([id, name, family, text, more = {}]) => {
    const spelled = spelledTuning(text, family);
    if (!spelled.ok) throw new RangeError(`tuning ${id}: ${spelled.error}`);
    const { aliases = [], mayComeOff = [] } = more;
    return { id, name, aliases, family, tuning: spelled.value.tuning, mayComeOff };
  },
);

/** @throws RangeError when the library has no such tuning. */
export function tuningById(id: string): NamedTuning {
  const found = TUNING_LIBRARY.find((named) => named.id === id);
  if (!found) throw new RangeError(`no tuning is called ${id}`);
  return found;
}

/** The library's entry for these open pitches, if it has one; rather one of the family. */
export function namedTuningOf(tuning: Tuning, family?: InstrumentFamily): NamedTuning | undefined {
  const alike = TUNING_LIBRARY.filter((named) => isSameTuning(named.tuning, tuning));
  return alike.find((named) => named.family === family) ?? alike[0];
}

export function nameOfTuning(tuning: Tuning, family?: InstrumentFamily): string | undefined {
  return namedTuningOf(tuning, family)?.name;
}

/**
 * How far each string lies from the family's usual tuning in semitones, thickest string first.
 * @returns undefined where nothing is usual for so many strings.
 * @example changesFromUsual(dropD, "guitar") // [-2, 0, 0, 0, 0, 0]
 */
export function changesFromUsual(
  tuning: Tuning,
  family: InstrumentFamily,
): readonly number[] | undefined {
  const usual = usualTuning(family, tuning.length);
  return usual && tuning.map((open, index) => midiOf(open) - midiOf(usual[index]!)).reverse();
}

/** @example changesInWords([-2, 0, 0, 0, 0, 0]) // "6 down 2" */
export function changesInWords(changes: readonly number[]): string {
  const said = (change: number) => `${change < 0 ? "down" : "up"} ${Math.abs(change)}`;
  const [first = 0] = changes;
  if (changes.every((change) => change === 0)) return "as usual";
  if (changes.every((change) => change === first)) return `all ${said(first)}`;
  return changes
    .flatMap((change, index) => (change === 0 ? [] : [`${changes.length - index} ${said(change)}`]))
    .join(", ");
}

/** Lower case, flats and sharps in letters a keyboard has, no punctuation: how names are compared. */
export function plainName(text: string): string {
  return text
    .toLowerCase()
    .replace(/♯/gu, "#")
    .replace(/♭/gu, "b")
    .replace(/\b([a-g])\s*sharp\b/gu, "$1#")
    .replace(/\b([a-g])\s*flat\b/gu, "$1b")
    .replace(/[,;:()–]/gu, " ")
    .replace(/\btuning\b/gu, " ")
    .replace(/\s+/gu, " ")
    .trim();
}

/** The tuning that is called so, by name or alias. */
export function tuningCalled(name: string, family: InstrumentFamily): NamedTuning | undefined {
  const wanted = plainName(name);
  const isCalledSo = ({ name, aliases }: NamedTuning) =>
    [name, ...aliases].some((own) => plainName(own) === wanted);
  const inFamily = TUNING_LIBRARY.filter((named) => named.family === family);
  return (
    inFamily.find(isCalledSo) ??
    // "Bass, drop D" is "drop D" to someone who said bass already.
    inFamily.find(({ name }) => plainName(name) === `${family} ${wanted}`) ??
    TUNING_LIBRARY.find(isCalledSo)
  );
}

export interface TuningSearch {
  /** Words of the name, pitches in a row, or changes from the usual tuning ("6 down 2"). */
  readonly text?: string;
  readonly strings?: number;
  readonly family?: InstrumentFamily;
}

/** The library's tunings that fit, those whose name begins so first; all of them for no text. */
export function findTunings({ text = "", strings, family }: TuningSearch): readonly NamedTuning[] {
  const wanted = plainName(text);
  const pitches = wanted.replace(/[\s\d]/gu, "");
  const isPitches = pitches.length > 1 && /^(?:[a-g][#b]?)+$/u.test(pitches);
  const rankOf = (named: NamedTuning): number | undefined => {
    if (strings !== undefined && named.tuning.length !== strings) return undefined;
    if (family !== undefined && named.family !== family) return undefined;
    if (wanted === "") return 0;
    const names = [named.name, ...named.aliases].map(plainName);
    const changes = changesNamed(named);
    if (changes === wanted || names.some((name) => name.startsWith(wanted))) return 0;
    if (isPitches && pitchRow(named.tuning).startsWith(pitches)) return 1;
    const all = [...names, changes, `${named.tuning.length} strings`].join(" ");
    if (wanted.split(" ").every((word) => all.includes(word))) return 2;
    return isPitches && pitchRow(named.tuning).includes(pitches) ? 3 : undefined;
  };
  return TUNING_LIBRARY.map((named) => ({ named, rank: rankOf(named) }))
    .filter((row): row is typeof row & { rank: number } => row.rank !== undefined)
    .sort((a, b) => a.rank - b.rank)
    .map(({ named }) => named);
}

function pitchRow(tuning: Tuning): string {
  return formatTuningShort(tuning).replaceAll(" ", "").toLowerCase();
}

function changesNamed({ tuning, family }: NamedTuning): string {
  const changes = changesFromUsual(tuning, family);
  return changes ? changesInWords(changes) : "";
}
