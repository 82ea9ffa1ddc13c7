import { tupletRuns } from "../checks/tuplets";
import type { Key } from "../pitch/key";
import { formatPitchClass, type Pitch } from "../pitch/pitch";
import { noteValueOf } from "../rhythm/duration";
import type { Fraction } from "../rhythm/fraction";
import type { Bar } from "../score/bar";
import { lengthOf, linkOf, notesOf, type LineEvent } from "../score/event";

/** What a bar is on a staff, before anything draws it. Pure: no engraver needed. */

export interface StaffNote {
  readonly eventId: string;
  /** Written pitches, an octave above what sounds, like `eb/4`; empty for a rest. */
  readonly keys: readonly string[];
  /** 1, 2, 4 … 64. */
  readonly value: number;
  readonly dots: number;
  readonly isRest: boolean;
  /** A dead stroke or a knock: a cross for a head. */
  readonly isCross: boolean;
  readonly isGrace: boolean;
  /** Held on from the note before, which is not struck anew. */
  readonly isTied: boolean;
  /** Slurred from the note before: hammered, pulled or slid. */
  readonly isSlurred: boolean;
}

export interface StaffTuplet {
  /** Indices of the first and the last note. */
  readonly first: number;
  readonly last: number;
  readonly actual: number;
}

export interface StaffVoice {
  readonly notes: readonly StaffNote[];
  readonly tuplets: readonly StaffTuplet[];
}

/** Guitar and bass are written an octave above where they sound. */
const OCTAVES_UP = 1;
/** Where a stroke without pitch stands: the middle line of a treble staff. */
const MIDDLE = "b/4";

export function staffVoices({ events, voiceTwo }: Bar): readonly StaffVoice[] {
  return [voiceOf(events), ...(voiceTwo ? [voiceOf(voiceTwo)] : [])];
}

function voiceOf(events: readonly LineEvent[]): StaffVoice {
  const indexOf = new Map(events.map((event, index) => [event, index]));
  return {
    notes: events.map(noteOf),
    tuplets: tupletRuns(events).map(({ actual, events: run }) => ({
      first: indexOf.get(run[0]!.event)!,
      last: indexOf.get(run.at(-1)!.event)!,
      actual,
    })),
  };
}

function noteOf(event: LineEvent): StaffNote {
  const notes = notesOf(event);
  const pitched = notes.flatMap((note) => (note.kind === "pitched" ? [note] : []));
  const links = pitched.map(linkOf);
  const isCross = event.kind === "hit" || (notes.length > 0 && pitched.length === 0);
  return {
    eventId: event.id,
    keys: isCross
      ? [MIDDLE]
      : pitched
          .map(({ pitch }) => pitch)
          .sort(byHeight)
          .map(keyOf),
    ...writtenValue(event.duration),
    isRest: event.kind === "rest",
    isCross,
    isGrace: lengthOf(event).num === 0,
    isTied: links.length > 0 && links.every((link) => link === "tie"),
    isSlurred: links.some(
      (link) => link === "hammer-on" || link === "pull-off" || link === "slide",
    ),
  };
}

function byHeight(a: Pitch, b: Pitch): number {
  return a.octave - b.octave || "CDEFGAB".indexOf(a.step) - "CDEFGAB".indexOf(b.step);
}

function keyOf(pitch: Pitch): string {
  return `${formatPitchClass(pitch).toLowerCase()}/${pitch.octave + OCTAVES_UP}`;
}

/** The nearest value below where no single note says it. */
function writtenValue(duration: Fraction): { readonly value: number; readonly dots: number } {
  const value = noteValueOf(duration);
  if (value) return { value: value.value, dots: value.dots };
  const below = Math.ceil(Math.log2(duration.den / duration.num));
  return { value: 2 ** Math.min(6, Math.max(0, below)), dots: 0 };
}

/** The signature in the engraver's words: `Ebm`. */
export function signatureOf({ tonic, mode }: Key): string {
  return formatPitchClass(tonic) + (mode === "minor" ? "m" : "");
}
