import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { StringAct } from "../passage/passage";
import { anySong } from "../score/song.arbitraries";
import { perform } from "./perform";
import { songOf } from "./playing.test-kit";

const actsIn = (text: string) => perform(songOf([text])).passage.parts[0]!.acts;
const ms = (seconds: number) => Math.round(seconds * 1000);
/** `pick 0.5` of the last act, or `goes on` where nothing strikes it. */
const struckBy = ({ attack }: StringAct) =>
  attack ? `${attack.by} ${attack.strength}` : "goes on";

// A quarter note lasts half a second, a bar two seconds.
describe("what hands do to strings", () => {
  it.each([
    ["E3", "pick 0.5"],
    ["E3.acc", "pick 0.8"],
    ["E3.ghost", "pick 0.2"],
    ["E3.slap", "slap 0.5"],
    ["E3.pop", "pop 0.5"],
    ["E3.thumb", "thumb 0.5"],
    ["E3.p", "thumb 0.5"],
    ["E3.i", "finger 0.5"],
    ["E3t12", "tap 0.45"],
    ["E3h5", "hammer 0.3"],
    ["E5p3", "pull 0.3"],
    ["E3s5", "goes on"],
    ["E3S5", "pick 0.5"],
    ["E3 ~", "goes on"],
    ["B8b1 rB8", "goes on"],
    ["Ex.acc", "pick 0.8"],
    // Nothing sounds that it could come from: after a rest it is struck.
    ["E3 '4 - hE5", "pick 0.5"],
    ["A3 hE5", "pick 0.5"],
  ])("%s: %s", (text, wanted) => {
    expect(struckBy(actsIn(text).at(-1)!)).toBe(wanted);
  });

  it.each<[string, string, number]>([
    ["'4 E3", "none", 500],
    ["'4 E3.stac", "none", 250],
    ["'4 E3.ring", "none", 2000],
    ["'4 pm[E3]", "palm", 500],
    ["'4 E3.mute", "fretting-hand", 500],
    ["'4 Ex", "dead", 120],
    ["'32 Ex", "dead", 63],
  ])("%s is damped by %s after %i ms", (text, damping, until) => {
    const [act] = actsIn(text);
    expect([act!.damping, ms(act!.until - act!.at)]).toEqual([damping, until]);
  });

  it.each<[string, readonly (readonly [number, number])[]]>([
    [
      "'4 A2+D2+G2.down",
      [
        [5, 0],
        [4, 6],
        [3, 12],
      ],
    ],
    [
      "'4 A2+D2+G2.up",
      [
        [3, 0],
        [4, 6],
        [5, 12],
      ],
    ],
    [
      "'4 A2+D2+G2.arp",
      [
        [5, 0],
        [4, 70],
        [3, 140],
      ],
    ],
    [
      "'4 A2+D2+G2.arp-up",
      [
        [3, 0],
        [4, 70],
        [5, 140],
      ],
    ],
    [
      "'4 A2.p+G2.i",
      [
        [5, 0],
        [3, 0],
      ],
    ],
    // Too short a chord is strummed within half of its time.
    [
      "'64 A2+D2+G2",
      [
        [5, 0],
        [4, 5],
        [3, 10],
      ],
    ],
    [
      "'4 - G5.rake",
      [
        [6, 434],
        [5, 456],
        [4, 478],
        [3, 500],
      ],
    ],
    ["'4 - E5.rake", [[6, 500]]],
  ])("%s sounds its strings at %j", (text, wanted) => {
    expect(actsIn(text).map(({ string, at }) => [string, ms(at)])).toEqual(wanted);
  });

  it("plays a tremolo as often as it is measured, and as fast as a hand where it is not", () => {
    expect(actsIn("'4 E3.trem16").map(({ at }) => ms(at))).toEqual([0, 125, 250, 375]);
    expect(actsIn("'4 E3.trem16t").length).toBe(6);
    expect(actsIn("'1 E3.trem").length).toBe(24);
    const short = actsIn("'4 E3.trem16.stac").map(({ at, until }) => ms(until - at));
    expect(short).toEqual([63, 63, 63, 63]);
  });

  it("knocks and scrapes without a string", () => {
    const [part] = perform(songOf(["'4 hit scrape"])).passage.parts;
    expect(part!.acts).toEqual([]);
    expect(part!.noises.map(({ at, kind }) => [ms(at), kind])).toEqual([
      [0, "body"],
      [500, "scrape"],
    ]);
  });

  it("sounds what has no place yet beside the strings, not on one that is in use", () => {
    const { strings, acts } = perform(songOf(["'4 @G3+E0"])).passage.parts[0]!;
    expect(strings).toBe(7);
    expect(acts.map(({ string }) => string).sort()).toEqual([6, 7]);
  });

  it("gives every act of any song a string that is there, an end after its beginning, a course in order", () => {
    let struck = 0;
    fc.assert(
      fc.property(anySong, (song) => {
        for (const { acts, strings } of perform(song).passage.parts) {
          const times = acts.map(({ at }) => at);
          expect(times).toEqual([...times].sort((a, b) => a - b));
          for (const act of acts) {
            expect(act.string).toBeLessThanOrEqual(strings);
            expect(act.until).toBeGreaterThan(act.at - 1e-9);
            if (act.attack) {
              struck++;
              expect(act.attack.strength).toBeGreaterThan(0);
              expect(act.attack.strength).toBeLessThanOrEqual(1);
            }
            const places = act.course.map(({ at }) => at);
            expect(places).toEqual([...places].sort((a, b) => a - b));
          }
        }
      }),
      { numRuns: 40 },
    );
    // Absent means that something sounds on; most is struck.
    expect(struck).toBeGreaterThan(100);
  });
});
