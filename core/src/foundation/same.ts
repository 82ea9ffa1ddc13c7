import { dequal } from "dequal/lite";

/**
 * True where two plain values say the same, whatever the order of their fields: what comes back
 * from a database need not have the order in which it was written.
 */
export function isSame(a: unknown, b: unknown): boolean {
  return dequal(a, b);
}
