import { placesSounding } from "../neck/harmonic";
import type { Neck, Place } from "../neck/neck";
import { midiOf } from "../pitch/pitch";
import { momentsOf, withEvents, type Bar } from "../score/bar";
import { harmonicOf, linkOf, notesOf, withNotes, type Note } from "../score/event";
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
  const unreachable = new Map<string, WhyUnreachable>();
  const moments = bars.flatMap((bar, index) =>
    momentsOf(bar).map(({ events }) => ({ bar: index, notes: events.flatMap(notesOf) })),
  );
  const reductions = moments.map(({ notes }) => {
    const moment: Moment = { notes: notes.map((note) => momentNote(note, neck, scope)) };
    const { kept, lost } = reduceToPlayable(moment, neck);
    for (const [index, why] of lost) unreachable.set(notes[index]!.id, why);
    return { kept, moment: { notes: kept.map((index) => moment.notes[index]!) } };
  });
  const path = bestPath(
    reductions.map(({ moment }) => moment),
    neck,
    model,
  );
  const placedIn = bars.map(() => new Map<Note, Note>());
  for (const [index, { bar, notes }] of moments.entries()) {
    const { kept } = reductions[index]!;
    const { grip, indexFret } = path.hands[index]!;
    const fingers = fingersOf(grip, indexFret);
    for (const [at, note] of notes.entries()) {
      const order = kept.indexOf(at);
      const hold = grip.holds[order];
      if (hold?.fret === undefined) {
        if (!isFixed(note, scope)) placedIn[bar]!.set(note, withoutPlace(note));
        continue;
      }
      const finger = fingers?.[order];
      const { string, fret } = hold;
      const place = { string, fret, ...(finger !== undefined && { finger }) };
      placedIn[bar]!.set(note, withPlace(note, place, scope));
    }
  }
  const placed = bars.map((bar, index) =>
    withEvents(bar, (event) => withNotes(event, (note) => placedIn[index]!.get(note) ?? note)),
  );
  return { bars: placed, unreachable, cost: path.cost };
}

function momentNote(note: Note, neck: Neck, scope: Scope): MomentNote {
  if (note.kind === "dead") return { kind: "dead", string: note.string };
  const harmonic = harmonicOf(note);
  return {
    kind: "pitched",
    midi: midiOf(note.pitch),
    ...(harmonic && { candidates: placesSounding(midiOf(note.pitch), neck, harmonic) }),
    isLinked: linkOf(note) !== undefined,
    ...(note.place && isFixed(note, scope) && { fixed: note.place }),
  };
}

/** A place that is not ours to change, even where two voices want the same string at once. */
function isFixed(note: Note, scope: Scope): boolean {
  return (
    note.kind === "pitched" && note.place !== undefined && (note.pinned || scope === "unplaced")
  );
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
