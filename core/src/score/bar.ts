import { add, compare, sum, ZERO, type Fraction } from "../rhythm/fraction";
import { lengthOf, withNotes, withoutPlace, type LineEvent } from "./event";

/** Bars of a line, and events of a bar's voice: more is no phrase that anybody writes by hand. */
export const MAX_BARS = 2000;
export const MAX_EVENTS_IN_BAR = 512;

/** Events between two bar lines; their durations may fall short of the metre or run over it. */
export interface Bar {
  readonly events: readonly LineEvent[];
  /** A second voice that sounds along from the start of the bar: the pedal under a line. */
  readonly voiceTwo?: readonly LineEvent[];
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

/** How much of a bar is written, in the longer of its voices; a grace takes none of it. */
export function writtenLength({ events, voiceTwo = [] }: Bar): Fraction {
  const [upper, lower] = [sum(events.map(lengthOf)), sum(voiceTwo.map(lengthOf))];
  return compare(upper, lower) >= 0 ? upper : lower;
}

/** Every event of the bars, voice two behind the first one of its bar. */
export function eventsOf(bars: readonly Bar[]): readonly LineEvent[] {
  return bars.flatMap((bar) => (bar.voiceTwo ? [...bar.events, ...bar.voiceTwo] : bar.events));
}

/** Whether nobody said yet how long everything in it lasts: it cannot be held against its metre. */
export function hasUnknownLength(bar: Bar): boolean {
  return eventsOf([bar]).some(({ lengthUnknown }) => lengthUnknown === true);
}

/** The same bar with other events, one for each; the same object where every event is. */
export function withEvents(bar: Bar, change: (event: LineEvent) => LineEvent): Bar {
  const events = sameOr(bar.events, change);
  if (!bar.voiceTwo) return events === bar.events ? bar : { events };
  const voiceTwo = sameOr(bar.voiceTwo, change);
  return events === bar.events && voiceTwo === bar.voiceTwo ? bar : { events, voiceTwo };
}

/** The same bars with their places, and all that was decided about them, forgotten. */
export function withoutPlaces(bars: readonly Bar[]): readonly Bar[] {
  return bars.map((bar) =>
    withEvents(bar, (event) =>
      withNotes(event, (note) => (note.kind === "dead" ? note : withoutPlace(note))),
    ),
  );
}

function sameOr<Item>(items: readonly Item[], change: (item: Item) => Item): readonly Item[] {
  const changed = items.map(change);
  return changed.every((item, index) => item === items[index]) ? items : changed;
}

/** What begins together: an event of each voice, or of one alone. */
export interface Moment {
  /** From the first event of the bar. */
  readonly onset: Fraction;
  readonly events: readonly LineEvent[];
}

/** The moments of a bar in their order; a grace is one of its own before the note it leads to. */
export function momentsOf(bar: Bar): readonly Moment[] {
  if (!bar.voiceTwo)
    return timed(bar.events).map(({ event, onset }) => ({ onset, events: [event] }));
  const under = timed(bar.voiceTwo);
  const moments: Moment[] = [];
  let next = 0;
  const takeUnder = (isDue: (at: TimedEvent) => boolean) => {
    for (let at = under[next]; at && isDue(at); at = under[++next]) {
      moments.push({ onset: at.onset, events: [at.event] });
    }
  };
  for (const { event, onset } of timed(bar.events)) {
    takeUnder((at) => compare(at.onset, onset) < 0);
    if (lengthOf(event).num === 0) {
      moments.push({ onset, events: [event] });
      continue;
    }
    // The graces of voice two come first, if it has any.
    takeUnder((at) => compare(at.onset, onset) === 0 && lengthOf(at.event).num === 0);
    const below = under[next];
    const isTogether = below !== undefined && compare(below.onset, onset) === 0;
    moments.push({ onset, events: isTogether ? [event, below.event] : [event] });
    if (isTogether) next++;
  }
  takeUnder(() => true);
  return moments;
}
