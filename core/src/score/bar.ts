import { add, compare, ZERO, type Fraction } from "../rhythm/fraction";
import { lengthOf, notesOf, type LineEvent } from "./event";

/** Events between two bar lines; their durations may fall short of the metre or run over it. */
export interface Bar {
  readonly events: readonly LineEvent[];
  /** A second voice that sounds along from the start of the bar: the pedal under a line. */
  readonly under?: readonly LineEvent[];
}

/** An event with its onset from the first event of its bar. */
export interface TimedEvent {
  readonly event: LineEvent;
  readonly onset: Fraction;
}

/** The events of one voice with their onsets; a grace stands at the onset of what it leads to. */
export function timed(events: readonly LineEvent[]): readonly TimedEvent[] {
  let onset = ZERO;
  return events.map((event) => {
    const at = { event, onset };
    onset = add(onset, lengthOf(event));
    return at;
  });
}

/** Every event of the bars, the voice below behind the first one of its bar. */
export function eventsOf(bars: readonly Bar[]): readonly LineEvent[] {
  return bars.flatMap((bar) => (bar.under ? [...bar.events, ...bar.under] : bar.events));
}

/** The same bar with other events, one for each; the same object where every event is. */
export function withEvents(bar: Bar, change: (event: LineEvent) => LineEvent): Bar {
  const events = sameOr(bar.events, change);
  if (!bar.under) return events === bar.events ? bar : { events };
  const under = sameOr(bar.under, change);
  return events === bar.events && under === bar.under ? bar : { events, under };
}

function sameOr<Item>(items: readonly Item[], change: (item: Item) => Item): readonly Item[] {
  const changed = items.map(change);
  return changed.every((item, index) => item === items[index]) ? items : changed;
}

/**
 * What begins together, in order: an event of each voice, or of one alone. A grace is a moment of
 * its own before the note it leads to.
 */
export function momentsOf(bar: Bar): readonly (readonly LineEvent[])[] {
  if (!bar.under) return bar.events.map((event) => [event]);
  const under = timed(bar.under);
  const moments: (readonly LineEvent[])[] = [];
  let next = 0;
  const takeUnder = (until: Fraction | undefined) => {
    while (next < under.length && (!until || compare(under[next]!.onset, until) < 0)) {
      moments.push([under[next++]!.event]);
    }
  };
  for (const { event, onset } of timed(bar.events)) {
    takeUnder(onset);
    const below = under[next];
    const isGrace = event.kind === "notes" && event.grace !== undefined;
    const isTogether = !isGrace && below && compare(below.onset, onset) === 0;
    // The grace of the voice below comes first, if it has one.
    if (isTogether && lengthOf(below.event).num > 0 && notesOf(below.event).length > 0) {
      moments.push([event, below.event]);
      next++;
    } else moments.push([event]);
  }
  takeUnder(undefined);
  return moments;
}
