import { midiOf, type Pitch } from "../pitch/pitch";
import { namedTuningOf } from "./tuning-library";
import type { Tuning } from "./tuning";

/** One string on the way from one tuning to another. */
export interface RetuneStep {
  /** Numbered as on the instrument now. */
  readonly string: number;
  readonly from: Pitch;
  readonly to: Pitch;
  /** Up positive; with the cents of a deviation as hundredths. */
  readonly semitones: number;
}

export interface Retuning {
  /** In the order to do them. */
  readonly steps: readonly RetuneStep[];
  /** Strings to take off, since the wanted tuning has fewer. */
  readonly off: readonly number[];
  /** Strings of the wanted tuning that some players take off with it, numbered as on the instrument now. */
  readonly mayComeOff: readonly number[];
}

/**
 * The way from the tuning on the instrument to the wanted one. First what goes down, thickest string
 * first: that takes load off the neck before anything is tightened; then what goes up, thickest
 * first, since the thick strings bend the neck most and would pull the others flat again.
 *
 * @returns undefined when the instrument has too few strings.
 */
export function retune(from: Tuning, to: Tuning): Retuning | undefined {
  if (to.length > from.length) return undefined;
  const kept = keptStrings(from, to);
  const steps = kept.flatMap((string, index): RetuneStep[] => {
    const now = from[string - 1]!;
    const wanted = to[index]!;
    const semitones = heightOf(wanted) - heightOf(now);
    return semitones === 0 ? [] : [{ string, from: now, to: wanted, semitones }];
  });
  const thickestFirst = steps.sort((a, b) => b.string - a.string);
  const isDown = (step: RetuneStep) => step.semitones < 0;
  return {
    steps: [...thickestFirst.filter(isDown), ...thickestFirst.filter((step) => !isDown(step))],
    off: from.flatMap((_, index) => (kept.includes(index + 1) ? [] : [index + 1])),
    mayComeOff: (namedTuningOf(to)?.mayComeOff ?? []).map((string) => kept[string - 1]!),
  };
}

function heightOf(open: Pitch): number {
  return midiOf(open) + (open.cents ?? 0) / 100;
}

/**
 * Which strings stay on, so that the least turning is needed, thin to thick: dynamic programming
 * over both rows; of equal ways the one that takes the thickest strings off.
 */
function keptStrings(from: Tuning, to: Tuning): readonly number[] {
  const turning = (string: number, index: number) =>
    Math.abs(heightOf(from[string - 1]!) - heightOf(to[index]!));
  type Way = { readonly cost: number; readonly strings: readonly number[] };
  let ways: (Way | undefined)[] = [{ cost: 0, strings: [] }];
  for (let string = 1; string <= from.length; string++) {
    const next: (Way | undefined)[] = [...ways, undefined];
    for (let count = Math.min(string, to.length); count >= 1; count--) {
      const before = ways[count - 1];
      if (!before) continue;
      const cost = before.cost + turning(string, count - 1);
      const without = ways[count];
      if (!without || cost < without.cost) {
        next[count] = { cost, strings: [...before.strings, string] };
      }
    }
    ways = next;
  }
  return ways[to.length]!.strings;
}
