import type { Brand } from "./brand";
import { listInWords } from "./list-words";

/**
 * A bar by its index: 0 is the first. Of its line and phrase, or of its part, phrase after phrase:
 * each use says which. What people read is its number through the part (`barNumber`).
 */
export type BarIndex = Brand<number, "BarIndex">;

/** @throws RangeError when `value` is not a whole number from 0. */
export function barIndex(value: number): BarIndex {
  if (!Number.isInteger(value) || value < 0) {
    throw new RangeError(`bar index must be a whole number from 0, got ${value}`);
  }
  return value as BarIndex;
}

export const FIRST_BAR = barIndex(0);

/** The bar so many behind another. @example barsOn(barIndex(4), 2) // 6 */
export function barsOn(bar: BarIndex, by: number): BarIndex {
  return barIndex(bar + by);
}

/** As people count: the first bar is 1. @example barNumber(barIndex(0)) // 1 */
export function barNumber(bar: BarIndex): number {
  return bar + 1;
}

/** The bar that people call by a number: the inverse of `barNumber`. */
export function barNumbered(number: number): BarIndex {
  return barIndex(number - 1);
}

/** How a bar is named everywhere. @example formatBar(barIndex(6)) // "bar 7" */
export function formatBar(bar: BarIndex): string {
  return `bar ${barNumber(bar)}`;
}

/** Some bars, those in a row together. @example formatBars([barIndex(1), barIndex(2), barIndex(4)]) // "bars 2–3 and 5" */
export function formatBars(bars: readonly BarIndex[]): string {
  const runs: BarIndex[][] = [];
  for (const bar of bars) {
    const run = runs.at(-1);
    if (run?.at(-1) === bar - 1) run.push(bar);
    else runs.push([bar]);
  }
  const said = runs.map((run) => {
    const [first, last] = [barNumber(run[0]!), barNumber(run.at(-1)!)];
    return first === last ? String(first) : `${first}–${last}`;
  });
  return `${bars.length === 1 ? "bar" : "bars"} ${listInWords(said)}`;
}

/** Bars with their indexes. */
export function barEntries<Item>(bars: readonly Item[]): readonly (readonly [BarIndex, Item])[] {
  return bars.map((bar, index) => [index as BarIndex, bar] as const);
}
