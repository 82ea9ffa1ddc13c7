import { describe, expect, it } from "vitest";
import { fraction } from "../rhythm/fraction";
import { bendInWords, bendPaths, spreadPath, valueSignOf } from "./sign-paths";

describe("signs that screen and paper draw alike", () => {
  it.each([
    [50, "¼"],
    [100, "½"],
    [150, "¾"],
    [200, "full"],
    [250, "1¼"],
    [300, "1½"],
    [400, "2"],
    [700, "3½"],
    [30, "0.15"],
  ])("a bend of %i cents is marked %s", (cents, words) => {
    expect(bendInWords(cents)).toBe(words);
  });

  it.each([
    [fraction(1, 1), "𝄻", "𝅝", ""],
    [fraction(3, 8), "𝄽", "𝅘𝅥", "."],
    [fraction(7, 16), "𝄽", "𝅘𝅥", ".."],
    [fraction(1, 64), "𝅁", "𝅘𝅥𝅱", ""],
    [fraction(5, 16), "𝄽", "𝅘𝅥", "~"],
  ])("%j has its sign, dots, or a tilde where no note says it", (duration, rest, note, after) => {
    expect(valueSignOf(duration)).toEqual({ rest, note, after });
  });

  it("a bend that sounds bent from the start goes straight up; only a release comes down", () => {
    const at = [100, 60, 20] as const;
    expect(bendPaths("pre-bend", ...at).rise).toMatch(/^M101 57V/u);
    expect(bendPaths("bend", ...at).rise).toMatch(/^M99 60Q/u);
    expect(bendPaths("bend", ...at).back).toBeUndefined();
    expect(bendPaths("bend-and-release", ...at).back).toBeDefined();
    // The highest string's arrow stays within its row.
    expect(bendPaths("bend", 100, 22, 20).top).toBe(25);
  });

  it("a spread chord points the way it is struck", () => {
    expect(spreadPath(10, 50, 20)).toMatch(/M7 24L10 20L13 24$/u);
    expect(spreadPath(10, 20, 50)).toMatch(/M7 46L10 50L13 46$/u);
  });
});
