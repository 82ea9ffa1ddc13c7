import type { BarIndex } from "../foundation/bar-index";
import type { Neck, Place } from "../neck/neck";
import { withEvents, type Bar } from "../score/bar";
import { withNotes, type Note } from "../score/event";
import type { HandTable } from "./hand-table";
import { plainTable } from "./judgement";
import { Carried } from "./carried";
import { KnownBars } from "./known-bars";
import { isFixed, planLine, type Plan } from "./plan-line";
import type { PlannedHand, Scope } from "./line-request";
import type { WhyUnreachable } from "./unreachable";
import { NO_WISHES, type Wishes } from "./wishes";

/** What placing may be told beside the bars; all of it has a usual value. */
export interface PlacingOptions {
  /** Hands and judgement to work with; of the neck alone where it is left out. */
  readonly table?: HandTable;
  /** By bar: how long a whole note lasts. */
  readonly secondsPerWhole?: (bar: BarIndex) => number;
  readonly wishes?: Wishes;
}

export interface PlacedBars {
  readonly bars: readonly Bar[];
  /** By note id: what could not be placed, and why. These notes keep their pitch and have no place. */
  readonly unreachable: ReadonlyMap<string, WhyUnreachable>;
  readonly plan: Plan;
}

/** A walking tempo, where nobody said one: 100 quarter notes a minute. */
export const usualSecondsPerWhole = () => 2.4;

/**
 * Finds a place and a finger for every note in `scope`, of the bars as one phrase. Pinned notes stay
 * where they are, and so does everything else that is out of scope; pitches never change. What did
 * not change stays the same object.
 */
export function placeBars(
  bars: readonly Bar[],
  neck: Neck,
  scope: Scope,
  options: PlacingOptions = {},
): PlacedBars {
  const { table = plainTable(neck), secondsPerWhole = usualSecondsPerWhole } = options;
  const request = { bars, scope, secondsPerWhole, wishes: options.wishes ?? NO_WISHES };
  const plan = planLine(request, table);
  return { bars: withPlan(bars, plan, scope), unreachable: plan.unreachable, plan };
}

/** A phrase of a part to be placed. */
export interface PhraseRequest extends PlacingOptions {
  readonly name?: string;
  /** Whether its places were chosen already: only then they speak for the phrases behind it. */
  readonly isDecided?: boolean;
  readonly bars: readonly Bar[];
}

/**
 * Places the phrases of a part one after the other: what was decided for one speaks for those behind
 * it, and bars that sound like earlier ones are placed like them.
 */
export function placePhrases(
  phrases: readonly PhraseRequest[],
  neck: Neck,
  scope: Scope,
): readonly PlacedBars[] {
  const known = new KnownBars();
  const carried = new Carried();
  let last: PlannedHand | undefined;
  return phrases.map((phrase) => {
    const { table = plainTable(neck), secondsPerWhole = usualSecondsPerWhole, bars } = phrase;
    const wishes = phrase.wishes ?? NO_WISHES;
    const after = { last, known, carried };
    const plan = planLine({ bars, scope, secondsPerWhole, wishes, after }, table);
    known.learn(bars, plan.moments);
    if (phrase.isDecided) carried.learn(phrase.name ?? "", plan.moments);
    last = plan.moments.at(-1) ?? last;
    return { bars: withPlan(bars, plan, scope), unreachable: plan.unreachable, plan };
  });
}

/** The bars with the places of a plan; what is out of scope stays as it was. */
export function withPlan(bars: readonly Bar[], plan: Plan, scope: Scope): readonly Bar[] {
  const placed = new Map<Note, Place>();
  for (const { notes, hand } of plan.moments) {
    for (const [index, { note, isHeld }] of notes.entries()) {
      const hold = hand.grip.holds[index]!;
      if (isHeld || hold.fret === undefined) continue;
      const finger = hand.fingers[index]!;
      const { string, fret } = hold;
      placed.set(note, hand.isBar || finger === "T" ? { string, fret } : { string, fret, finger });
    }
  }
  return bars.map((bar) =>
    withEvents(bar, (event) =>
      withNotes(event, (note) => {
        if (note.kind === "dead") return note;
        const place = placed.get(note);
        if (!place) return isFixed(note, scope) ? note : unplaced(note);
        // A place that is out of scope, or a finger that the teacher gave, is not ours to change.
        return isFixed(note, scope) || isSamePlace(note.place, place) ? note : { ...note, place };
      }),
    ),
  );
}

function isSamePlace(a: Place | undefined, b: Place): boolean {
  return a !== undefined && a.string === b.string && a.fret === b.fret && a.finger === b.finger;
}

/** Without its place alone: what a teacher ruled out stays so. */
function unplaced(note: Note): Note {
  if (note.kind === "dead" || !note.place) return note;
  const { place: _, ...rest } = note;
  return { ...rest, pinned: false };
}
