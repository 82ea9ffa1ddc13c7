import { MAX_FRETS } from "../instrument/instrument";
import { fret, isOnNeck, type Neck } from "../neck/neck";
import { soundedAt } from "../neck/harmonic";
import type { Key } from "../pitch/key";
import { spellMidi } from "../pitch/spelling";
import {
  copyOfEvent,
  harmonicOf,
  notesOf,
  withNotes,
  type LineEvent,
  type PitchedNote,
} from "./event";
import { eventKey } from "./merge-bars";
import type { Technique } from "./technique";

/** What decides how a note sounds elsewhere, and what it is called there. */
export interface Ground {
  readonly neck: Neck;
  readonly key: Key;
}

/**
 * The same event some frets higher, or lower, with ids of its own.
 * @returns undefined where one of its notes leaves the neck, or has no place to move from.
 */
export function movedEvent(
  event: LineEvent,
  frets: number,
  ground: Ground,
  newId: () => string,
): LineEvent | undefined {
  const copy = copyOfEvent(event, newId);
  if (frets === 0) return copy;
  let isMovable = true;
  const moved = withNotes(copy, (note) => {
    if (note.kind === "dead") return note;
    const there = movedNote(note, frets, ground);
    isMovable &&= there !== undefined;
    return there ?? note;
  });
  return isMovable ? moved : undefined;
}

function movedNote(
  note: PitchedNote,
  frets: number,
  { neck, key }: Ground,
): PitchedNote | undefined {
  if (!note.place || note.place.fret + frets < 0) return undefined;
  const place = { ...note.place, fret: fret(note.place.fret + frets) };
  if (!isOnNeck(place, neck)) return undefined;
  const sounds = soundedAt(place, neck, harmonicOf(note));
  if (sounds === undefined) return undefined;
  const { cents } = note.pitch;
  const techniques = withTargets(note.techniques, frets);
  const isBendable = targetsOf(techniques).every((to) => to.fret >= 0 && isOnNeck(to, neck));
  if (!isBendable) return undefined;
  const pitch = { ...spellMidi(sounds, key), ...(cents && { cents }) };
  return { ...note, place, pitch, techniques };
}

/** The places that bends lead to. */
const targetsOf = (techniques: readonly Technique[]) =>
  techniques.flatMap((one) => (one.kind === "bend" ? (one.to ?? []) : []));

/** The same, with bends to places so many frets higher. */
const withTargets = (techniques: readonly Technique[], frets: number) =>
  techniques.map((one) =>
    one.kind === "bend" && one.to
      ? { ...one, to: { ...one.to, fret: fret(one.to.fret + frets) } }
      : one,
  );

/** Whether an event is another one so many frets higher, or lower, in all that a person writes of it. */
export function isMoved(one: LineEvent, other: LineEvent, frets: number): boolean {
  if (frets === 0) return one === other || eventKey(one) === eventKey(other);
  const there = shifted(one, frets);
  return there !== undefined && eventKey(there) === eventKey(other);
}

/**
 * The event some frets higher; its pitches are left as they are, since the place says them.
 * @returns undefined where a note has no place, or would leave every neck.
 */
function shifted(event: LineEvent, frets: number): LineEvent | undefined {
  const isThere = ({ fret }: { readonly fret: number }) =>
    fret + frets >= 0 && fret + frets <= MAX_FRETS;
  const isMovable = notesOf(event).every((note) => {
    if (note.kind === "dead") return true;
    return note.place !== undefined && [note.place, ...targetsOf(note.techniques)].every(isThere);
  });
  if (!isMovable) return undefined;
  return withNotes(event, (note) => {
    if (note.kind === "dead") return note;
    const place = { ...note.place!, fret: fret(note.place!.fret + frets) };
    return { ...note, place, techniques: withTargets(note.techniques, frets) };
  });
}
