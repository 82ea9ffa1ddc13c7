import { dequal } from "dequal/lite";

/**
 * True where two plain values say the same, whatever the order of their fields: what comes back
 * from a database need not have the order in which it was written.
 */
export function isSame(a: unknown, b: unknown): boolean {
  return dequal(a, b);
}

/** Whether two lists hold the very same things in the same order; two that are absent do too. */
export function isSameList(
  one: readonly unknown[] | undefined,
  other: readonly unknown[] | undefined,
): boolean {
  if (one === other) return true;
  if (one?.length !== other?.length) return false;
  return one!.every((item, index) => item === other![index]);
}
