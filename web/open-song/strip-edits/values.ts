import {
  fraction,
  multiply,
  noteValueOf,
  usualTuplet,
  type Fraction,
} from "@intonazione/core/rhythm";
import { eventsOf, lengthSaidBy, linkOf, type LineEvent, type Note } from "@intonazione/core/score";
import { newId } from "../draft";
import type { SongState } from "../state/store";
import { change, here, type StripEdit } from "./line-at-hand";

/** How long the chosen events last. */

const LONGEST = fraction(16);
const SHORTEST = fraction(1, 1024);

function withDuration(state: SongState, label: string, how: (duration: Fraction) => Fraction) {
  return change(state, label, (event) => {
    const duration = how(event.duration);
    const isKept =
      duration.num * LONGEST.den <= LONGEST.num * duration.den &&
      duration.num * SHORTEST.den >= SHORTEST.num * duration.den;
    if (!isKept) return event;
    const { lengthUnknown: _said, ...rest } = event;
    return { ...rest, duration };
  });
}

export const halve = (state: SongState) =>
  withDuration(state, "halve the value", (duration) => multiply(duration, fraction(1, 2)));

export const double = (state: SongState) =>
  withDuration(state, "double the value", (duration) => multiply(duration, fraction(2)));

/** A dot, a second one, none. */
export const dot = (state: SongState) =>
  withDuration(state, "dot the value", (duration) => {
    const dots = noteValueOf(duration)?.dots ?? 0;
    return multiply(duration, [fraction(3, 2), fraction(7, 6), fraction(4, 7)][dots]!);
  });

/** Of a tuplet: so many in the time of the next lower power of two; plain again where it was one. */
export const tuplet = (state: SongState, actual: number) =>
  withDuration(state, actual === 3 ? "triplet" : `tuplet of ${actual}`, (duration) => {
    const now = noteValueOf(duration)?.tuplet;
    const { normal } = usualTuplet(actual);
    if (now?.actual === actual) return multiply(duration, fraction(actual, normal));
    return multiply(duration, fraction(normal, actual));
  });

/** Holds every note of the event before on into the one at the cursor. */
export function tie(state: SongState): StripEdit | undefined {
  const at = here(state);
  const all = at ? eventsOf(at.bars) : [];
  const index = all.findIndex(({ id }) => id === at?.event?.id);
  const before = all[index - 1];
  if (before?.kind !== "notes") return undefined;
  return change(state, "tie", (event): LineEvent => {
    if (event.id !== all[index]!.id) return event;
    if (event.kind === "notes" && event.notes.every((note) => linkOf(note) === "tie")) {
      const notes = event.notes.map((note) =>
        note.kind === "dead"
          ? note
          : { ...note, techniques: note.techniques.filter(({ kind }) => kind !== "tie") },
      );
      return { ...event, notes };
    }
    const notes = before.notes.flatMap((note): Note[] =>
      note.kind === "dead" ? [] : [{ ...note, id: newId(), techniques: [{ kind: "tie" }] }],
    );
    if (notes.length === 0) return event;
    return { kind: "notes", id: event.id, ...lengthSaidBy(event), notes, techniques: [] };
  });
}
