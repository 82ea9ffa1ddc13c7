import { expect, it } from "vitest";
import { remembering } from "./remembering";

it("what was set is set once for each text, face and size", () => {
  const set: string[] = [];
  const wide = remembering((text: string, size: number) => {
    set.push(`${text} ${size}`);
    return { width: text.length * size };
  });
  const first = wide("0", 9);
  expect(wide("0", 9)).toBe(first);
  expect([wide("0", 10).width, wide("12", 9).width]).toEqual([10, 18]);
  expect(set).toEqual(["0 9", "0 10", "12 9"]);
});
