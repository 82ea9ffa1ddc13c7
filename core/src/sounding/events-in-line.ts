import { barEntries, type BarIndex } from "../foundation/bar-index";
import { add, compare, type Fraction } from "../rhythm/fraction";
import { momentsOf, writtenLength, type Bar } from "../score/bar";
import { lengthOf, notesOf, type LineEvent, type Note } from "../score/event";

/** 1 is the line itself, 2 what sounds along below it. */
export type Voice = 1 | 2;

/** An event where it stands in its line, with what it can go on from. */
export interface EventInLine {
  readonly event: LineEvent;
  readonly voice: Voice;
  /** Index of the bar. */
  readonly bar: BarIndex;
  /** From the first event of the bar. */
  readonly onset: Fraction;
  readonly isGrace: boolean;
  /** The notes of the event before it in its voice; none where time lies between the two. */
  readonly before: readonly Note[];
}

/** The last event of a voice, as long as the next one can follow it without a gap. */
interface Last {
  readonly bar: BarIndex;
  readonly notes: readonly Note[];
  readonly isLastOfBar: boolean;
}

/** Every event of a line, moment by moment; of one moment the line's own voice first. */
export function eventsInLine(bars: readonly Bar[]): readonly EventInLine[] {
  const events: EventInLine[] = [];
  const last = new Map<Voice, Last>();
  for (const [index, bar] of barEntries(bars)) {
    const second = new Set(bar.voiceTwo);
    const written = writtenLength(bar);
    for (const { onset, events: together } of momentsOf(bar)) {
      for (const event of together) {
        const voice = second.has(event) ? 2 : 1;
        const from = last.get(voice);
        const follows =
          from && (from.bar === index || (from.bar === index - 1 && from.isLastOfBar));
        const length = lengthOf(event);
        const isGrace = length.num === 0;
        events.push({
          event,
          voice,
          bar: index,
          onset,
          isGrace,
          before: follows ? from.notes : [],
        });
        const isLastOfBar = compare(add(onset, length), written) === 0;
        last.set(voice, { bar: index, notes: notesOf(event), isLastOfBar });
      }
    }
  }
  return events;
}
