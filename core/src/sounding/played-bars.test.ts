import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { add, compare, formatFraction, toNumber, ZERO } from "../rhythm/fraction";
import { unfold } from "../score/form";
import { lineOf } from "../score/song";
import { anySong } from "../score/song.arbitraries";
import { songOf } from "../playing/playing.test-kit";
import { beatsIn, chordsIn, playedBars, secondsIn } from "./played-bars";

/** `start length seconds` of every bar, in whole notes and seconds. */
const told = (callouts: readonly string[], form = "", wishes = {}) =>
  playedBars(songOf(callouts, {}, form), wishes).map(
    ({ start, length, startSeconds }) =>
      `${formatFraction(start)} ${formatFraction(length)} ${startSeconds}`,
  );

// A quarter note lasts half a second, a whole note two seconds.
describe("the bars as they come by", () => {
  it.each<[string, readonly string[], string, readonly string[]]>([
    ["every phrase once", ["'1 E0 | E0", "'1 A0"], "", ["0 1 0", "1 1 2", "2 1 4"]],
    ["a form", ["'1 E0", "'1 A0"], "V: B A x2", ["0 1 0", "1 1 2", "2 1 4"]],
    ["a bar in the making", ["'4 E0 | '1 E0"], "", ["0 1 0", "1 1 2"]],
    ["a bar that holds too much", ["'1 E0 '4 E0 | '1 E0"], "", ["0 5/4 0", "5/4 1 2.5"]],
    ["too much below", ["under['1 E0 '2 E0] '1 A0"], "", ["0 3/2 0"]],
    ["a pick-up", ["from 4 '4 E0 | '1 E0"], "", ["0 1/4 0", "1/4 1 0.5"]],
    ["a metre", ["in 6/8 '2. E0 | in 3/4 E0"], "", ["0 3/4 0", "3/4 3/4 1.5"]],
    ["a tempo", ["at 60 '1 E0 | at 240 E0 | E0"], "", ["0 1 0", "1 1 4", "2 1 5"]],
    ["a tempo of one phrase", ["at 60 '1 E0", "'1 A0"], "", ["0 1 0", "1 1 4"]],
    ["a fermata", ["'2 E0 E0.hold | '1 E0"], "", ["0 1 0", "1 1 3"]],
    ["nothing at all", [], "", []],
  ])("of %s: %j, %s", (_, callouts, form, bars) => {
    expect(told(callouts, form)).toEqual(bars);
  });

  it("are those of a phrase, or some of them, where only these are wanted", () => {
    const song = ["'1 E0", "'1 A0 | in 3/4 '2. A2 | A3"];
    expect(told(song, "V: A x9", { phraseId: "p1" })).toEqual(["0 1 0", "1 3/4 2", "7/4 3/4 3.5"]);
    expect(told(song, "", { phraseId: "p1", bars: { first: 1, last: 1 } })).toEqual(["0 3/4 0"]);
    expect(told(song, "", { phraseId: "gone" })).toEqual([]);
  });

  it("hold where a fermata stands, once for all that hold there", () => {
    const [bar] = playedBars(songOf(["under['2 E0.hold E0] '4 A0 A2.hold '2 A0"]));
    // A half note below holds for a second, a quarter above for half of one: the longer counts.
    expect(bar!.holds).toEqual([{ after: { num: 1, den: 2 }, seconds: 1 }]);
    const at = (num: number, den: number) => secondsIn(bar!, { num, den });
    expect([at(0, 1), at(1, 4), at(1, 2), at(3, 4)]).toEqual([0, 0.5, 2, 2.5]);
    expect(bar!.endSeconds).toBe(3);
  });

  it("have their own chords, or the one that the form lays them over", () => {
    const chords = (form: string) =>
      playedBars(songOf(["{Em} '1 E0 | {Am} E0", "{D} '1 A0"], {}, form)).map((bar) =>
        chordsIn(bar).map(({ chord }) => chord?.root.step),
      );
    expect(chords("V: A")).toEqual([["E"], ["A"]]);
    expect(chords("V: A x3 over C G")).toEqual([["C"], [], ["G"], [], ["C"], []]);
    // An ending keeps what it says itself.
    expect(chords("V: A x2 [2: B] over C G")).toEqual([["C"], [], ["G"], [], ["D"]]);
  });

  it("add up exactly, in the order of the form, for any song", () => {
    fc.assert(
      fc.property(anySong, (song) => {
        const bars = playedBars(song);
        let start = ZERO;
        for (const bar of bars) {
          expect(bar.start).toEqual(start);
          expect(compare(bar.length, bar.frame.length)).toBeGreaterThanOrEqual(0);
          const held = bar.holds.reduce((sum, { seconds }) => sum + seconds, 0);
          const lasts = toNumber(bar.length) * bar.secondsAWhole + held;
          expect(bar.endSeconds - bar.startSeconds).toBeCloseTo(lasts, 9);
          for (const { onset } of beatsIn(bar)) {
            expect(onset.num).toBeGreaterThanOrEqual(0);
            expect(compare(onset, bar.length)).toBeLessThan(0);
          }
          start = add(start, bar.length);
        }
        const counts = unfold(song).map(({ phraseId }) =>
          Math.max(0, ...song.parts.map(({ id }) => lineOf(song, phraseId, id)?.bars.length ?? 0)),
        );
        expect(bars.length).toBe(counts.reduce((sum, count) => sum + count, 0));
      }),
      { numRuns: 60 },
    );
  });
});
