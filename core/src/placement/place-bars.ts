import type { Neck, Place } from "../neck/neck";
import { midiOf } from "../pitch/pitch";
import { eventsOf, linkOf, notesOf, type Bar, type LineEvent, type Note } from "../score/song";
import { bestPath } from "./best-path";
import { leastMovement, type CostModel } from "./cost-model";
import { fingersOf, type Moment, type MomentNote } from "./grip";
import { reduceToPlayable, type WhyUnreachable } from "./unreachable";

/** Which places may move: all but the pinned ones, or only those that are not known yet. */
export type Scope = "unpinned" | "unplaced";

export interface PlacedBars {
  readonly bars: readonly Bar[];
  /** By note id: what could not be placed, and why. These notes keep their pitch and have no place. */
  readonly unreachable: ReadonlyMap<string, WhyUnreachable>;
  readonly cost: number;
}

/**
 * Finds a place and a finger for every note in `scope`. Pinned notes stay where they are, and so
 * does everything else that is out of scope; pitches never change. What did not change stays the
 * same object.
 */
export function placeBars(
  bars: readonly Bar[],
  neck: Neck,
  scope: Scope,
  model: CostModel = leastMovement(neck),
): PlacedBars {
  const events = eventsOf(bars);
  const unreachable = new Map<string, WhyUnreachable>();
  const reductions = events.map((event) => {
    const notes = notesOf(event);
    const moment: Moment = { notes: notes.map((note) => momentNote(note, scope)) };
    const { kept, lost } = reduceToPlayable(moment, neck);
    for (const [index, why] of lost) unreachable.set(notes[index]!.id, why);
    return { kept, moment: { notes: kept.map((index) => moment.notes[index]!) } };
  });
  const path = bestPath(
    reductions.map(({ moment }) => moment),
    neck,
    model,
  );
  let index = 0;
  const placed = bars.map((bar) => {
    const events = bar.events.map((event): LineEvent => {
      const { kept } = reductions[index]!;
      const hand = path.hands[index]!;
      index++;
      if (event.kind === "rest") return event;
      const fingers = fingersOf(hand.grip, hand.indexFret);
      const notes = event.notes.map((note, at): Note => {
        const order = kept.indexOf(at);
        const hold = hand.grip.holds[order];
        if (hold?.fret === undefined) return withoutPlace(note);
        const finger = fingers?.[order];
        const { string, fret } = hold;
        return withPlace(note, { string, fret, ...(finger !== undefined && { finger }) }, scope);
      });
      return notes.every((note, at) => note === event.notes[at]) ? event : { ...event, notes };
    });
    return events.every((event, at) => event === bar.events[at]) ? bar : { events };
  });
  return { bars: placed, unreachable, cost: path.cost };
}

function momentNote(note: Note, scope: Scope): MomentNote {
  if (note.kind === "dead") return { kind: "dead", string: note.string };
  const isFixed = note.place && (note.pinned || scope === "unplaced");
  return {
    kind: "pitched",
    midi: midiOf(note.pitch),
    isLinked: linkOf(note) !== undefined,
    ...(isFixed && { fixed: note.place }),
  };
}

function withPlace(note: Note, place: Place, scope: Scope): Note {
  if (note.kind === "dead") return note;
  // A finger that the teacher gave, or that is out of scope, is not ours to change.
  const isOurs = !note.place || (scope === "unpinned" && !note.pinned);
  return isOurs ? { ...note, place } : note;
}

function withoutPlace(note: Note): Note {
  if (note.kind === "dead" || !note.place) return note;
  const { place: _, ...rest } = note;
  return { ...rest, pinned: false };
}
