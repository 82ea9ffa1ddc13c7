import { isOnNeck, midiAt, type Neck } from "../neck/neck";
import type { Key } from "../pitch/key";
import { spellMidi } from "../pitch/spelling";
import { stringOf, type Bar, type LineEvent, type Note } from "../score/song";

/**
 * The same places on a neck that is tuned or capoed otherwise: the hand stays, what sounds changes.
 * Where the other neck has no such fret, the pitch stays and the place is let go.
 * @throws RangeError when the other neck lacks a string that is played: shapes need the same strings.
 */
export function keepShapes(bars: readonly Bar[], to: Neck, key: Key): readonly Bar[] {
  return bars.map((bar) => ({
    events: bar.events.map((event): LineEvent => {
      if (event.kind === "rest") return event;
      return { ...event, notes: event.notes.map((note) => reSound(note, to, key)) };
    }),
  }));
}

function reSound(note: Note, to: Neck, key: Key): Note {
  const string = stringOf(note);
  if (string !== undefined && string > to.openMidi.length) {
    throw new RangeError(`string must be 1–${to.openMidi.length}, got ${string}`);
  }
  if (note.kind === "dead" || !note.place) return note;
  if (isOnNeck(note.place, to)) return { ...note, pitch: spellMidi(midiAt(note.place, to), key) };
  const { place: _, ...rest } = note;
  return { ...rest, pinned: false };
}
