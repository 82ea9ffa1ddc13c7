import { barEntries, barsOn, type BarIndex } from "../foundation/bar-index";
import type { Place } from "../neck/neck";
import type { Pitch } from "../pitch/pitch";
import { eventsOf, withEvents } from "../score/bar";
import { notesOf, withNotes, type PitchedNote } from "../score/event";
import type { HandTable } from "./hand-table";
import { planLine, type Plan } from "./plan-line";
import type { LineRequest } from "./line-request";
import { combinations } from "./combinations";

/** Something that a teacher fixed. */
export type Pin =
  | {
      readonly kind: "place";
      readonly noteId: string;
      readonly bar: BarIndex;
      readonly pitch: Pitch;
      readonly place: Place;
    }
  | {
      readonly kind: "not-on";
      readonly noteId: string;
      readonly bar: BarIndex;
      readonly pitch: Pitch;
      readonly strings: readonly number[];
    }
  | { readonly kind: "position"; readonly fret: number }
  | { readonly kind: "without-strings"; readonly strings: readonly number[] };

/** Pins that cannot all be met: the fewest of them that stand against each other, or against the line. */
export interface PinConflict {
  /** Index of the bar where it shows. */
  readonly bar: BarIndex;
  readonly pins: readonly Pin[];
}

/** Bars around the one where it shows in which the other pins of a conflict may stand. */
const NEARBY = 1;
/** More pins than this at one place are not tried out in every combination. */
const MOST_PINS = 12;
const LARGEST_CONFLICT = 4;

/**
 * Why a plan could not keep to its pins, one conflict a bar. Found by trial: of the pins near the
 * trouble the smallest set that makes the same trouble with all others let go.
 */
export function pinConflicts(
  request: LineRequest,
  plan: Plan,
  table: HandTable,
): readonly PinConflict[] {
  const conflicts: PinConflict[] = [];
  for (const bar of troubledBars(plan, request)) {
    const from = Math.max(0, bar - NEARBY);
    const bars = request.bars.slice(from, bar + NEARBY + 1);
    const { after: _, ...free } = request;
    const near: LineRequest = { ...free, bars, scope: "unpinned" };
    const pins = pinsOf(near).slice(0, MOST_PINS);
    const isTrouble = (some: readonly Pin[]) => {
      const eased = onlyWith(near, some);
      return troubledBars(planLine(eased, table), eased).length > 0;
    };
    if (isTrouble([])) continue;
    const smallest = smallestSet(pins, isTrouble);
    if (smallest) {
      conflicts.push({
        bar,
        pins: smallest.map((pin) => ("bar" in pin ? { ...pin, bar: barsOn(pin.bar, from) } : pin)),
      });
    }
  }
  return conflicts;
}

/** Bars with a note that lost its place, or with a rule that is broken. */
function troubledBars(plan: Plan, { bars }: Pick<LineRequest, "bars">): readonly BarIndex[] {
  const troubled = new Set<BarIndex>();
  for (const [index, bar] of barEntries(bars)) {
    const notes = eventsOf([bar]).flatMap(notesOf);
    if (notes.some(({ id }) => plan.unreachable.has(id))) troubled.add(index);
  }
  for (const { bar } of plan.broken) troubled.add(bar);
  return [...troubled].sort((a, b) => a - b);
}

function pinsOf({ bars, wishes }: LineRequest): readonly Pin[] {
  const pins: Pin[] = [];
  if (wishes.position !== undefined) pins.push({ kind: "position", fret: wishes.position });
  if (wishes.withoutStrings?.length) {
    pins.push({ kind: "without-strings", strings: wishes.withoutStrings });
  }
  for (const [bar, own] of barEntries(bars)) {
    for (const note of eventsOf([own]).flatMap(notesOf)) {
      if (note.kind === "dead") continue;
      const at = { noteId: note.id, bar, pitch: note.pitch };
      if (note.pinned && note.place) pins.push({ kind: "place", ...at, place: note.place });
      if (note.notOn?.length) pins.push({ kind: "not-on", ...at, strings: note.notOn });
    }
  }
  return pins;
}

/** The request with these pins, and no others. */
function onlyWith(request: LineRequest, pins: readonly Pin[]): LineRequest {
  const kept = new Set(
    pins.map((pin) => ("noteId" in pin ? `${pin.kind} ${pin.noteId}` : pin.kind)),
  );
  const ease = (note: PitchedNote): PitchedNote => {
    const { notOn, ...rest } = note;
    return {
      ...rest,
      pinned: note.pinned && kept.has(`place ${note.id}`),
      ...(notOn && kept.has(`not-on ${note.id}`) && { notOn }),
    };
  };
  const { position, withoutStrings, ...hints } = request.wishes;
  return {
    ...request,
    bars: request.bars.map((bar) =>
      withEvents(bar, (event) =>
        withNotes(event, (note) => (note.kind === "dead" ? note : ease(note))),
      ),
    ),
    wishes: {
      ...hints,
      ...(position !== undefined && kept.has("position") && { position }),
      ...(withoutStrings && kept.has("without-strings") && { withoutStrings }),
    },
  };
}

function smallestSet(
  pins: readonly Pin[],
  isTrouble: (some: readonly Pin[]) => boolean,
): readonly Pin[] | undefined {
  for (let size = 1; size <= Math.min(LARGEST_CONFLICT, pins.length); size++) {
    for (const some of combinations(pins, size)) if (isTrouble(some)) return some;
  }
  return undefined;
}
