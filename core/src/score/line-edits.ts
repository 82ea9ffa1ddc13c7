import { add, compare, sum, ZERO } from "../rhythm/fraction";
import { eventsOf, withEvents, type Bar } from "./bar";
import { lengthOf, type LineEvent } from "./event";
import type { BarFrame } from "./frame";

/** Small changes of a line, event by event. What is not touched stays the same object. */

/** Where an event stands: its bar, and its voice. */
function spotOf(bars: readonly Bar[], eventId: string) {
  for (const [bar, { events, voiceTwo }] of bars.entries()) {
    const upper = events.findIndex(({ id }) => id === eventId);
    if (upper >= 0) return { bar, index: upper, isVoiceTwo: false };
    const lower = voiceTwo?.findIndex(({ id }) => id === eventId) ?? -1;
    if (lower >= 0) return { bar, index: lower, isVoiceTwo: true };
  }
  return undefined;
}

/**
 * Puts events behind another one, or at the end of the line where none is named. At the end a bar
 * that is full is followed by a new one; any other bar just grows, and shows that it does.
 *
 * @param frames Of the bars, and of as many after them as may be needed; without one a bar grows.
 */
export function insertAfter(
  bars: readonly Bar[],
  frames: readonly Pick<BarFrame, "length">[],
  eventId: string | undefined,
  fresh: readonly LineEvent[],
): readonly Bar[] {
  const last = bars.length - 1;
  const spot = eventId === undefined ? undefined : spotOf(bars, eventId);
  const bar = spot?.bar ?? last;
  const before = bars[bar];
  if (!before) return flowed({ events: [] }, frames, fresh);
  if (spot?.isVoiceTwo) {
    return bars.with(bar, {
      ...before,
      voiceTwo: (before.voiceTwo ?? []).toSpliced(spot.index + 1, 0, ...fresh),
    });
  }
  const isAtEnd = bar === last && (!spot || spot.index === before.events.length - 1);
  if (isAtEnd) return [...bars.slice(0, last), ...flowed(before, frames.slice(last), fresh)];
  const index = spot ? spot.index + 1 : before.events.length;
  return bars.with(bar, { ...before, events: before.events.toSpliced(index, 0, ...fresh) });
}

/** The last bar with more events behind its own, and the bars that they fill after it. */
function flowed(
  start: Bar,
  frames: readonly Pick<BarFrame, "length">[],
  fresh: readonly LineEvent[],
): readonly Bar[] {
  const bars: Bar[] = [];
  let open = start;
  let filled = sum(start.events.map(lengthOf));
  for (const event of fresh) {
    const room = frames[bars.length]?.length;
    if (room && compare(filled, room) >= 0) {
      bars.push(open);
      open = { events: [] };
      filled = ZERO;
    }
    open = { ...open, events: [...open.events, event] };
    filled = add(filled, lengthOf(event));
  }
  return [...bars, open];
}

/** Takes events out; a bar that is left with nothing goes as well. */
export function removeEvents(bars: readonly Bar[], ids: ReadonlySet<string>): readonly Bar[] {
  const isKept = ({ id }: LineEvent) => !ids.has(id);
  return bars.flatMap((bar): Bar[] => {
    if (eventsOf([bar]).every(isKept)) return [bar];
    const events = bar.events.filter(isKept);
    const voiceTwo = bar.voiceTwo?.filter(isKept) ?? [];
    if (events.length === 0 && voiceTwo.length === 0) return [];
    return [voiceTwo.length > 0 ? { events, voiceTwo } : { events }];
  });
}

export function changeEvents(
  bars: readonly Bar[],
  ids: ReadonlySet<string>,
  change: (event: LineEvent) => LineEvent,
): readonly Bar[] {
  const changed = bars.map((bar) =>
    withEvents(bar, (event) => (ids.has(event.id) ? change(event) : event)),
  );
  return changed.every((bar, index) => bar === bars[index]) ? bars : changed;
}

/**
 * Draws a bar line before an event of the upper voice, or takes away the one that stands there. A
 * second voice stays with the first half.
 */
export function toggleBarLine(bars: readonly Bar[], eventId: string): readonly Bar[] {
  const spot = spotOf(bars, eventId);
  if (!spot || spot.isVoiceTwo) return bars;
  const { bar, index } = spot;
  const here = bars[bar]!;
  if (index > 0) {
    const head = { ...here, events: here.events.slice(0, index) };
    return bars.toSpliced(bar, 1, head, { events: here.events.slice(index) });
  }
  const before = bars[bar - 1];
  if (!before) return bars;
  const voiceTwo = [...(before.voiceTwo ?? []), ...(here.voiceTwo ?? [])];
  const events = [...before.events, ...here.events];
  return bars.toSpliced(bar - 1, 2, voiceTwo.length > 0 ? { events, voiceTwo } : { events });
}

/** The events of one voice from one to another, whichever comes first. */
export function eventsBetween(
  bars: readonly Bar[],
  fromId: string,
  toId: string,
): readonly LineEvent[] {
  const upper = bars.flatMap(({ events }) => events);
  const voice = upper.some(({ id }) => id === fromId)
    ? upper
    : bars.flatMap(({ voiceTwo }) => voiceTwo ?? []);
  const from = voice.findIndex(({ id }) => id === fromId);
  const to = voice.findIndex(({ id }) => id === toId);
  if (from < 0 || to < 0) return [];
  return voice.slice(Math.min(from, to), Math.max(from, to) + 1);
}
