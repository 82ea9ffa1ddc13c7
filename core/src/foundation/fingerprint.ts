const known = new WeakMap<object, number>();

/**
 * A number that two plain values share when they say the same, whatever the order of their fields;
 * values that differ share it by chance alone, once in some 4·10⁹. What was seen before is not
 * looked into again: plain values are never changed in place.
 * @returns 0 to 2³² − 1. The mixing is that of MurmurHash3 (A. Appleby, public domain).
 */
export function fingerprint(value: unknown): number {
  if (typeof value !== "object" || value === null)
    return ofText(`${typeof value} ${String(value)}`);
  const before = known.get(value);
  if (before !== undefined) return before;
  const print = Array.isArray(value) ? ofList(value) : ofFields(value);
  known.set(value, print);
  return print;
}

function ofList(list: readonly unknown[]): number {
  let print = mix(0x9e3779b9, list.length);
  for (const item of list) print = mix(print, fingerprint(item));
  return finish(print);
}

/** Fields are added up, so that their order does not matter; absent ones do not count. */
function ofFields(fields: object): number {
  let sum = 1;
  for (const [name, value] of Object.entries(fields)) {
    if (value !== undefined) sum = (sum + finish(mix(ofText(name), fingerprint(value)))) >>> 0;
  }
  return finish(sum);
}

function ofText(text: string): number {
  let print = 0x811c9dc5;
  for (let at = 0; at < text.length; at++) print = mix(print, text.charCodeAt(at));
  return finish(print);
}

function mix(print: number, value: number): number {
  let part = Math.imul(value, 0xcc9e2d51);
  part = Math.imul((part << 15) | (part >>> 17), 0x1b873593);
  const joined = print ^ part;
  return (Math.imul((joined << 13) | (joined >>> 19), 5) + 0xe6546b64) >>> 0;
}

function finish(print: number): number {
  let mixed = Math.imul(print ^ (print >>> 16), 0x85ebca6b);
  mixed = Math.imul(mixed ^ (mixed >>> 13), 0xc2b2ae35);
  return (mixed ^ (mixed >>> 16)) >>> 0;
}
