import type { Neck, Place } from "../neck/neck";
import { eventsOf, type Bar } from "../score/bar";
import { notesOf, type PitchedNote } from "../score/event";
import type { LineWishes } from "../score/song";
import { meanFromNut, type Hand } from "./grip";
import type { Sink } from "./terms";
import { BROKEN_RULE_POINTS, HINT_WEIGHT, inPoints } from "./weights";

/** What is asked of a line: what stands with it in the song, and a hint for the moment. */
export interface Wishes extends LineWishes {
  /** A hint: where the first note lies. */
  readonly first?: Pick<Place, "string" | "fret">;
}

export const NO_WISHES: Wishes = {};

/** A hint decides where a phrase lies; it does not forbid what belongs elsewhere. */
const MOST_AWAY = 2;
/** A hand reaches so far from the hinted fret without being away from it. */
const AROUND = 3;

/** Which places the wishes leave to a note; the same list where they leave all. */
export function allowedBy(
  { first, withoutStrings }: Wishes,
  bars: readonly Bar[],
): (note: PitchedNote, places: readonly Place[]) => readonly Place[] {
  const opening = new Set(first && firstNotes(bars));
  return (note, places) => {
    if (first && opening.has(note.id)) {
      const own = places.filter(
        ({ string, fret }) => string === first.string && fret === first.fret,
      );
      if (own.length > 0) return own;
    }
    const forbidden = [...(withoutStrings ?? []), ...(note.notOn ?? [])];
    if (forbidden.length === 0) return places;
    const left = places.filter(({ string }) => !forbidden.includes(string));
    return left.length === places.length ? places : left;
  };
}

function firstNotes(bars: readonly Bar[]): readonly string[] {
  const sounding = eventsOf(bars)
    .map(notesOf)
    .find((notes) => notes.some(({ kind }) => kind === "pitched"));
  return (sounding ?? []).map(({ id }) => id);
}

/** Whether the wishes make any hand dearer than it is by itself. */
export function asksOfHands({ around, position }: Wishes): boolean {
  return around !== undefined || position !== undefined;
}

/** What a hand costs against the wishes. */
export function addWishes(hand: Hand, { around, position }: Wishes, neck: Neck, sink: Sink): void {
  if (!hand.grip.fretted) return;
  if (position !== undefined && hand.indexFret !== position + neck.capo.fret) {
    sink("brokenRule", BROKEN_RULE_POINTS);
  }
  const away = around === undefined ? 0 : awayFromHint(hand, around, neck);
  if (away > 0) sink("awayFromHint", away);
}

/** What a hand costs for each fret that it lies away from a hinted one, beyond its reach. */
export function awayFromHint({ grip }: Hand, around: number, neck: Neck): number {
  const mean = meanFromNut(grip);
  if (mean === undefined) return 0;
  const beyond = Math.max(0, Math.abs(mean - neck.capo.fret - around) - AROUND);
  return inPoints(HINT_WEIGHT * Math.min(MOST_AWAY, beyond));
}
