import fc from "fast-check";
import { afterEach, describe, expect, it, vi } from "vitest";
import {
  LANES,
  shownLanes,
  rememberedLanes,
  rememberLanes,
  toggleLane,
  toggleOwnLanes,
  USUAL_LANES,
  type ShownLanes,
} from "./shown-lanes";

const PHRASES = ["a", "b"];
const usual: ShownLanes = { lanes: USUAL_LANES, ownLanes: {} };

describe("lanes", () => {
  it("are shown and hidden for all phrases but those with their own, whatever the order", () => {
    const anyStep = fc.tuple(fc.constantFrom(...PHRASES), fc.option(fc.constantFrom(...LANES)));
    fc.assert(
      fc.property(fc.array(anyStep, { maxLength: 30 }), (steps) => {
        let wishes = usual;
        for (const [phrase, lane] of steps) {
          const before = wishes;
          const other = phrase === "a" ? "b" : "a";
          const isOwn = before.ownLanes[phrase] !== undefined;
          const change = lane ? toggleLane(before, phrase, lane) : toggleOwnLanes(before, phrase);
          wishes = { ...before, ...change };
          const [was, is] = [shownLanes(before, phrase), shownLanes(wishes, phrase)];
          if (lane) expect(is.has(lane)).toBe(!was.has(lane));
          // To have lanes of its own changes nothing that is seen; to lose them may.
          else if (!isOwn) expect(is).toEqual(was);
          if (isOwn || !lane || before.ownLanes[other]) {
            expect(shownLanes(wishes, other)).toEqual(shownLanes(before, other));
          } else expect(shownLanes(wishes, other)).toEqual(is);
        }
      }),
    );
  });

  describe("are remembered by the browser", () => {
    afterEach(() => void vi.unstubAllGlobals());
    const stored = (text: string | null) => {
      const items = new Map(text === null ? [] : [["intonazione-shown-lanes", text]]);
      vi.stubGlobal("localStorage", {
        getItem: (key: string) => items.get(key) ?? null,
        setItem: (key: string, value: string) => void items.set(key, value),
      });
    };

    it("as they were", () => {
      stored(null);
      rememberLanes(new Set(["staff", "count"]));
      expect(rememberedLanes()).toEqual(new Set(["staff", "count"]));
    });

    it("and what came later is as usual", () => {
      stored('{"shown":["staff"],"known":["staff","chord","count","stroke"]}');
      expect(rememberedLanes()).toEqual(new Set(["staff", "sounds", "fingered", "length"]));
    });

    it.each([null, "", "nonsense", '["no such lane"]', "{}"])(
      "and are the usual ones for %j",
      (text) => {
        stored(text);
        expect(rememberedLanes()).toEqual(USUAL_LANES);
      },
    );

    it("or not at all, where it stores nothing", () => {
      vi.stubGlobal("localStorage", undefined);
      rememberLanes(new Set(["staff"]));
      expect(rememberedLanes()).toEqual(USUAL_LANES);
    });
  });
});
