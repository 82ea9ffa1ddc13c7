import { usualTuning } from "../../instrument/string-names";
import { formatPitchClass } from "../../pitch/pitch";
import type { Tuning } from "../../instrument/tuning";
import { chromaOfLabel } from "./choose-tuning";
import type { System } from "./find-systems";
import type { Report } from "./signs";
import type { TextLine } from "./text-lines";

/** A riff on two or three strings is often written without the others. */
const [FEWEST, MOST] = [2, 3];

/**
 * Snippets of two and three lines with the strings they leave away, as silent lines: by their labels,
 * else the thickest ones. What lacks fewer than half of its strings has lost them, and stays as it is.
 * @param tuning Of the whole instrument, string 1 first, where the text or somebody says it.
 */
export function completeSnippets(
  systems: readonly System[],
  tuning: Tuning | undefined,
  report: Report,
): readonly System[] {
  const whole = systems.find(({ lines }) => lines.length > MOST);
  const strings = tuning ?? usualTuning("guitar", 6)!;
  return systems.map((system) => {
    const { lines } = system;
    const count = whole?.lines.length ?? strings.length;
    if (lines.length < FEWEST || lines.length > MOST || 2 * lines.length > count) return system;
    const labels = whole
      ? whole.lines.map(({ staff }) => staff!.label)
      : strings.map(formatPitchClass);
    const own = lines.map(({ staff }) => staff!.label);
    const at = own.every((label) => label !== undefined) ? rowsOf(own, labels) : undefined;
    const rows = at ?? lines.map((_, index) => count - lines.length + index);
    const first = lines[0]!;
    report({
      code: "snippet",
      severity: "info",
      line: first.number,
      column: 1,
      message: `${lines.length} lines of a tablature: read as ${at ? `the strings they name, of ${count}` : `the thickest of ${count} strings`}`,
    });
    const filled = Array.from({ length: count }, (_, row): TextLine => {
      const mine = rows.indexOf(row);
      return mine >= 0 ? lines[mine]! : silent(first, labels[row]);
    });
    return { ...system, lines: filled };
  });
}

/** The row of each label, from the thin string down, those nearest to each other. */
function rowsOf(
  own: readonly string[],
  all: readonly (string | undefined)[],
): readonly number[] | undefined {
  let best: readonly number[] | undefined;
  const go = (rows: readonly number[]): void => {
    if (rows.length === own.length) {
      const span = rows.at(-1)! - rows[0]!;
      // Of two that are as near the lower one: riffs are played there.
      if (!best || span <= best.at(-1)! - best[0]!) best = rows;
      return;
    }
    for (let row = (rows.at(-1) ?? -1) + 1; row < all.length; row++) {
      if (isSame(own[rows.length]!, all[row])) go([...rows, row]);
    }
  };
  go([]);
  return best;
}

function isSame(a: string, b: string | undefined): boolean {
  // Strings may have numbers for names.
  const named = (label: string) => chromaOfLabel(label) ?? label;
  return b !== undefined && named(a) === named(b);
}

/** A string on which nothing is played, with the bars of another one. */
function silent({ number, staff }: TextLine, label: string | undefined): TextLine {
  const body = staff!.body.replace(/[^|]/gu, "-");
  return { number, text: body, staff: { label, body, bodyStart: staff!.bodyStart } };
}
