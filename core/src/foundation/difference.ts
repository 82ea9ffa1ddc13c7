import { err, ok, type Result } from "./result";
import { isSame } from "./same";

/**
 * What leads from one plain value to another, as data that can be sent and kept: a new value, fields
 * of an object, or steps along a list. Plain means what JSON can hold; a field that is `undefined`
 * counts as absent.
 */
export type Difference =
  | { readonly value: unknown }
  | {
      readonly fields: Readonly<Record<string, Difference>>;
      /** Fields that are no longer there. */
      readonly gone?: readonly string[];
    }
  | { readonly list: readonly Step[] };

/** Along a list: so many items stay, so many go, these come, one is changed within. */
export type Step =
  | { readonly keep: number }
  | { readonly drop: number }
  | { readonly put: readonly unknown[] }
  | { readonly within: Difference };

type Fields = Readonly<Record<string, unknown>>;
type List = readonly unknown[];

/**
 * The difference that leads from `before` to `after`; undefined where they say the same.
 * `applyDifference(before, differenceOf(before, after))` is `after`. What both share as one object is
 * not looked into, so that a small change of a large value is found at once.
 */
export function differenceOf(before: unknown, after: unknown): Difference | undefined {
  if (before === after) return undefined;
  if (isList(before) && isList(after)) return listDifference(before, after);
  if (isFields(before) && isFields(after)) return fieldDifference(before, after);
  return isSame(before, after) ? undefined : { value: after };
}

function fieldDifference(before: Fields, after: Fields): Difference | undefined {
  // Names are any text, `__proto__` among them: fields are looked up and made as the object's own.
  const fields = new Map<string, Difference>();
  for (const [name, value] of Object.entries(after)) {
    if (value === undefined) continue;
    const old = own(before, name);
    const difference = old === undefined ? { value } : differenceOf(old, value);
    if (difference) fields.set(name, difference);
  }
  const gone = Object.keys(before).filter(
    (name) => own(before, name) !== undefined && own(after, name) === undefined,
  );
  if (fields.size === 0 && gone.length === 0) return undefined;
  const changed = Object.fromEntries(fields);
  return gone.length > 0 ? { fields: changed, gone } : { fields: changed };
}

function listDifference(before: List, after: List): Difference | undefined {
  const shorter = Math.min(before.length, after.length);
  let head = 0;
  while (head < shorter && isAlike(before[head], after[head])) head++;
  let tail = 0;
  while (
    tail < shorter - head &&
    isAlike(before[before.length - 1 - tail], after[after.length - 1 - tail])
  ) {
    tail++;
  }
  if (head === before.length && head === after.length) return undefined;
  const steps = new Steps();
  steps.keep(head);
  align(before.slice(head, before.length - tail), after.slice(head, after.length - tail), steps);
  steps.keep(tail);
  return { list: steps.steps };
}

/** Items of one name are compared within; without names, items are compared as they stand. */
function align(before: List, after: List, steps: Steps): void {
  const places = new Map(before.map((item, index) => [nameOf(item), index]));
  const isNamed = !places.has(undefined) && after.every((item) => nameOf(item) !== undefined);
  let next = 0;
  for (const [index, item] of after.entries()) {
    const found = isNamed ? places.get(nameOf(item)) : index;
    if (found === undefined || found < next || found >= before.length) {
      steps.put(item);
      continue;
    }
    steps.drop(found - next);
    steps.within(differenceOf(before[found], item));
    next = found + 1;
  }
  steps.drop(before.length - next);
}

/** What tells an item of a list from the others: its id, or whose line it is. */
function nameOf(item: unknown): string | undefined {
  if (!isFields(item)) return undefined;
  const { id, phraseId, partId } = item;
  if (typeof id === "string") return id;
  return typeof phraseId === "string" && typeof partId === "string"
    ? `${phraseId} ${partId}`
    : undefined;
}

/** Steps in order, those of one kind gathered. */
class Steps {
  readonly steps: Step[] = [];

  keep(count: number): void {
    const last = this.steps.at(-1);
    if (count === 0) return;
    if (last && "keep" in last) this.steps[this.steps.length - 1] = { keep: last.keep + count };
    else this.steps.push({ keep: count });
  }

  drop(count: number): void {
    if (count > 0) this.steps.push({ drop: count });
  }

  put(item: unknown): void {
    const last = this.steps.at(-1);
    if (last && "put" in last) this.steps[this.steps.length - 1] = { put: [...last.put, item] };
    else this.steps.push({ put: [item] });
  }

  within(difference: Difference | undefined): void {
    if (difference) this.steps.push({ within: difference });
    else this.keep(1);
  }
}

/** Deeper than any document of ours. */
const MAX_DEPTH = 64;

/**
 * Applies a difference that may come from anywhere: nothing in it is taken for granted. What it does
 * not touch stays the same object, and so does the whole where it changes nothing.
 * @returns what does not fit, where it does not.
 */
export function applyDifference(before: unknown, difference: unknown): Result<unknown> {
  return applyAt(before, difference, 0);
}

function applyAt(before: unknown, difference: unknown, depth: number): Result<unknown> {
  if (depth > MAX_DEPTH) return err(`a difference may be ${MAX_DEPTH} levels deep`);
  if (!isFields(difference)) return err("expected a difference, like { value }");
  if ("value" in difference) return ok(difference["value"]);
  if (isList(difference["list"])) return applySteps(before, difference["list"], depth);
  if (isFields(difference["fields"])) {
    return applyFields(before, difference["fields"], difference["gone"] ?? [], depth);
  }
  return err("expected a difference: { value }, { fields } or { list }");
}

function applyFields(
  before: unknown,
  fields: Fields,
  gone: unknown,
  depth: number,
): Result<unknown> {
  if (!isFields(before)) return err("fields of what has none");
  if (!isList(gone)) return err("gone must be a list of names");
  const left = new Set(gone);
  const after = new Map(Object.entries(before).filter(([name]) => !left.has(name)));
  let isChanged = after.size < Object.keys(before).length;
  for (const [name, difference] of Object.entries(fields)) {
    const applied = applyAt(after.get(name), difference, depth + 1);
    if (!applied.ok) return err(`${name}: ${applied.error}`);
    if (applied.value === after.get(name)) continue;
    after.set(name, applied.value);
    isChanged = true;
  }
  return ok(isChanged ? Object.fromEntries(after) : before);
}

function applySteps(before: unknown, steps: List, depth: number): Result<unknown> {
  if (!isList(before)) return err("steps along what is no list");
  const after: unknown[] = [];
  let next = 0;
  for (const step of steps) {
    if (!isFields(step)) return err("expected a step, like { keep }");
    const { keep, drop, put, within } = step;
    const count = keep ?? drop;
    if (isList(put)) {
      for (const item of put) after.push(item);
      continue;
    }
    if (count === undefined) {
      if (next >= before.length) return err(`there is no item ${next}`);
      const applied = applyAt(before[next], within, depth + 1);
      if (!applied.ok) return err(`${next}: ${applied.error}`);
      after.push(applied.value);
      next++;
      continue;
    }
    const most = before.length - next;
    if (!Number.isInteger(count) || (count as number) < 1 || (count as number) > most) {
      return err(`expected 1–${most} items, got ${JSON.stringify(count)}`);
    }
    const end = next + (count as number);
    if (keep !== undefined) for (; next < end; next++) after.push(before[next]);
    next = end;
  }
  if (next < before.length) return err(`nothing is said of the items from ${next} on`);
  const isChanged =
    after.length !== before.length || after.some((item, index) => item !== before[index]);
  return ok(isChanged ? after : before);
}

function isAlike(a: unknown, b: unknown): boolean {
  return a === b || differenceOf(a, b) === undefined;
}

function isList(value: unknown): value is List {
  return Array.isArray(value);
}

function isFields(value: unknown): value is Fields {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

function own(fields: Fields, name: string): unknown {
  return Object.hasOwn(fields, name) ? fields[name] : undefined;
}
