import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { calloutContext, parseCallout } from "../callout";
import { NO_CAPO, tuningById, usualInstrument } from "../instrument";
import { USUAL_STYLE } from "../neck";
import { COMMON_TIME } from "../rhythm/metre";
import { framesOf } from "../score";
import { layBar } from "./layout";
import { lengthMarks } from "./length-marks";

const part = { instrument: usualInstrument(tuningById("standard"), "Any"), capo: NO_CAPO };
const ground = { metre: COMMON_TIME, tempoBpm: 100 };
const key = { tonic: { step: "E", alter: 0 }, mode: "minor" } as const;
const context = calloutContext(part, { key, ...ground }, USUAL_STYLE);

const WIDTH = 400;
function drawn(said: string) {
  let count = 0;
  const [bar] = parseCallout(said, context, () => `n${count++}`).bars;
  const box = layBar(bar!, WIDTH, framesOf([], ground, 1)[0]!);
  return { box, marks: lengthMarks(box, 6) };
}

/** Each mark as string, what it leads to (an event by number, or the bar line), and how. */
function inWords(said: string): readonly string[] {
  const { box, marks } = drawn(said);
  const place = (x: number) => {
    const index = box.events.findIndex((event) => Math.abs(event.x - x) < 0.01);
    return index < 0 ? (Math.abs(x - WIDTH) < 0.01 ? "line" : "between") : String(index + 1);
  };
  return marks.map(({ string, held, to, isDamped }) =>
    [
      `${string}>${place(held)}`,
      ...(to > held ? [`rings>${place(to)}`] : []),
      ...(isDamped ? ["damped"] : []),
    ].join(" "),
  );
}

describe("how long a note sounds", () => {
  it.each([
    ["'4 E0 A2 - D0", ["6>2", "5>3", "4>line"]],
    ["'2 E0 '4 A2 A3", ["6>2", "5>3", "5>line"]],
    ["'4 ring[A0] D2 G0 -", ["5>2 rings>4", "4>3", "3>4"]],
    ["'4 ring[A0] D2 A3 -", ["5>2 rings>3", "4>3", "5>4"]],
    ["'4 pm[E0] E0.stac Ex E0", ["6>2 damped", "6>between damped", "6>line"]],
    ["'2 A2+D2 '4 grace[G2] G4 Gx", ["5>2", "4>2", "3>4"]],
    ["'4 @G3 E0 E0 E0", ["6>3", "6>4", "6>line"]],
  ])("of %s is %j", (said, marks) => {
    expect(inWords(said)).toEqual(marks);
  });

  it("never leads behind the bar line, nor over the next note of its string", () => {
    const word = fc.constantFrom(
      ..."E0 E3 A2 D0 G4 ring[A0] ring[D2+G0] pm[E0] A2.stac A2+D2 - Ex '8 '4 '16 '8t".split(" "),
    );
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 12 }), (words) => {
        const { box, marks } = drawn(`${words.join(" ")} E0`);
        for (const { from, held, to } of marks) {
          expect(from).toBeLessThanOrEqual(held);
          expect(held).toBeLessThanOrEqual(to);
          expect(to).toBeLessThanOrEqual(box.width);
        }
        for (const { string, from, to } of marks) {
          const next = marks.find((other) => other.string === string && other.from > from);
          if (next) expect(to).toBeLessThanOrEqual(next.from + 0.01);
        }
      }),
    );
  });
});
