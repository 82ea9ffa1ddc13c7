import { barEntries, barsOn, formatBar, type BarIndex } from "../foundation/bar-index";
import type { Finding } from "../foundation/finding";
import { remembering } from "../foundation/remembering";
import {
  NAME_OF_VALUE,
  noteValueOf,
  oddPartOf,
  tupletInWords,
  usualTuplet,
} from "../rhythm/duration";
import { compare, divide, formatFraction, fraction, type Fraction } from "../rhythm/fraction";
import { add } from "../rhythm/fraction";
import { timed, type Bar, type TimedEvent } from "../score/bar";
import { lengthOf, type LineEvent } from "../score/event";

/** Neighbouring events that share a tuplet, from one moment on the plain grid to the next. */
export interface TupletRun {
  readonly actual: number;
  readonly events: readonly TimedEvent[];
  readonly end: Fraction;
  /** False where the bar goes on, or ends, before the tuplet came back to the plain grid. */
  readonly isFull: boolean;
}

/**
 * The tuplets of a voice. A run begins where a duration divides by an odd number, and is full when
 * all its events have added up to something that halving reaches, at the latest at the bar's end.
 */
export function tupletRuns(events: readonly LineEvent[]): readonly TupletRun[] {
  const runs: TupletRun[] = [];
  let open: TimedEvent[] = [];
  let actual = 1;
  const close = (end: Fraction, isFull: boolean) => {
    if (open.length > 0) runs.push({ actual, events: open, end, isFull });
    open = [];
    actual = 1;
  };
  for (const at of timed(events)) {
    const length = lengthOf(at.event);
    if (length.num === 0) continue;
    const odd = oddPartOf(length.den);
    // A plain value, or another tuplet, inside an open one: the open one was never filled.
    const isOther = odd === 1 || (odd % actual !== 0 && actual % odd !== 0);
    if (open.length > 0 && isOther) close(at.onset, false);
    if (open.length === 0 && odd === 1) continue;
    open.push(at);
    actual = Math.max(actual, odd);
    const end = add(at.onset, length);
    if (oddPartOf(end.den) === 1) close(end, true);
  }
  const last = open.at(-1);
  if (last) close(add(last.onset, lengthOf(last.event)), false);
  return runs;
}

/** Tuplets that are not filled, or hold more than they can. */
export function checkTuplets(bars: readonly Bar[], barsBefore = 0): readonly Finding[] {
  return barEntries(bars).flatMap(([index, bar]) =>
    openRuns(bar).map((run) => unfilled(run, barsOn(index, barsBefore))),
  );
}

const openRuns = remembering((bar: Bar): readonly TupletRun[] =>
  [bar.events, ...(bar.voiceTwo ? [bar.voiceTwo] : [])].flatMap((voice) =>
    tupletRuns(voice).filter(({ isFull }) => !isFull),
  ),
);

function unfilled({ actual, events, end }: TupletRun, bar: BarIndex): Finding {
  const first = events[0]!;
  const tuplet = usualTuplet(actual);
  const unit = fraction(1, unitOf(events) * actual);
  const share = divide(
    fraction(end.num * first.onset.den - first.onset.num * end.den, end.den * first.onset.den),
    unit,
  );
  const name = NAME_OF_VALUE[unitOf(events) * tuplet.normal] ?? "note";
  const wanted = Math.ceil(share.num / share.den / actual) * actual;
  return {
    code: "tuplet-not-full",
    severity: "warning",
    where: { bar, eventId: first.event.id },
    message: `${formatBar(bar)}: a ${tupletInWords(tuplet)} of ${name}s has ${formatFraction(share)} of them where ${wanted} belong`,
  };
}

/** How many of the tuplet’s wholes make a whole note, by its shortest member. */
function unitOf(events: readonly TimedEvent[]): number {
  const shortest = events
    .map(({ event }) => event.duration)
    .reduce((a, b) => (compare(a, b) <= 0 ? a : b));
  const value = noteValueOf(shortest);
  if (!value?.tuplet) return Math.max(1, shortest.den / oddPartOf(shortest.den));
  return Math.max(1, value.value / value.tuplet.normal);
}
