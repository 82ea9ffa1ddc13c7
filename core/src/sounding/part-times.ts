import type { Bar } from "../score/bar";
import type { LineEvent, Note } from "../score/event";
import { lineOf, type Part, type Song } from "../score/song";
import { attackOf, originOf, type Attack } from "./attack";
import { writtenBarSound, type SoundingNote } from "./bar-sound";
import { barTimes, type BarTimes, type EventTime } from "./event-times";
import { eventsInLine } from "./events-in-line";
import type { PlayedBar } from "./played-bars";

/** A note as it is heard in the playing. */
export interface PlayedNote {
  readonly note: Note;
  readonly attack: Attack;
  /** What it is linked to or goes on from, also from one pass to the next. */
  readonly origin?: PlayedNote;
  /** When it is stopped, in seconds: behind the end of its event where it rings. */
  readonly until: number;
}

/** An event in the playing with its notes. */
export interface PartTime extends EventTime {
  readonly notes: readonly PlayedNote[];
}

const EMPTY: Bar = { events: [] };

/**
 * A part as it is heard in the playing: the same account of what sounds when as `lineSound`, in
 * seconds, through the passes of the form.
 *
 * @param bars What is played; the events come bar by bar, in each in the order of their beginnings.
 */
export function partTimes(song: Song, part: Part, bars: readonly PlayedBar[]): readonly PartTime[] {
  const strings = part.instrument.tuning.length;
  const written = bars.map(
    ({ pass, index }) => lineOf(song, pass.phraseId, part.id)?.bars[index] ?? EMPTY,
  );
  const newest = new Map<Note, PlayedNote>();
  const earlierByBar = written.map(() => new Map<LineEvent, readonly Note[]>());
  for (const at of eventsInLine(written)) earlierByBar[at.bar]!.set(at.event, at.before);
  return written.flatMap((bar, index) => {
    const played = bars[index]!;
    const times = barTimes(bar, played, song.feel);
    const sounds = new Map<LineEvent, SoundingNote[]>();
    for (const { begin } of writtenBarSound(bar, played.length, strings).moments) {
      for (const one of begin) {
        const own = sounds.get(one.event);
        if (own) own.push(one);
        else sounds.set(one.event, [one]);
      }
    }
    return times.events.map((at): PartTime => {
      const earlier = earlierByBar[index]!.get(at.event) ?? [];
      const notes = (sounds.get(at.event) ?? []).map((one): PlayedNote => {
        const from = originOf(one.note, earlier);
        const origin = from && newest.get(from);
        const attack = attackOf(one.note, earlier);
        return {
          note: one.note,
          attack,
          until: untilOf(one, at, times),
          ...(origin && { origin }),
        };
      });
      for (const one of notes) newest.set(one.note, one);
      return { ...at, notes };
    });
  });
}

function untilOf(
  { stoppedBy, until, rings }: SoundingNote,
  { start, end }: EventTime,
  times: BarTimes,
): number {
  if (stoppedBy === "its-length") return end;
  if (stoppedBy === "staccato") return (start + end) / 2;
  // A grace may be moved behind the moment that stops it, or take its time from the end of the note.
  const seconds = Math.max(start, times.secondsAt(until));
  return rings ? seconds : Math.min(end, seconds);
}
