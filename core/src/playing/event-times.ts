import { playedOnsets, type Feel } from "../rhythm/feel";
import { add, compare, subtract, toNumber, type Fraction } from "../rhythm/fraction";
import { timed, type Bar } from "../score/bar";
import { lengthOf, type LineEvent, type NotesEvent } from "../score/event";
import { secondsIn, type PlayedBar } from "./timeline";

/** An event as it is heard. */
export interface EventTime {
  readonly event: LineEvent;
  readonly bar: PlayedBar;
  readonly isVoiceTwo: boolean;
  /** Seconds from the start of the playing, at full tempo. */
  readonly start: number;
  readonly end: number;
}

/**
 * When the events of one part's bar begin and end: swung by the feel, held by fermatas, with graces
 * taken from what stands before them, or from the note they lead to.
 */
export function eventTimes(bar: Bar, played: PlayedBar, feel: Feel): readonly EventTime[] {
  const voices = [bar.events, ...(bar.voiceTwo ? [bar.voiceTwo] : [])];
  return voices
    .flatMap((events, voice) => timesOfVoice(events, played, feel, voice === 1))
    .sort((a, b) => a.start - b.start);
}

function timesOfVoice(
  events: readonly LineEvent[],
  bar: PlayedBar,
  feel: Feel,
  isVoiceTwo: boolean,
): readonly EventTime[] {
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
  const plain = at.map(({ event }, index): EventTime => ({
    event,
    bar,
    isVoiceTwo,
    start: seconds(played[index]!),
    end: seconds(played[index + 1]!),
  }));
  return withGraces(plain, bar);
}

/** Graces never take more than half of what they are taken from. */
function withGraces(times: readonly EventTime[], bar: PlayedBar): readonly EventTime[] {
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
