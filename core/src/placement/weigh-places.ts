import type { Place } from "../neck/neck";
import { eventsOf, withEvents, type Bar } from "../score/bar";
import { notesOf, withNotes, withoutPlace } from "../score/event";
import { lineMoments } from "./line-moments";
import type { HandTable } from "./hand-table";
import { ledgerOf } from "./ledger";
import { planLine } from "./plan-line";
import type { LineRequest } from "./line-request";
import { reasonsFor, type Reason } from "./reasons";

/** What it costs a line when one of its notes lies somewhere. */
export interface WeighedPlace {
  readonly place: Place;
  /** More than the best way costs, in points; 0 where the best way has it there. */
  readonly more: number;
  /** Other notes of the line that go elsewhere with it. */
  readonly movesOthers: number;
  /** What the best way has before it. */
  readonly against: readonly Reason[];
}

/**
 * Every place that a note can have, cheapest first: the whole line is planned anew around each.
 * @returns empty when the line has no such note.
 */
export function weighPlaces(
  request: LineRequest,
  noteId: string,
  table: HandTable,
): readonly WeighedPlace[] {
  const note = eventsOf(request.bars)
    .flatMap(notesOf)
    .find(({ id }) => id === noteId);
  if (note?.kind !== "pitched") return [];
  const free = withNote(request.bars, noteId, undefined);
  const best = planned({ ...request, bars: free }, table);
  return placesFor(noteId, free, request, table)
    .map((place): WeighedPlace => {
      const own = planned({ ...request, bars: withNote(request.bars, noteId, place) }, table);
      return {
        place,
        more: Math.max(0, own.plan.points - best.plan.points),
        movesOthers: countMoved(own, best, noteId),
        against: reasonsFor(best, own, table.judgement.neck, request.after?.carried?.from),
      };
    })
    .sort((a, b) => a.more - b.more);
}

function planned(request: LineRequest, table: HandTable) {
  const plan = planLine(request, table);
  return { plan, ledger: ledgerOf(plan, request, table.judgement) };
}

function withNote(bars: readonly Bar[], noteId: string, place: Place | undefined): readonly Bar[] {
  return bars.map((bar) =>
    withEvents(bar, (event) =>
      withNotes(event, (note) => {
        if (note.kind === "dead" || note.id !== noteId) return note;
        const free = withoutPlace(note);
        return place ? { ...free, place, pinned: true } : free;
      }),
    ),
  );
}

function placesFor(
  noteId: string,
  bars: readonly Bar[],
  { secondsPerWhole }: LineRequest,
  table: HandTable,
): readonly Place[] {
  const allow = (_: unknown, places: readonly Place[]) => ({ places, isFixed: false });
  return lineMoments(bars, table.judgement.neck, secondsPerWhole, allow)
    .moments.flatMap(({ notes }) => notes)
    .find(({ note, isHeld }) => note.id === noteId && !isHeld)!.places;
}

function countMoved(
  own: ReturnType<typeof planned>,
  best: ReturnType<typeof planned>,
  noteId: string,
): number {
  const placesOf = ({ plan }: typeof own) =>
    new Map(
      plan.moments.flatMap(({ notes, hand }) =>
        notes.flatMap(({ note, isHeld }, index) => {
          const { string, fret } = hand.grip.holds[index]!;
          return isHeld ? [] : [[note.id, `${string}:${fret}`] as const];
        }),
      ),
    );
  const there = placesOf(best);
  return [...placesOf(own)].filter(([id, place]) => id !== noteId && there.get(id) !== place)
    .length;
}
