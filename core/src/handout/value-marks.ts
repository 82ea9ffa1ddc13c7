import { tupletRuns } from "../checks/tuplets";
import type { LineEvent } from "../score/event";
import type { EventBox } from "../strip/layout";
import { valueSignOf } from "../strip/sign-paths";
import { box, stroke, text, type Mark } from "./drawing";

/** Note values and rests, in the signs of the music font. */

export function valueMarks(event: LineEvent, x: number, y: number): readonly Mark[] {
  const { rest, note, after } = valueSignOf(event.duration);
  const sign = event.kind === "rest" ? rest : note;
  return [
    text(x, y + 8, sign, { face: "music", size: 17, anchor: "middle" }),
    ...(after === "" ? [] : [text(x + 8, y + 7, after, { size: 10 })]),
  ];
}

/** A rest in the middle of the strings. */
export function restMarks(event: LineEvent, x: number, y: number): readonly Mark[] {
  const { rest, after } = valueSignOf(event.duration);
  return [
    box(x - 7, y - 11, 14, 22),
    text(x, y + 7, rest, { face: "music", size: 22, anchor: "middle" }),
    ...(after === "" ? [] : [text(x + 8, y + 3, after, { size: 10 })]),
  ];
}

/** A bracket with its number over the events that share a tuplet. */
export function tupletMarks(events: readonly EventBox[], y: number): readonly Mark[] {
  const boxOf = new Map(events.map((one) => [one.event, one]));
  return tupletRuns(events.map(({ event }) => event)).flatMap(({ actual, events: run }) => {
    const from = boxOf.get(run[0]!.event)!.x;
    const to = boxOf.get(run.at(-1)!.event)!.x;
    const top = y - 13;
    const middle = (from + to) / 2;
    return [
      stroke(`M${from - 5} ${top + 3}v-3H${middle - 6}M${middle + 6} ${top}H${to + 5}v3`, 0.9),
      text(middle, top + 3.5, String(actual), { size: 9.5, anchor: "middle" }),
    ];
  });
}
