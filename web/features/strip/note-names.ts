import { midiOf, type Pitch } from "@intonazione/core/pitch";
import { pitchedIn, type LineEvent } from "@intonazione/core/score";
import type { EventBox } from "@intonazione/core/strip";

/** Where the names of notes that sound at once stand: side by side, in as few lines as there is room for. */

/** Widths in px of a letter with its octave, of a sign before it, and of the air behind. */
const LETTER = 11.5;
const SIGN = 4.5;
const AIR = 2;

const widthOf = ({ alter }: Pitch) => LETTER + Math.abs(alter) * SIGN;

/** The pitches of an event, the lowest first. */
function risingPitches(event: LineEvent): readonly Pitch[] {
  return pitchedIn(event)
    .map((note) => note.pitch)
    .sort((a, b) => midiOf(a) - midiOf(b));
}

export interface NamePlace {
  readonly pitch: Pitch;
  /** From the middle of the event's figure. */
  readonly dx: number;
  /** 0 for the upper line. */
  readonly line: number;
}

/** Rising from left to right, the highest in the upper line; one name always fits. */
export function namePlaces({ event, width }: EventBox): readonly NamePlace[] {
  const pitches = risingPitches(event);
  const lines: Pitch[][] = [];
  let room = 0;
  for (const pitch of pitches) {
    const own = widthOf(pitch);
    if (lines.length > 0 && room >= own) lines.at(-1)!.push(pitch);
    else {
      lines.push([pitch]);
      // The names of the next event begin with some air, too.
      room = width - AIR;
    }
    room -= own + AIR;
  }
  return lines.flatMap((line, index) => {
    const total = line.reduce((sum, pitch) => sum + widthOf(pitch) + AIR, -AIR);
    let left = -total / 2;
    return line.map((pitch) => {
      const dx = left + widthOf(pitch) / 2;
      left += widthOf(pitch) + AIR;
      return { pitch, dx, line: lines.length - 1 - index };
    });
  });
}

/** How many lines the names of an event take; voice two has none. */
export function nameLinesOf(box: EventBox): number {
  if (box.isVoiceTwo) return 0;
  return namePlaces(box).reduce((most, { line }) => Math.max(most, line + 1), 0);
}
