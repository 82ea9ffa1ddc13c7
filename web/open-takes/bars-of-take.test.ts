import type { TakeMap } from "@intonazione/core/takes";
import { describe, expect, it } from "vitest";
import { barLinesBetween, isBarLine, NO_BARS, type TakeBars } from "./bars-of-take";

const HALF_SECONDS: TakeMap = {
  beats: Array.from({ length: 41 }, (_, index) => index / 2),
  one: 4,
  pinned: [],
};

describe("the bar lines of a take", () => {
  it.each<[string, TakeBars, readonly (readonly [number, number])[]]>([
    [
      "without a score, by the metre",
      NO_BARS,
      [
        [0, 0],
        [2, 1],
        [4, 2],
        [6, 3],
      ],
    ],
    [
      "of the score, whatever its metres, and by the song’s beyond",
      { starts: [0, 3], end: 7, beatsABar: 4 },
      [
        [0, 0],
        [2, 1],
        [3.5, 2],
        [5.5, 3],
        [7.5, 4],
      ],
    ],
    [
      "with a pick-up, which is no bar",
      { starts: [-1, 0, 4], end: 8, beatsABar: 4 },
      [
        [0, 0],
        [2, 1],
        [4, 2],
        [6, 3],
      ],
    ],
  ])("%s", (_, bars, lines) => {
    const shown = barLinesBetween(HALF_SECONDS, bars, 0, 7.9);
    expect(shown.map(({ seconds, number }) => [seconds, number])).toEqual(lines);
  });

  it("are those whose clicks are accented", () => {
    const bars = { starts: [0, 3], end: 7, beatsABar: 4 };
    const accented = Array.from({ length: 17 }, (_, index) => index - 4).filter((position) =>
      isBarLine(position, bars),
    );
    expect(accented).toEqual([-4, 0, 3, 7, 11]);
  });
});
