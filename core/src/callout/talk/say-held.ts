import { isSame } from "../../foundation/same";
import { OPEN_SHAPES } from "../../theory/capo-finder";
import { formatChord, type Chord } from "../../pitch/chord";
import { notesOf, pitchedIn, type LineEvent } from "../../score/event";
import type { CalloutContext } from "../context";
import { gripsOfChord } from "../grips-of";

/** Fewer notes, or on fewer strings, are said one by one. */
const FEWEST_EVENTS = 4;
const FEWEST_STRINGS = 3;
const FEWEST_FRETTED = 2;
/** Shapes that are called by these are understood by everybody. */
const CALLED: Readonly<Record<string, string>> = { "": "", m: " minor", "7": "7" };

interface HeldShape {
  /** “A minor shape”. */
  readonly name: string;
  /** Behind the last event that is of it. */
  readonly to: number;
}

/** The usual shape that a hand holds from an event on, where enough of it is played by itself. */
export function heldFrom(
  events: readonly LineEvent[],
  at: number,
  context: Pick<CalloutContext, "neck">,
): HeldShape | undefined {
  let plain = at;
  while (plain < events.length && isPlain(events[plain]!, events[at]!)) plain++;
  const run = events.slice(at, plain);
  if (run.length < FEWEST_EVENTS) return undefined;
  return OPEN_SHAPES.map(({ chord }) => heldAs(chord, run, context))
    .filter((one) => one !== undefined)
    .map(({ name, events: count }): HeldShape => ({ name, to: at + count }))
    .reduce<HeldShape | undefined>(
      (best, one) => (best && best.to >= one.to ? best : one),
      undefined,
    );
}

/** How much of a run lies in the grip of a shape. */
function heldAs(chord: Chord, run: readonly LineEvent[], context: Pick<CalloutContext, "neck">) {
  const called = CALLED[chord.quality];
  const [signs] = gripsOfChord(chord, context);
  if (called === undefined || chord.bass || signs === undefined) return undefined;
  const isIn = (event: LineEvent) =>
    pitchedIn(event).every(({ place }) => signs.at(-place!.string) === String(place!.fret));
  const outside = run.findIndex((event) => !isIn(event));
  const events = outside < 0 ? run.length : outside;
  const places = run
    .slice(0, events)
    .flatMap((event) => pitchedIn(event).map(({ place }) => place!));
  const strings = new Set(places.map(({ string }) => string));
  const fretted = new Set(places.filter(({ fret }) => fret > 0).map(({ string }) => string));
  const isEnough =
    events >= FEWEST_EVENTS && strings.size >= FEWEST_STRINGS && fretted.size >= FEWEST_FRETTED;
  const root = formatChord({ ...chord, quality: "" });
  return isEnough ? { name: `${root}${called} shape`, events } : undefined;
}

/** Notes with nothing to tell but where they lie, as long as the first. */
function isPlain(event: LineEvent, first: LineEvent): boolean {
  if (event.kind !== "notes" || event.techniques.length > 0 || event.stroke || event.grace)
    return false;
  if (event.fermata || event.lyric !== undefined || event.note !== undefined) return false;
  const isSameLength =
    isSame(event.duration, first.duration) && event.lengthUnknown === first.lengthUnknown;
  return (
    isSameLength &&
    notesOf(event).every((note) => {
      if (note.kind === "dead" || !note.place || note.pinned || note.pluck) return false;
      return note.techniques.length === 0 && note.finger === undefined && !note.pitch.cents;
    })
  );
}

/** “A and B together”: the strings alone, since the hand holds their frets. */
export function sayStringsHeld(event: LineEvent, spoken: readonly string[]): string {
  const strings = pitchedIn(event).map(({ place }) => spoken[place!.string - 1]!);
  return strings.join(" and ") + (strings.length > 1 ? " together" : "");
}
