import { FIRST_BAR, barIndex } from "../foundation/bar-index";
import { compare, sum } from "../rhythm/fraction";
import type { Bar } from "../score/bar";
import type { BarRelation } from "../score/bar-relation";
import { lengthOf } from "../score/event";
import { framesOf, type BarFrame, type BarMark } from "../score/frame";
import { barKey } from "../score/merge-bars";
import type { CalloutContext } from "./context";
import { againAs, type Again } from "./print-again";
import { BarPrinter, sayMark } from "./print-bar";

type Context = Pick<CalloutContext, "names" | "metre" | "tempoBpm">;

/** From so many times on a bar that comes again is counted, and not said as `=|`. */
const COUNTED_FROM = 4;

/**
 * Says bars as a call-out, as short as a person would type it: the inverse of `parseCallout`, but for
 * ids, the engine's fingers, reasons and respelled pitches, which no call-out says.
 */
export function printCallout(
  bars: readonly Bar[],
  context: Context,
  marks: readonly BarMark[] = [],
  relations: readonly BarRelation[] = [],
): string {
  const frames = framesOf(marks, context, Math.max(1, bars.length));
  const markOf = new Map(marks.map((mark) => [mark.bar, mark]));
  if (bars.length === 0) return sayMark(markOf.get(FIRST_BAR), frames[0]!).join(" ");
  const words: string[] = [];
  let duration = "";
  for (let index = 0; index < bars.length;) {
    const mark = markOf.get(barIndex(index));
    const times = timesFrom(index, bars, markOf);
    const isCounted = times >= COUNTED_FROM;
    const relation = relations.find(({ bar }) => bar === index);
    const before = isCounted ? "" : duration;
    const said = sayBar(bars, index, frames[index]!, mark, context, before, relation);
    duration = said.duration;
    const isLast = index + (isCounted ? times : 1) === bars.length;
    if (isCounted) words.push(`( ${said.text} | )x${times}`);
    else if (isLast) words.push(said.text);
    else words.push(said.text.endsWith("=|") ? said.text : `${said.text} |`);
    index += isCounted ? times : 1;
  }
  const text = words.join(" ");
  return bars.length === 1 && wouldSplit(bars[0]!, frames[0]!) ? `${text} |` : text;
}

/** A bar as the one that it was said as; else as it stands, or as one before it, whichever is shorter. */
function sayBar(
  bars: readonly Bar[],
  index: number,
  frame: BarFrame,
  mark: BarMark | undefined,
  context: Context,
  duration: string,
  relation: BarRelation | undefined,
) {
  const bar = bars[index]!;
  const ways = againAs(bars, index);
  const sayAs = ({ word, rest }: Again) =>
    new BarPrinter(context, duration).print({ events: rest }, frame, mark, word);
  const said = ways.find(({ of, frets }) => of === relation?.of && frets === relation.frets);
  if (said) return sayAs(said);
  const again = ways.map(sayAs);
  const plain = new BarPrinter(context, duration).print(bar, frame, mark);
  return again.reduce((best, one) => (one.text.length < best.text.length ? one : best), plain);
}

/** How often the bar comes in a row, with all that it says; bars that turn the metre come once. */
function timesFrom(
  index: number,
  bars: readonly Bar[],
  markOf: ReadonlyMap<number, BarMark>,
): number {
  const keyAt = (at: number) => {
    const mark = markOf.get(at);
    if (mark?.metre || mark?.tempoBpm !== undefined || mark?.from) return undefined;
    return barKey(bars[at]!) + JSON.stringify(mark?.chords ?? []);
  };
  if (bars[index]!.events.length < 2) return 1;
  const key = keyAt(index);
  let times = 1;
  while (key !== undefined && times < 99 && index + times < bars.length) {
    if (keyAt(index + times) !== key) break;
    times++;
  }
  return times;
}

/** A single bar that runs over would be cut in two where no bar line is said. */
function wouldSplit({ events }: Bar, { length }: BarFrame): boolean {
  return compare(sum(events.slice(0, -1).map(lengthOf)), length) >= 0;
}
