import { barEntries, type BarIndex } from "../foundation/bar-index";
import { add, fraction, toNumber, ZERO, type Fraction } from "../rhythm/fraction";
import { wholeSeconds } from "../rhythm/tempo";
import type { Bar } from "../score/bar";
import type { BarFrame } from "../score/frame";
import { attackOf, tiedFrom, type Attack } from "./attack";
import { writtenBarSound, type SoundingMoment, type SoundingNote } from "./bar-sound";
import { eventsInLine, type EventInLine } from "./events-in-line";

/** A bar on the line's own time: everything counts from the first event of the line. */
export interface BarSpan {
  readonly start: Fraction;
  readonly length: Fraction;
  readonly startSeconds: number;
  /** How long a whole note lasts. */
  readonly secondsAWhole: number;
}

/** A note of a line, with how it begins. */
export interface NoteInLine extends SoundingNote {
  /** Index of the bar. */
  readonly bar: BarIndex;
  readonly attack: Attack;
  /** The note that it goes on from; set exactly where the attack is “tied”. */
  readonly tiedFrom?: NoteInLine;
}

export interface MomentInLine extends SoundingMoment {
  /** Index of the bar. */
  readonly bar: BarIndex;
}

/** What one part plays in one phrase, as it sounds. */
export interface LineSound {
  readonly bars: readonly BarSpan[];
  readonly moments: readonly MomentInLine[];
  readonly events: readonly EventInLine[];
  /** In the order in which they begin. */
  readonly notes: readonly NoteInLine[];
}

/**
 * Every note of a line with what sounds when: as it is written, neither swung nor held by fermatas
 * (`event-times.ts` does that for a song in its form).
 *
 * @param frames What holds in each bar; a bar without one holds a whole note at the usual tempo.
 * @param strings How many the instrument has: notes without a place may lie on any of them.
 */
export function lineSound(
  bars: readonly Bar[],
  frames: readonly BarFrame[],
  strings: number,
): LineSound {
  const events = eventsInLine(bars);
  const before = new Map(events.map((at) => [at.event, at.before]));
  const spans: BarSpan[] = [];
  const moments: MomentInLine[] = [];
  const notes: NoteInLine[] = [];
  const newest = new Map<string, NoteInLine>();
  let start = ZERO;
  let startSeconds = 0;
  for (const [index, bar] of barEntries(bars)) {
    const frame = frames[index];
    const sound = writtenBarSound(bar, frame?.length ?? fraction(1), strings);
    const secondsAWhole = wholeSeconds(frame?.tempoBpm ?? 120);
    spans.push({ start, length: sound.length, startSeconds, secondsAWhole });
    for (const moment of sound.moments) {
      moments.push({ ...moment, bar: index });
      for (const one of moment.begin) {
        const earlier = before.get(one.event)!;
        const from = tiedFrom(one.note, earlier);
        const origin = from && newest.get(from.id);
        const attack = attackOf(one.note, earlier);
        const note = { ...one, bar: index, attack, ...(origin && { tiedFrom: origin }) };
        notes.push(note);
        newest.set(one.note.id, note);
      }
    }
    start = add(start, sound.length);
    startSeconds += toNumber(sound.length) * secondsAWhole;
  }
  return { bars: spans, moments, events, notes };
}

/** A time within a bar as one of the line, in whole notes from its first event. */
export function inLine({ bars }: LineSound, bar: BarIndex, onset: Fraction): Fraction {
  return add(bars[bar]!.start, onset);
}

/** The same in seconds. */
export function secondsInLine({ bars }: LineSound, bar: BarIndex, onset: Fraction): number {
  const { startSeconds, secondsAWhole } = bars[bar]!;
  return startSeconds + secondsAWhole * toNumber(onset);
}
