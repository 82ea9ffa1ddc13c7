import fc from "fast-check";
import { expect, it } from "vitest";
import { Memory } from "./memory";
import { sharing } from "./sharing";

const copied = <Value>(value: Value): Value => structuredClone(value);

it("equals what came, and is what was there where both are equal", () => {
  fc.assert(
    fc.property(fc.jsonValue(), fc.jsonValue(), (before, after) => {
      expect(sharing(before, after)).toEqual(after);
      expect(sharing(before, copied(before))).toBe(before);
    }),
  );
});

it("takes a field of any name for what it is", () => {
  const before: unknown = JSON.parse('{"__proto__":{"a":1},"b":2}');
  expect(sharing(before, JSON.parse('{"__proto__":{"a":1},"b":2}'))).toBe(before);
  const after: unknown = JSON.parse('{"__proto__":{"a":1},"b":3}');
  expect(JSON.stringify(sharing(before, after))).toBe(JSON.stringify(after));
});

it("keeps what did not change, also where something was put before it", () => {
  const before = {
    key: "A",
    lines: [
      { id: "a", bars: [1] },
      { id: "b", bars: [2] },
    ],
  };
  const after = copied(before);
  after.lines.splice(0, 0, { id: "new", bars: [] });
  const shared = sharing(before, after);
  expect(shared.lines[1]).toBe(before.lines[0]);
  expect(shared.lines[2]).toBe(before.lines[1]);
});

it("a memory works out again only what has other inputs, and forgets what nobody asks for", () => {
  const memory = new Memory();
  let worked = 0;
  const ask = (key: string, input: unknown) => memory.get(key, [input], () => ++worked);
  const one = {};
  expect([ask("a", one), ask("a", one), ask("a", {})]).toEqual([1, 1, 2]);
  memory.turn();
  ask("b", one);
  memory.turn();
  memory.turn();
  expect(ask("b", one)).toBe(4);
});
