import { soundedAt } from "../neck/harmonic";
import { isOnNeck, type Neck } from "../neck/neck";
import type { Key } from "../pitch/key";
import { spellMidi } from "../pitch/spelling";
import { withEvents, type Bar } from "../score/bar";
import { harmonicOf, stringOf, withNotes, type Note } from "../score/event";

/**
 * The same places on a neck that is tuned or capoed otherwise: the hand stays, what sounds changes.
 * Where the other neck has no such fret, the pitch stays and the place is let go.
 * @throws RangeError when the other neck lacks a string that is played: shapes need the same strings.
 */
export function keepShapes(bars: readonly Bar[], to: Neck, key: Key): readonly Bar[] {
  return bars.map((bar) =>
    withEvents(bar, (event) => withNotes(event, (note) => reSound(note, to, key))),
  );
}

function reSound(note: Note, to: Neck, key: Key): Note {
  const string = stringOf(note);
  if (string !== undefined && string > to.openMidi.length) {
    throw new RangeError(`string must be 1–${to.openMidi.length}, got ${string}`);
  }
  if (note.kind === "dead" || !note.place) return note;
  const sounds = isOnNeck(note.place, to) && soundedAt(note.place, to, harmonicOf(note));
  if (sounds) return { ...note, pitch: { ...note.pitch, ...spellMidi(sounds, key) } };
  const { place: _, ...rest } = note;
  return { ...rest, pinned: false };
}
