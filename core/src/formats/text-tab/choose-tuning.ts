import type { InstrumentFamily } from "../../instrument/instrument";
import { parseTuning, type TuningReading } from "../../instrument/parse-tuning";
import { usualTuning } from "../../instrument/string-names";
import { formatTuning, MAX_STRINGS, MIN_STRINGS, type Tuning } from "../../instrument/tuning";
import { chromaOf, parsePitchClass } from "../../pitch/pitch";
import type { System } from "./find-systems";
import type { Header } from "./header";
import type { Report } from "./signs";

/** What the strings of a tablature are, and which way round it stands. */
export interface TuningChoice {
  readonly tuning: Tuning;
  readonly family: InstrumentFamily;
  /** True when the thick string is on top. */
  readonly flipped: boolean;
}

/** From the options, the header, the labels or the number of lines; says what it believed. */
export function chooseTuning(
  systems: readonly System[],
  header: Header,
  options: { readonly tuning?: Tuning; readonly family?: InstrumentFamily },
  report: Report,
): TuningChoice {
  const sizes = systems.map((system) => system.lines.length);
  const counted = mostFrequent(sizes.filter((size) => size >= MIN_STRINGS && size <= MAX_STRINGS));
  const said = tuningFor(header, counted, options.family);
  const given = options.tuning ?? said?.tuning;
  const strings = counted ?? given?.length ?? 6;
  const expected = given && sizes.includes(given.length) ? given.length : strings;
  for (const { lines } of systems) {
    if (lines.length === expected) continue;
    report({
      code: "line-count",
      severity: "error",
      line: lines[0]!.number,
      column: 1,
      message: `${lines.length} ${lines.length === 1 ? "line" : "lines"} here, expected ${expected}: one a string`,
    });
  }
  const labelled = readLabels(systems.find((system) => system.lines.length === expected));
  if (given && given.length === expected) {
    const flipped = labelled?.flipped === true && isUpsideDown(labelled.labels, given);
    return {
      tuning: given,
      family: options.family ?? said?.family ?? labelled?.family ?? familyOfTuning(given),
      flipped,
    };
  }
  const line = systems[0]?.lines[0]?.number ?? 1;
  if (given && systems.length > 0) {
    report({
      code: "string-count-mismatch",
      severity: "error",
      line,
      column: 1,
      message: `the tuning has ${given.length} strings, the tablature ${expected} lines: read with the usual tuning of ${expected}`,
    });
  }
  if (labelled) {
    if (labelled.flipped) {
      report({
        code: "thick-string-on-top",
        severity: "info",
        line,
        column: 1,
        message: "the labels have the thick string on top: read that way round",
      });
    }
    return labelled;
  }
  const family = expected <= 5 ? "bass" : "guitar";
  if (systems.length > 0) {
    report({
      code: "tuning-assumed",
      severity: "info",
      line,
      column: 1,
      message: `no tuning is written: read as a ${family} of ${expected} strings in its usual tuning`,
    });
  }
  const usual = usualTuning(family, expected) ?? usualTuning("guitar", 6)!;
  return { tuning: given ?? usual, family, flipped: false };
}

function familyOfTuning(tuning: Tuning): InstrumentFamily {
  const reading = parseTuning(formatTuning(tuning));
  return reading.ok ? reading.value.family : "guitar";
}

/** What the header says of so many strings: “half step down” is said of a bass, too. */
function tuningFor(
  { tuning, tuningWords }: Header,
  strings: number | undefined,
  wanted: InstrumentFamily | undefined,
): TuningReading | undefined {
  if (!tuning || strings === undefined || tuning.tuning.length === strings) return tuning;
  const family = wanted ?? (strings <= 5 ? "bass" : "guitar");
  const again = parseTuning(`${strings}-string ${family} ${tuningWords}`);
  return again.ok && again.value.tuning.length === strings ? again.value : tuning;
}

function readLabels(system: System | undefined) {
  const labels = system?.lines.map((line) => line.staff!.label ?? "") ?? [];
  if (labels.length === 0 || labels.some((label) => !/^[A-G]/iu.test(label))) return undefined;
  const thinOnTop = parseTuning([...labels].reverse().join(" "));
  const thickOnTop = parseTuning(labels.join(" "));
  if (!thinOnTop.ok || !thickOnTop.ok) return undefined;
  const flipped = thickOnTop.value.distance + 6 < thinOnTop.value.distance;
  const { tuning, family } = flipped ? thickOnTop.value : thinOnTop.value;
  return { tuning, family, flipped, labels };
}

/** The pitch class that a label names, written once or again (`ee`), with its octave or without. */
export function chromaOfLabel(label: string): number | undefined {
  const name = parsePitchClass(label.replace(/^([a-g])\1+/u, "$1").replace(/\d$/u, ""));
  return name.ok ? chromaOf(name.value) : undefined;
}

/** With the tuning known, the labels say which way round the lines stand. */
function isUpsideDown(labels: readonly string[], tuning: Tuning): boolean {
  const matches = (rows: readonly string[]) =>
    rows.filter((label, index) => {
      return chromaOfLabel(label) === chromaOf(tuning[index]!);
    }).length;
  return matches(labels.toReversed()) > matches(labels);
}

function mostFrequent(values: readonly number[]): number | undefined {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts.entries()].sort(([, a], [, b]) => b - a)[0]?.[0];
}
