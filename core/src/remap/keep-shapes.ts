import { soundedAt } from "../neck/harmonic";
import { isOnNeck, type Neck } from "../neck/neck";
import type { Key } from "../pitch/key";
import { spellMidi } from "../pitch/spelling";
import { withEvents, type Bar } from "../score/bar";
import { harmonicOf, withNotes, withoutPlace, type Note } from "../score/event";
import { leaveOut } from "./beyond";

export interface KeptShapes {
  readonly bars: readonly Bar[];
  /** Ids of the notes that kept their pitch, since the other neck has no such place. */
  readonly lost: readonly string[];
}

/**
 * The same places on a neck that is tuned or capoed otherwise: the hand stays, what sounds changes.
 * Where the other neck has no such fret or string, the pitch stays and the place is let go; a dead
 * stroke goes with its string.
 */
export function keepShapes(bars: readonly Bar[], to: Neck, key: Key): KeptShapes {
  const lost: string[] = [];
  const reSound = (note: Note): Note => {
    if (note.kind === "dead" || !note.place) return note;
    const sounds = isOnNeck(note.place, to) && soundedAt(note.place, to, harmonicOf(note));
    if (sounds) return { ...note, pitch: { ...note.pitch, ...spellMidi(sounds, key) } };
    lost.push(note.id);
    return withoutPlace(note);
  };
  const strings = to.openMidi.length;
  const kept = bars.map((bar) =>
    withEvents(bar, (event) =>
      leaveOut(withNotes(event, reSound), (note) => note.kind === "dead" && note.string > strings),
    ),
  );
  return { bars: kept, lost };
}
