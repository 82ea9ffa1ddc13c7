import { isSameList } from "./same";

/**
 * The same function, which remembers for each object the answer it gave last: asked again about the
 * same object with the very same things around it, it gives the same answer without working it out.
 * Nothing is kept beyond the object itself.
 *
 * @example
 * const lengthOf = remembering((list: object[]) => list.length) // counts each list once
 */
export function remembering<Key extends object, Around extends readonly unknown[], Value>(
  work: (key: Key, ...around: Around) => Value,
): (key: Key, ...around: Around) => Value {
  const known = new WeakMap<Key, { readonly around: Around; readonly value: Value }>();
  return (key, ...around) => {
    const last = known.get(key);
    if (last && isSameList(last.around, around)) return last.value;
    const value = work(key, ...around);
    known.set(key, { around, value });
    return value;
  };
}
