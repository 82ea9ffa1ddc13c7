/**
 * How many items of a sorted list lie before something: those from the beginning for which it is
 * true, found by halving.
 * @param isBefore True for the first items, false for all behind them.
 * @example howManyBefore([1, 4, 4, 9], (one) => one < 4) // 1
 */
export function howManyBefore<Item>(
  sorted: readonly Item[],
  isBefore: (item: Item) => boolean,
): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isBefore(sorted[middle]!)) low = middle + 1;
    else high = middle;
  }
  return low;
}
