/** Every choice of `size` of the items, in their order. */
export function* combinations<Item>(
  items: readonly Item[],
  size: number,
): Generator<readonly Item[]> {
  if (size === 0) {
    yield [];
    return;
  }
  for (const [index, item] of items.entries()) {
    for (const rest of combinations(items.slice(index + 1), size - 1)) yield [item, ...rest];
  }
}
