import type { Take, Takes } from "@intonazione/core/takes";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { takeOf } from "./open-takes.test-kit";
import {
  amendTakes,
  commitTakes,
  openTakesHistory,
  redoTakes,
  undoTakes,
  type TakesHistory,
} from "./takes-history";

const named = (name: string): Takes => [takeOf({ name })];

const anySteps = fc.array(
  fc.record({ name: fc.string(), key: fc.option(fc.constantFrom("a", "b"), { nil: undefined }) }),
  { maxLength: 12 },
);

function commitAll(steps: readonly { name: string; key: string | undefined }[]): TakesHistory {
  return steps.reduce(
    (history, { name, key }) =>
      commitTakes(history, { label: name, takes: named(name), ...(key !== undefined && { key }) }),
    openTakesHistory([]),
  );
}

describe("the history of takes", () => {
  it("leads back to the beginning and forth again", () => {
    fc.assert(
      fc.property(anySteps, (steps) => {
        const end = commitAll(steps);
        const states = [end];
        while (states.at(-1)!.past.length > 0) states.push(undoTakes(states.at(-1)!));
        expect(states.at(-1)!.takes).toEqual([]);
        expect(undoTakes(states.at(-1)!)).toBe(states.at(-1));
        for (const state of [...states].reverse().slice(1)) {
          const again = redoTakes(states.pop()!);
          expect(again.takes).toEqual(state.takes);
        }
        expect(redoTakes(end)).toBe(end);
      }),
    );
  });

  it("makes one step of those that follow each other with one key", () => {
    const drawn = commitAll([
      { name: "one", key: undefined },
      { name: "two", key: "slider" },
      { name: "three", key: "slider" },
      { name: "four", key: "other" },
    ]);
    expect(drawn.past.map(({ label }) => label)).toEqual(["one", "two", "four"]);
    expect(undoTakes(drawn).takes).toEqual(named("three"));
    expect(commitTakes(drawn, { label: "nothing", takes: drawn.takes })).toBe(drawn);
  });

  it("writes down everywhere what nobody takes back", () => {
    fc.assert(
      fc.property(anySteps, fc.nat(12), (steps, undos) => {
        let history = commitAll(steps);
        for (let undo = 0; undo < undos; undo++) history = undoTakes(history);
        const arrive = (takes: Takes) =>
          takes.map((take): Take => ({
            ...take,
            recording: { ...take.recording, asset: "there" },
          }));
        let amended = amendTakes(history, arrive);
        const isThere = ({ takes }: TakesHistory) =>
          takes.every(({ recording }) => recording.asset === "there");
        expect(isThere(amended)).toBe(true);
        while (amended.future.length > 0) amended = redoTakes(amended);
        expect(isThere(amended)).toBe(true);
        while (amended.past.length > 0) {
          amended = undoTakes(amended);
          expect(isThere(amended)).toBe(true);
        }
      }),
    );
  });
});
