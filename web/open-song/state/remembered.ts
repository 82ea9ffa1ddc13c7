import type { z } from "zod";

/** Something that this browser keeps from visit to visit; a convenience, never the song. */
export interface Remembered<Value> {
  readonly read: () => Value;
  readonly write: (value: Value) => void;
}

/** @param usual Where nothing is kept, or nothing that can be read. */
export function remembered<Value>(
  key: string,
  schema: z.ZodType<Value>,
  usual: Value,
): Remembered<Value> {
  return {
    read() {
      try {
        const kept = schema.safeParse(JSON.parse(localStorage.getItem(key) ?? ""));
        return kept.success ? kept.data : usual;
      } catch {
        return usual;
      }
    },
    write(value) {
      try {
        localStorage.setItem(key, JSON.stringify(value));
      } catch {
        // A browser that stores nothing still shows it for this visit.
      }
    },
  };
}
