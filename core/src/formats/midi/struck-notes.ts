import { midiOf } from "../../pitch/pitch";
import { neckOf } from "../../neck/neck";
import type { PartTime, PlayedNote } from "../../sounding/part-times";
import { eventTechniqueOf, stringOf, type Note } from "../../score/event";
import type { Part } from "../../score/song";
import { TICKS_PER_QUARTER } from "./timed-events";

/** A dead note is a short click. */
const DEAD_TICKS = TICKS_PER_QUARTER / 8;

/** A note from where it is struck to where its last tie ends. */
export interface Struck {
  readonly note: Note;
  readonly at: PartTime;
  readonly midi: number;
  readonly string: number;
  readonly from: number;
  to: number;
}

/** What a part strikes, tied notes as one. */
export function notesIn(
  times: readonly { readonly at: PartTime; readonly from: number; readonly to: number }[],
  part: Part,
): readonly Struck[] {
  const { openMidi } = neckOf(part.instrument, part.capo);
  const struck: Struck[] = [];
  const known = new Map<PlayedNote, Struck>();
  for (const { at, from, to } of [...times].sort((a, b) => a.from - b.from)) {
    for (const played of at.notes) {
      const { note, attack, origin } = played;
      const tied = attack === "tied" && origin && known.get(origin);
      if (tied) {
        tied.to = to;
        known.set(played, tied);
        continue;
      }
      const string = stringOf(note) ?? stringFor(note, openMidi);
      const midi = note.kind === "dead" ? openMidi[note.string - 1]! : midiOf(note.pitch);
      const end = note.kind === "dead" ? Math.min(to, from + DEAD_TICKS) : to;
      const one: Struck = { note, at, midi, string, from, to: end };
      known.set(played, one);
      struck.push(one);
    }
  }
  return struck;
}

/** A note without a place goes to the thinnest string that lies below it. */
function stringFor(note: Note, openMidi: readonly number[]): number {
  if (note.kind === "dead") return note.string;
  const at = openMidi.findIndex((open) => open <= midiOf(note.pitch));
  return at < 0 ? openMidi.length : at + 1;
}

/** The wheel bends a whole channel: only a note by itself may be bent there. */
export function isAlone(one: Struck, all: readonly Struck[]): boolean {
  if (!isBent(one)) return false;
  return all.every((other) => other === one || other.to <= one.from || other.from >= one.to);
}

function isBent({ note, at }: Struck): boolean {
  if (note.kind === "dead") return false;
  const isMoved = note.techniques.some(({ kind }) =>
    ["bend", "slide-in", "slide-out", "vibrato"].includes(kind),
  );
  return (
    isMoved ||
    note.pitch.cents !== undefined ||
    eventTechniqueOf(at.event, "tremolo-bar") !== undefined
  );
}
