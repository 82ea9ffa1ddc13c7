import { playedOnsets, type Feel } from "../rhythm/feel";
import {
  add,
  compare,
  formatFraction,
  subtract,
  toNumber,
  type Fraction,
} from "../rhythm/fraction";
import { timed, type Bar } from "../score/bar";
import { lengthOf, type LineEvent, type NotesEvent } from "../score/event";
import type { Voice } from "./events-in-line";
import { secondsIn, type PlayedBar } from "./played-bars";

/** An event as it is heard. */
export interface EventTime {
  readonly event: LineEvent;
  readonly bar: PlayedBar;
  readonly voice: Voice;
  /** Seconds from the start of the playing, at full tempo. */
  readonly start: number;
  readonly end: number;
}

/** A bar of one part in seconds. */
export interface BarTimes {
  /** In the order of their beginnings. */
  readonly events: readonly EventTime[];
  /** When a moment of the bar is heard: where an event begins there, with that event. */
  readonly secondsAt: (onset: Fraction) => number;
}

/**
 * When the events of one part's bar begin and end: swung by the feel, held by fermatas, with graces
 * taken from what stands before them, or from the note they lead to.
 */
export function barTimes(bar: Bar, played: PlayedBar, feel: Feel): BarTimes {
  const voices = [timesOfVoice(bar.events, played, feel, 1)];
  if (bar.voiceTwo) voices.push(timesOfVoice(bar.voiceTwo, played, feel, 2));
  const starts = new Map(
    voices.flatMap((times) => times.map(({ key, start }) => [key, start] as const)),
  );
  return {
    events: voices.flatMap((times) => withGraces(times, played)).sort((a, b) => a.start - b.start),
    secondsAt: (onset) => starts.get(formatFraction(onset)) ?? secondsIn(played, onset),
  };
}

interface PlainTime extends EventTime {
  /** The onset as it is written. */
  readonly key: string;
}

function timesOfVoice(
  events: readonly LineEvent[],
  bar: PlayedBar,
  feel: Feel,
  voice: Voice,
): readonly PlainTime[] {
  const { from } = bar.frame;
  const at = timed(events);
  const bounds = at.map(({ onset }) => add(from, onset));
  const last = at.at(-1);
  if (last) bounds.push(add(bounds.at(-1)!, lengthOf(last.event)));
  // A bar that ends off the beat would swing over its own end.
  const played = playedOnsets(bounds, feel)
    .map((onset) => subtract(onset, from))
    .map((onset) => (compare(onset, bar.length) > 0 ? bar.length : onset));
  const seconds = (onset: Fraction) => secondsIn(bar, onset);
  return at.map(({ event, onset }, index) => ({
    event,
    bar,
    voice,
    key: formatFraction(onset),
    start: seconds(played[index]!),
    end: seconds(played[index + 1]!),
  }));
}

/** Graces never take more than half of what they are taken from. */
function withGraces(times: readonly PlainTime[], bar: PlayedBar): readonly EventTime[] {
  const result: EventTime[] = [];
  for (let index = 0; index < times.length;) {
    const graces: EventTime[] = [];
    while (index < times.length && graceOf(times[index]!.event)) graces.push(times[index++]!);
    const main = times[index];
    if (graces.length === 0) {
      result.push(main!);
      index++;
      continue;
    }
    const wanted = graces.map(({ event }) => toNumber(event.duration) * bar.secondsAWhole);
    const total = wanted.reduce((sum, one) => sum + one, 0);
    const onset = graces[0]!.start;
    const before = result.at(-1);
    // Before the first note of a playing there is no time to take: its grace comes on the beat.
    const isOnBeat = main
      ? onset < total / 2 || graces.some(({ event }) => graceOf(event) === "on-beat")
      : !before && onset < total / 2;
    const giver = isOnBeat ? (main ?? { start: onset, end: bar.endSeconds }) : before;
    const most = giver ? (giver.end - giver.start) / 2 : onset;
    const scale = Math.min(1, most / total);
    let start = isOnBeat ? onset : Math.max(0, onset - total * scale);
    if (!isOnBeat && before)
      result[result.length - 1] = { ...before, end: Math.min(before.end, start) };
    for (const [at, grace] of graces.entries()) {
      const end = start + wanted[at]! * scale;
      result.push({ ...grace, start, end });
      start = end;
    }
    if (main) {
      result.push(isOnBeat ? { ...main, start: Math.min(start, main.end) } : main);
      index++;
    }
  }
  return result;
}

function graceOf(event: LineEvent): NotesEvent["grace"] {
  return event.kind === "notes" ? event.grace : undefined;
}
