import { compare, subtract, sum, ZERO, type Fraction } from "../rhythm/fraction";
import { fret, isOnNeck, midiAt } from "../neck/neck";
import { soundedAt } from "../neck/harmonic";
import { spellMidi } from "../pitch/spelling";
import { copyOfEvent, lengthOf, withNotes, type LineEvent, type PitchedNote } from "../score/event";
import type { CalloutContext } from "./context";

/**
 * The same event some frets higher, or lower, with ids of its own.
 * @returns undefined where one of its notes leaves the neck, or has no place to move from.
 */
export function movedEvent(
  event: LineEvent,
  frets: number,
  context: Pick<CalloutContext, "neck" | "key">,
  newId: () => string,
): LineEvent | undefined {
  const copy = copyOfEvent(event, newId);
  if (frets === 0) return copy;
  let isMovable = true;
  const moved = withNotes(copy, (note) => {
    if (note.kind === "dead") return note;
    const there = movedNote(note, frets, context);
    isMovable &&= there !== undefined;
    return there ?? note;
  });
  return isMovable ? moved : undefined;
}

function movedNote(
  note: PitchedNote,
  frets: number,
  { neck, key }: Pick<CalloutContext, "neck" | "key">,
): PitchedNote | undefined {
  if (!note.place || note.place.fret + frets < 0) return undefined;
  const place = { ...note.place, fret: fret(note.place.fret + frets) };
  if (!isOnNeck(place, neck)) return undefined;
  const pinched = note.techniques.find((one) => one.kind === "pinched-harmonic");
  const isNatural = note.techniques.some(({ kind }) => kind === "natural-harmonic");
  const sounds = isNatural
    ? soundedAt(place, neck, { kind: "natural" })
    : pinched
      ? soundedAt(place, neck, { kind: "pinched", partial: pinched.partial })
      : midiAt(place, neck);
  if (sounds === undefined) return undefined;
  const { cents } = note.pitch;
  const bends = note.techniques.map((one) => {
    if (one.kind !== "bend" || !one.to) return one;
    return { ...one, to: { ...one.to, fret: fret(one.to.fret + frets) } };
  });
  const isBendable = bends.every(
    (one) => one.kind !== "bend" || !one.to || (one.to.fret >= 0 && isOnNeck(one.to, neck)),
  );
  if (!isBendable) return undefined;
  const pitch = { ...spellMidi(sounds, key), ...(cents && { cents }) };
  return { ...note, place, pitch, techniques: bends };
}

/**
 * A bar that comes again with another end: what is said behind it stands from `at` on, or fills the end
 * of the bar; what was there is left out, and the note before ends where the new ones begin.
 */
export function withDifference(
  copies: readonly LineEvent[],
  anew: readonly LineEvent[],
  at: Fraction | undefined,
): readonly LineEvent[] {
  if (anew.length === 0) return copies;
  const length = sum(copies.map(lengthOf));
  const taken = sum(anew.map(lengthOf));
  const from = at ?? (compare(taken, length) < 0 ? subtract(length, taken) : ZERO);
  const head: LineEvent[] = [];
  const tail: LineEvent[] = [];
  let onset: Fraction = ZERO;
  const until = sum([from, taken]);
  for (const event of copies) {
    const end = sum([onset, lengthOf(event)]);
    if (compare(end, from) <= 0) head.push(event);
    else if (compare(onset, from) < 0) head.push({ ...event, duration: subtract(from, onset) });
    else if (compare(onset, until) >= 0) tail.push(event);
    onset = end;
  }
  return [...head, ...anew, ...tail];
}
