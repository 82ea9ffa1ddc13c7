/**
 * `after`, where everything in it that equals what stood there before is that very object: what came
 * from another place (a worker’s wire, a file) can be remembered by identity again.
 *
 * Items of lists are matched by their `id` where they have one, else by their place in the list.
 * `sharing(before, after)` equals `after`; it is `before` itself where both are equal.
 */
export function sharing<Value>(before: unknown, after: Value): Value {
  if (Object.is(before, after) || typeof after !== "object" || after === null) return after;
  if (typeof before !== "object" || before === null) return after;
  if (Array.isArray(after)) {
    return Array.isArray(before) ? (sharedList(before, after) as Value) : after;
  }
  if (Array.isArray(before)) return after;
  return sharedObject(before as Plain, after as Plain) as Value;
}

type Plain = Readonly<Record<string, unknown>>;

function sharedObject(before: Plain, after: Plain): Plain {
  const fields = Object.entries(after);
  let isSame = fields.length === Object.keys(before).length;
  // Names are any text, `__proto__` among them: fields are looked up and made as the object's own.
  const shared = fields.map(([name, value]) => {
    const known = Object.hasOwn(before, name) ? before[name] : undefined;
    const own = sharing(known, value);
    if (!Object.hasOwn(before, name) || !Object.is(own, known)) isSame = false;
    return [name, own] as const;
  });
  return isSame ? before : Object.fromEntries(shared);
}

function sharedList(before: readonly unknown[], after: readonly unknown[]): readonly unknown[] {
  const byId = new Map(before.map((item, index) => [idOf(item) ?? index, item]));
  const shared = after.map((item, index) => sharing(byId.get(idOf(item) ?? index), item));
  const isSame =
    shared.length === before.length && shared.every((item, index) => item === before[index]);
  return isSame ? before : shared;
}

function idOf(item: unknown): string | undefined {
  const id = typeof item === "object" && item !== null ? (item as Plain)["id"] : undefined;
  return typeof id === "string" ? id : undefined;
}
