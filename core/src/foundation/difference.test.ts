import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { applyDifference, differenceOf } from "./difference";
import { fingerprint } from "./fingerprint";

/** Plain values with many equal pieces, so that differences have something to share. */
const anyPlain = fc.letrec<{ value: unknown }>((tie) => ({
  value: fc.oneof(
    { maxDepth: 4, depthIdentifier: "plain" },
    fc.constantFrom(0, 1, 2, "a", "b", true, null),
    fc.array(tie("value"), { maxLength: 5 }),
    fc.dictionary(fc.constantFrom("x", "y", "id", "phraseId", "partId", "__proto__"), tie("value")),
    fc.uniqueArray(fc.record({ id: fc.constantFrom("p", "q", "r", "s"), is: tie("value") }), {
      selector: ({ id }) => id,
    }),
  ),
})).value;

const sent = (value: unknown): unknown =>
  value === undefined ? undefined : JSON.parse(JSON.stringify(value));

describe("a difference", () => {
  it("leads from any plain value to any other, also when it was sent", () => {
    fc.assert(
      fc.property(anyPlain, anyPlain, (before, after) => {
        const difference = differenceOf(before, after);
        if (difference === undefined) expect(sent(before)).toEqual(sent(after));
        else expect(applyDifference(before, sent(difference))).toEqual({ ok: true, value: after });
      }),
      { numRuns: 2000 },
    );
  });

  it("is none between equal values, and takes nothing for a change that is none", () => {
    fc.assert(
      fc.property(anyPlain, (value) => {
        expect(differenceOf(value, sent(value))).toBeUndefined();
        expect(differenceOf({ value, more: undefined }, { value })).toBeUndefined();
      }),
    );
  });

  it("leaves what it does not touch the same object", () => {
    const before = { a: [{ id: "p" }, { id: "q" }], b: { c: 1 } };
    const applied = applyDifference(before, differenceOf(before, { ...before, b: { c: 2 } }));
    if (!applied.ok) throw new Error(applied.error);
    expect((applied.value as typeof before).a).toBe(before.a);
    const idle = { fields: { a: { list: [{ keep: 2 }] } } };
    expect(applyDifference(before, idle)).toEqual({ ok: true, value: before });
    const same = applyDifference(before, idle);
    expect(same.ok && same.value).toBe(before);
  });

  it("of one item among many is small, wherever it is and whatever comes or goes beside it", () => {
    const items = Array.from({ length: 400 }, (_, at) => ({ id: `n${at}`, words: "w".repeat(50) }));
    const changed = items.with(200, { id: "n200", words: "other" }).toSpliced(100, 1);
    changed.push({ id: "new", words: "last" });
    const difference = differenceOf(items, changed);
    expect(JSON.stringify(difference).length).toBeLessThan(300);
    expect(applyDifference(items, difference)).toEqual({ ok: true, value: changed });
  });

  it.each<[string, unknown, unknown]>([
    ["expected a difference", {}, 1],
    ["expected a difference", {}, {}],
    ["fields of what has none", [], { fields: {} }],
    ["steps along what is no list", {}, { list: [] }],
    ["gone must be", {}, { fields: {}, gone: 1 }],
    ["nothing is said", [1], { list: [] }],
    ["expected 1–1 items, got 2", [1], { list: [{ keep: 2 }] }],
    ["expected 1–1 items, got -1", [1], { list: [{ drop: -1 }] }],
    ["expected 1–1 items, got 0.5", [1], { list: [{ keep: 0.5 }] }],
    ["there is no item 1", [1], { list: [{ keep: 1 }, { within: { value: 1 } }] }],
    ["x: fields of what", { x: 1 }, { fields: { x: { fields: {} } } }],
    ["0: expected a difference", [1], { list: [{ within: 7 }] }],
    ["expected a step", [1], { list: [null] }],
  ])("that does not fit says so: %s", (message, before, difference) => {
    const applied = applyDifference(before, difference);
    expect(applied.ok ? "applied" : applied.error).toContain(message);
  });

  it("from anywhere never throws, and is bounded in its depth", () => {
    fc.assert(
      fc.property(anyPlain, anyPlain, (before, difference) => {
        applyDifference(before, difference);
      }),
    );
    let deep: unknown = { value: 1 };
    for (let level = 0; level < 5000; level++) deep = { fields: { x: deep } };
    const applied = applyDifference({}, deep);
    expect(applied.ok).toBe(false);
  });

  it("cannot reach what all objects have in common", () => {
    const hostile: unknown = JSON.parse('{"fields":{"__proto__":{"value":{"isOurs":true}}}}');
    applyDifference({}, hostile);
    expect("isOurs" in {}).toBe(false);
  });
});

describe("a fingerprint", () => {
  it("is that of every value which says the same, and of no other here", () => {
    fc.assert(
      fc.property(anyPlain, anyPlain, (one, other) => {
        const isEqual = differenceOf(one, other) === undefined;
        expect(fingerprint(one) === fingerprint(other)).toBe(isEqual);
        expect(fingerprint(sent(one))).toBe(fingerprint(one));
      }),
      { numRuns: 2000 },
    );
  });

  it("does not ask for the order of fields, and tells lists from fields, 1 from “1”", () => {
    expect(fingerprint({ a: 1, b: [2] })).toBe(fingerprint({ b: [2], a: 1, c: undefined }));
    const others = [1, "1", [1], { 0: 1 }, [[1]], null, "null", true, [], {}, [1, 2], [2, 1]];
    expect(new Set(others.map(fingerprint)).size).toBe(others.length);
  });
});
