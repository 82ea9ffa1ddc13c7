import { midiOf } from "../pitch/pitch";
import { add, compare, fraction, multiply, type Fraction } from "../rhythm/fraction";
import { momentsOf, writtenLength, type Bar, type Moment } from "../score/bar";
import {
  eventTechniqueOf,
  lengthOf,
  notesOf,
  techniqueOf,
  type LineEvent,
  type Note,
} from "../score/event";
import type { Voice } from "./events-in-line";
import { haveStringsOfTheirOwn, writtenStrings, type NoteStrings } from "./note-strings";

/**
 * What ends a note: the time that is written for it, or half of that; its pitch begun anew, its
 * string taken, or strings run out for what rings; the hand that
 * rests; the end of its bar.
 */
export type StoppedBy =
  "its-length" | "staccato" | "its-pitch" | "its-string" | "few-strings" | "silence" | "bar-line";

/** A note from its beginning to where it is stopped. All times are from the first event of its bar. */
export interface SoundingNote {
  readonly note: Note;
  readonly event: LineEvent;
  readonly voice: Voice;
  readonly isGrace: boolean;
  /** Whether its string is let ring: by what is written. */
  readonly rings: boolean;
  readonly onset: Fraction;
  /** Where it ends as written; a grace where it begins. */
  readonly end: Fraction;
  /** Where it is stopped: behind `end` where it rings, before it where it is cut short. */
  readonly until: Fraction;
  readonly stoppedBy: StoppedBy;
}

/** A moment of a bar: what begins there, and what goes on. */
export interface SoundingMoment extends Moment {
  /** The notes of its events, of the line first; none where only rests and knocks stand. */
  readonly begin: readonly SoundingNote[];
  /**
   * Notes from before that the hand has to keep: by their written length, or while they ring. One
   * whose string is taken all the same stays among them to the end of its length; `until` says so.
   */
  readonly goOn: readonly SoundingNote[];
  /** Whether a rest begins and no note does: the hand lets go of what rings. */
  readonly isSilence: boolean;
}

export interface BarSound {
  /** In order; one for each moment of the bar. */
  readonly moments: readonly SoundingMoment[];
  /** What the bar holds, or what is written in it where that is more. */
  readonly length: Fraction;
}

/** While the bar is walked through, nobody knows yet where a note will be stopped. */
type Open = { -readonly [Key in keyof SoundingNote]: SoundingNote[Key] };

/**
 * What sounds when in a bar. This is the only place that decides it:
 *
 * - A note is kept for as long as is written, in each voice by itself.
 * - What is let ring goes on to the end of its bar, to a moment at which only rests stand, until its
 *   pitch begins anew, or until its string is taken; and while all that sounds can have strings of
 *   their own: what has rung longest gives way.
 * - A staccato note is stopped half way; a grace, a dead stroke and a knock hold nothing.
 *
 * Nothing but a tie leads over a bar line (`line-sound.ts`).
 *
 * @param holds How much the bar holds, in whole notes.
 */
export function barSound(bar: Bar, holds: Fraction, strings: NoteStrings): BarSound {
  const written = writtenLength(bar);
  const length = compare(written, holds) > 0 ? written : holds;
  const second = new Set(bar.voiceTwo);
  const moments: SoundingMoment[] = [];
  let kept: Open[] = [];
  for (const moment of momentsOf(bar)) {
    const { onset, events } = moment;
    const begin = events.flatMap((event) =>
      notesOf(event).map((note) => opened(note, event, second.has(event) ? 2 : 1, onset)),
    );
    const isSilence = begin.length === 0 && events.some(({ kind }) => kind === "rest");
    if (begin.length > 0) {
      kept = kept.filter((one) => isStillKept(one, onset));
      kept = leftBy(begin, kept, onset, strings);
    } else if (isSilence) {
      kept = kept.filter((one) => !one.rings || !stop(one, onset, "silence"));
    }
    moments.push({ onset, events, begin, goOn: [...kept], isSilence });
    kept.push(...begin.filter(isKept));
  }
  for (const one of kept) if (one.rings && one.stoppedBy === "its-length") letRing(one, length);
  return { moments, length };
}

const asWritten = new WeakMap<
  Bar,
  { readonly holds: Fraction; readonly strings: number; readonly sound: BarSound }
>();

/**
 * `barSound` on the strings as they are written, remembered for as long as the bar stands.
 * @param strings How many the instrument has.
 */
export function writtenBarSound(bar: Bar, holds: Fraction, strings: number): BarSound {
  const known = asWritten.get(bar);
  if (known?.strings === strings && compare(known.holds, holds) === 0) return known.sound;
  const sound = barSound(bar, holds, writtenStrings(strings));
  asWritten.set(bar, { holds, strings, sound });
  return sound;
}

function opened(note: Note, event: LineEvent, voice: Voice, onset: Fraction): Open {
  const isGrace = lengthOf(event).num === 0;
  const rings = techniqueOf(note, "let-ring") !== undefined;
  const end = add(onset, lengthOf(event));
  const isShort = eventTechniqueOf(event, "staccato") !== undefined && !rings && !isGrace;
  const until = isShort ? add(onset, multiply(event.duration, fraction(1, 2))) : end;
  const stoppedBy = isShort ? "staccato" : "its-length";
  return { note, event, voice, isGrace, rings, onset, end, until, stoppedBy };
}

/** Whether a note can be held on at all. */
function isKept({ note, rings, isGrace, stoppedBy }: Open): boolean {
  if (note.kind === "dead") return false;
  return rings || (!isGrace && stoppedBy !== "staccato");
}

function isStillKept(one: Open, onset: Fraction): boolean {
  return one.rings || compare(one.end, onset) > 0;
}

/** What is still kept once something begins. */
function leftBy(
  begin: readonly Open[],
  kept: readonly Open[],
  onset: Fraction,
  strings: NoteStrings,
): Open[] {
  const heights = new Set(begin.map(heightOf));
  const left = kept.filter((one) => {
    if (heights.has(heightOf(one))) return !stop(one, onset, "its-pitch");
    if (one.rings && begin.some(({ note }) => strings.yields?.(one.note, note))) {
      return !stop(one, onset, "its-string");
    }
    if (!isTaken(one, begin, strings)) return true;
    stop(one, onset, "its-string");
    return !one.rings;
  });
  const notes = begin.map(({ note }) => note);
  while (left.some(({ rings }) => rings)) {
    if (haveStringsOfTheirOwn([...notes, ...left.map(({ note }) => note)], strings)) break;
    const [oldest] = left.splice(
      left.findIndex(({ rings }) => rings),
      1,
    );
    stop(oldest!, onset, "few-strings");
  }
  return left;
}

/** Whether what begins has no other string than the one that this note has to lie on. */
function isTaken({ note }: Open, begin: readonly Open[], strings: NoteStrings): boolean {
  const [string, ...more] = strings.of(note);
  if (string === undefined || more.length > 0) return false;
  return begin.some((one) => {
    const own = strings.of(one.note);
    return own.length > 0 && own.every((other) => other === string);
  });
}

/** Stops a note that would go on behind a moment. Always true, so that it can end a condition. */
function stop(one: Open, onset: Fraction, by: StoppedBy): true {
  if (one.rings || compare(one.until, onset) > 0) {
    one.until = onset;
    one.stoppedBy = by;
  }
  return true;
}

function letRing(one: Open, barEnd: Fraction): void {
  if (compare(barEnd, one.until) <= 0) return;
  one.until = barEnd;
  one.stoppedBy = "bar-line";
}

function heightOf({ note }: Open): number {
  return note.kind === "dead" ? 1000 + note.string : midiOf(note.pitch);
}
