import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anySong } from "../score/song.arbitraries";
import { playedBars } from "../sounding/played-bars";
import type { TakeMap } from "../takes/take-map";
import { alongTake, barsInBeats, inTimeOf } from "./along-take";
import { perform } from "./perform";
import { songOf } from "./playing.test-kit";

/** A take whose beats last as given; "one" of bar 1 is its first beat but for `one`. */
function mapOf(gaps: readonly number[], one = 0): TakeMap {
  const beats = [0.5];
  for (const gap of gaps) beats.push(beats.at(-1)! + gap);
  return { beats, one, pinned: [] };
}

const anyMap = fc
  .record({
    gaps: fc.array(fc.double({ min: 0.2, max: 1, noNaN: true }), { minLength: 1, maxLength: 30 }),
    one: fc.integer({ min: 0, max: 8 }),
  })
  .map(({ gaps, one }) => mapOf(gaps, one));

describe("a playing along a take", () => {
  it.each<[string, readonly string[], readonly (readonly [number, number])[]]>([
    [
      "bars of four",
      ["'1 E0 | '1 E0"],
      [
        [0, 4],
        [4, 8],
      ],
    ],
    [
      "a pick-up, below the first bar line",
      ["from 4& '8 E0 | '1 E0"],
      [
        [-0.5, 0],
        [0, 4],
      ],
    ],
    [
      "a change of metre",
      ["in 3/4 '2. E0 | in 4/4 '1 E0"],
      [
        [0, 3],
        [3, 7],
      ],
    ],
    [
      "a compound metre, by threes",
      ["in 6/8 '2. E0 | '2. E0"],
      [
        [0, 2],
        [2, 4],
      ],
    ],
    ["an uneven one, as written", ["in 7/8 '2.. E0"], [[0, 7]]],
  ])("counts beats: %s", (_, lines, expected) => {
    const beats = barsInBeats(playedBars(songOf(lines)));
    expect(beats.map(({ from, to }) => [from, to])).toEqual(expected);
  });

  it("leads from the playing to the take and back, and never runs backwards", () => {
    fc.assert(
      fc.property(
        anySong,
        anyMap,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (song, map, share) => {
          const { bars, passage } = perform(song);
          if (bars.length === 0) return;
          const along = alongTake(barsInBeats(bars), map);
          const seconds = share * passage.seconds;
          expect(along.playingSeconds(along.takeSeconds(seconds))).toBeCloseTo(seconds, 4);
          expect(along.takeSeconds(seconds + 0.01)).toBeGreaterThan(along.takeSeconds(seconds));
        },
      ),
    );
  });

  it("has every event where the take has its beat", () => {
    const performance = perform(songOf(["'4 E0 E3 E5 E7"]));
    const map = mapOf([0.5, 0.6, 0.4, 0.5]);
    const { events, passage, bars } = inTimeOf(performance, map);
    const rounded = (value: number) => Math.round(value * 1000) / 1000;
    expect(events.map(({ start }) => rounded(start))).toEqual([0.5, 1, 1.6, 2]);
    expect(passage.parts[0]!.acts.map(({ at }) => rounded(at))).toEqual([0.5, 1, 1.6, 2]);
    expect(
      bars.map(({ startSeconds, endSeconds }) => [startSeconds, endSeconds].map(rounded)),
    ).toEqual([[0.5, 2.5]]);
  });
});
