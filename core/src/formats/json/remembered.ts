import { z } from "zod";
import { standsAsItIs, tellBy } from "./as-it-is";

/**
 * The same schema, which looks at each object once: asked again for the very same object it gives
 * the very same result. Documents are never changed in place.
 */
export function remembered<Value extends object>(schema: z.ZodType<Value>): z.ZodType<Value> {
  const known = new WeakMap<object, Value>();
  const isPlainly = standsAsItIs(schema);
  /** What came of an object before, or itself where nothing is to be made of it. */
  const atOnce = (value: unknown): Value | undefined => {
    if (typeof value !== "object" || value === null) return undefined;
    if (!known.has(value) && isPlainly(value)) known.set(value, value as Value);
    return known.get(value);
  };
  const reading = z.unknown().transform((value, context): Value => {
    const before = atOnce(value);
    if (before) return before;
    const read = schema.safeParse(value);
    if (!read.success) {
      for (const issue of read.error.issues) {
        context.issues.push({ ...issue, path: [...issue.path], input: value } as never);
      }
      return z.NEVER;
    }
    known.set(value as object, read.data);
    return read.data;
  });
  return tellBy(reading, (value) => value !== undefined && atOnce(value) === value);
}
