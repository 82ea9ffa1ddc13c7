import { z } from "zod";
import { standsAsItIs, tellBy } from "./as-it-is";

/**
 * The same schema, which looks at each object once: asked again for the very same object it gives
 * the very same result. Documents are never changed in place.
 */
export function remembered<Value extends object>(schema: z.ZodType<Value>): z.ZodType<Value> {
  const known = new WeakMap<object, Value>();
  const isPlainly = standsAsItIs(schema);
  /** As it is in most cases: then nothing is made. */
  const standsAsIt = (value: unknown) => {
    if (typeof value !== "object" || value === null) return false;
    const before = known.get(value);
    if (before) return before === value;
    if (!isPlainly(value)) return false;
    known.set(value, value as Value);
    return true;
  };
  const reading = z.unknown().transform((value, context): Value => {
    const isObject = typeof value === "object" && value !== null;
    if (standsAsIt(value)) return value as Value;
    const before = isObject ? known.get(value) : undefined;
    if (before) return before;
    const read = schema.safeParse(value);
    if (!read.success) {
      for (const issue of read.error.issues) {
        context.issues.push({ ...issue, path: [...issue.path], input: value } as never);
      }
      return z.NEVER;
    }
    if (isObject) known.set(value, read.data);
    return read.data;
  });
  return tellBy(reading, standsAsIt);
}
