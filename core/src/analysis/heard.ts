import { barsOn, type BarIndex } from "../foundation/bar-index";
import { fifthsOf, plainNameAtFifths } from "../pitch/key";
import { atHeight, midiOf, type Pitch } from "../pitch/pitch";
import { add, compare, toNumber, type Fraction } from "../rhythm/fraction";
import type { Bar } from "../score/bar";
import { notesOf, techniqueOf } from "../score/event";
import type { PitchedNote, LineEvent } from "../score/event";
import type { BarFrame } from "../score/frame";
import { inLine, lineSound, type NoteInLine } from "../sounding/line-sound";
import type { KeyNote } from "../theory/rank-keys";

/** A note as it is heard: tied notes are one. */
export interface HeardNote {
  readonly note: PitchedNote;
  readonly event: LineEvent;
  /** Index of its bar in the line. */
  readonly bar: BarIndex;
  /** From the first event of its bar. */
  readonly onset: Fraction;
  /** Whole notes from the start of the line, by what is written. */
  readonly start: number;
  readonly end: number;
  /** Where it stops sounding: behind `end` where its string is let ring. */
  readonly until: number;
  /** What sounds, in semitones with C4 = 60: a bent note at the height it is bent to. */
  readonly midi: number;
  /** The same with its name; of a bent note counted up from the name of what is fretted. */
  readonly pitch: Pitch;
}

/**
 * What of a line is heard with a pitch, in order of time; graces, dead and muted strokes left out. A
 * bend by an odd quarter tone counts as the fretted note: it has no semitone of its own.
 *
 * @param strings How many the instrument has.
 */
export function heardIn(
  bars: readonly Bar[],
  frames: readonly BarFrame[],
  strings: number,
): readonly HeardNote[] {
  const line = lineSound(bars, frames, strings);
  const heard: HeardNote[] = [];
  const known = new Map<NoteInLine, number>();
  for (const one of line.notes) {
    const { note, event, bar, onset, isGrace, tiedFrom } = one;
    if (isGrace || note.kind === "dead" || techniqueOf(note, "fret-hand-mute")) continue;
    const timeOf = (at: Fraction) => toNumber(inLine(line, bar, at));
    const [end, until] = [timeOf(one.end), timeOf(one.until)];
    const tied = tiedFrom && known.get(tiedFrom);
    if (tied !== undefined) {
      known.set(one, tied);
      heard[tied] = { ...heard[tied]!, end, until };
      continue;
    }
    const midi = soundsAt(note);
    const pitch = raised(note.pitch, midi - midiOf(note.pitch));
    known.set(one, heard.length);
    heard.push({ note, event, bar, onset, start: timeOf(onset), end, until, midi, pitch });
  }
  return heard.sort((a, b) => a.start - b.start);
}

function soundsAt(note: PitchedNote): number {
  const bend = techniqueOf(note, "bend");
  const semitones = bend && bend.cents % 100 === 0 ? bend.cents / 100 : 0;
  return Math.min(127, midiOf(note.pitch) + semitones);
}

/** Fifths up to the name of a note so many semitones higher: a second, a third, a fourth. */
const NAMES_ABOVE = [0, -5, 2, -3, 4, -1];

function raised(pitch: Pitch, semitones: number): Pitch {
  const steps = NAMES_ABOVE[semitones];
  if (semitones === 0 || steps === undefined) return pitch;
  const name = plainNameAtFifths(fifthsOf(pitch) + steps);
  return atHeight({ ...pitch, ...name }, midiOf(pitch) + semitones);
}

/** Longer notes than this, in whole notes, count no more than it. */
const LONGEST = 0.5;
const SHORTEST = 1 / 16;
/** In whole notes: more than any phrase lasts. */
const LONGEST_PHRASE = 1e5;
const ON_DOWNBEAT = 1.5;
const ON_BEAT = 1.2;

/**
 * Heard notes as evidence for a key, weighted by length and metre.
 * @param barsBefore How many bars of the part stand before the line: the result counts through the part.
 * @param order Of its phrase in the song: what comes later in the song is a later moment.
 */
export function keyNotes(
  heard: readonly HeardNote[],
  frames: readonly BarFrame[],
  barsBefore = 0,
  order = 0,
): readonly KeyNote[] {
  return heard.map(({ midi, bar, onset, start, end, event }) => {
    const frame = frames[bar];
    const at = frame ? toNumber(add(onset, frame.from)) : toNumber(onset);
    const beat = 1 / (frame?.metre.unit ?? 4);
    const isOnBeat = Math.abs(at / beat - Math.round(at / beat)) < 1e-9;
    const metric = at === 0 ? ON_DOWNBEAT : isOnBeat ? ON_BEAT : 1;
    const isGhost = notesOf(event).some((note) => techniqueOf(note, "ghost"));
    const length = Math.min(LONGEST, Math.max(SHORTEST, end - start));
    return {
      midi,
      weight: length * metric * (isGhost ? 0.5 : 1),
      bar: barsOn(bar, barsBefore),
      isOnDownbeat: at === 0,
      moment: order * LONGEST_PHRASE + start,
    };
  });
}

/** What sounds together from one moment on. */
export interface Sonority {
  readonly bar: BarIndex;
  readonly onset: Fraction;
  readonly start: number;
  /** Lowest first; those held from before among them. */
  readonly notes: readonly HeardNote[];
  /** How many of them begin here. */
  readonly fresh: number;
}

/** Every moment at which something begins, with all that sounds then. */
export function sonorities(heard: readonly HeardNote[]): readonly Sonority[] {
  const moments: Sonority[] = [];
  let held: HeardNote[] = [];
  for (let at = 0; at < heard.length;) {
    const first = heard[at]!;
    const fresh: HeardNote[] = [];
    while (at < heard.length && isTogether(heard[at]!, first)) fresh.push(heard[at++]!);
    held = held.filter(({ until }) => until > first.start + 1e-9);
    const notes = [...fresh, ...held].sort((a, b) => a.midi - b.midi);
    moments.push({
      bar: first.bar,
      onset: first.onset,
      start: first.start,
      notes,
      fresh: fresh.length,
    });
    held.push(...fresh);
  }
  return moments;
}

function isTogether(a: HeardNote, b: HeardNote): boolean {
  return a.bar === b.bar && compare(a.onset, b.onset) === 0;
}
