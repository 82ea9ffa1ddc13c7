import { tupletRuns } from "../checks/tuplets";
import { noteValueOf } from "../rhythm/duration";
import { toNumber, type Fraction } from "../rhythm/fraction";
import type { LineEvent } from "../score/event";
import type { EventBox } from "../strip/layout";
import { box, stroke, text, type Mark } from "./drawing";

/** Note values and rests, in the signs of the music font. */

const RESTS = ["𝄻", "𝄼", "𝄽", "𝄾", "𝄿", "𝅀", "𝅁"] as const;
const NOTES = ["𝅝", "𝅗𝅥", "𝅘𝅥", "𝅘𝅥𝅮", "𝅘𝅥𝅯", "𝅘𝅥𝅰", "𝅘𝅥𝅱"] as const;

function signOf(duration: Fraction, isRest: boolean): { sign: string; after: string } {
  const signs = isRest ? RESTS : NOTES;
  const value = noteValueOf(duration);
  const exact = value ? Math.log2(value.value) : Math.ceil(-Math.log2(toNumber(duration)));
  const at = Math.min(signs.length - 1, Math.max(0, exact));
  return { sign: signs[at]!, after: value ? ".".repeat(value.dots) : "~" };
}

export function valueMarks(event: LineEvent, x: number, y: number): readonly Mark[] {
  const { sign, after } = signOf(event.duration, event.kind === "rest");
  return [
    text(x, y + 8, sign, { face: "music", size: 17, anchor: "middle" }),
    ...(after === "" ? [] : [text(x + 8, y + 7, after, { size: 10 })]),
  ];
}

/** A rest in the middle of the strings. */
export function restMarks(event: LineEvent, x: number, y: number): readonly Mark[] {
  const { sign, after } = signOf(event.duration, true);
  return [
    box(x - 7, y - 11, 14, 22),
    text(x, y + 7, sign, { face: "music", size: 22, anchor: "middle" }),
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
