import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { keptTalkOf, type KeptTalk } from "./use-kept-talk";

const anyKept: fc.Arbitrary<KeptTalk> = fc.record({
  text: fc.string({ minLength: 1 }),
  isAsked: fc.boolean(),
  changed: fc.array(
    fc.tuple(
      fc.nat(200),
      fc.record({
        text: fc.string(),
        fate: fc.constantFrom("open" as const, "taken" as const, "dropped" as const),
      }),
    ),
  ),
});

describe("the talk that a browser keeps", () => {
  it("comes back as it was put away", () => {
    fc.assert(
      fc.property(anyKept, (kept) => {
        expect(keptTalkOf(JSON.stringify(kept))).toEqual(kept);
      }),
    );
  });

  it("is nothing where something else stands there", () => {
    const nothing = { text: "", isAsked: false, changed: [] };
    for (const rubbish of [undefined, "", "{", "[]", '"E0"', '{"text":1}', '{"text":"a"}'])
      expect(keptTalkOf(rubbish)).toEqual(nothing);
    fc.assert(
      fc.property(fc.json(), (json) => {
        expect(() => keptTalkOf(json)).not.toThrow();
      }),
    );
  });
});
