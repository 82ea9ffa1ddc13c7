import { noteValueOf } from "../rhythm/duration";
import { add, compare, divide, fraction, subtract, ZERO, type Fraction } from "../rhythm/fraction";
import { barLength, type Metre } from "../rhythm/metre";
import type { Bar } from "../score/bar";
import { lengthOf, type LineEvent } from "../score/event";
import { tiedOn } from "../score/tied-on";
import { isStruck } from "./struck";
import type { TappedValue } from "./tapped-values";

export interface WrittenRhythm {
  readonly bars: readonly Bar[];
  /** Where the first bar begins, of a pick-up. */
  readonly from?: Fraction;
}

/** What is struck, with the ornaments before it and all that follows until the next stroke. */
interface Stroke {
  readonly before: readonly LineEvent[];
  readonly event: LineEvent;
  /** Rests, and what is held on. */
  readonly after: readonly LineEvent[];
}

/**
 * A line with the rhythm that was tapped for it: its strokes in their order last as long as the values
 * say, in bars of the metre; what crosses a bar line is tied over it. A rest between strokes takes what
 * was not held. Strokes beyond the taps keep the length they had.
 *
 * @param from Where the first stroke lies from the start of the first full bar.
 */
export function writeRhythm(
  bars: readonly Bar[],
  from: Fraction,
  values: readonly Pick<TappedValue, "duration" | "held">[],
  metreAt: (bar: number) => Metre,
  newId: () => string,
): WrittenRhythm {
  const { lead, strokes } = strokesOf(bars.flatMap(({ events }) => events));
  const timed = strokes.flatMap(({ before, event, after }, index) => {
    const value = values[index];
    return value ? [...before, ...lasting(event, after, value)] : [...before, event, ...after];
  });
  const isPickUp = from.num < 0;
  const events = from.num > 0 ? [...leadIn(lead, from, newId), ...timed] : timed;
  let begins = isPickUp ? add(barLength(metreAt(0)), from) : ZERO;
  while (begins.num < 0) begins = add(begins, barLength(metreAt(0)));
  const written = intoBars(events, begins, metreAt, newId);
  return begins.num > 0 ? { bars: written, from: begins } : { bars: written };
}

function strokesOf(events: readonly LineEvent[]) {
  const lead: LineEvent[] = [];
  const strokes: Stroke[] = [];
  let before: LineEvent[] = [];
  for (const event of events) {
    const last = strokes.at(-1);
    if (isStruck(event)) {
      strokes.push({ before, event, after: [] });
      before = [];
    } else if (event.kind === "notes" && event.grace) before.push(event);
    else if (last) strokes[strokes.length - 1] = { ...last, after: [...last.after, event] };
    else lead.push(event);
  }
  return { lead, strokes };
}

/** A stroke and what follows it, in the time that was tapped for both. */
function lasting(
  event: LineEvent,
  after: readonly LineEvent[],
  { duration, held }: Pick<TappedValue, "duration" | "held">,
): readonly LineEvent[] {
  if (after.length === 0) return [withLength(event, duration)];
  const isHeldShort = held !== undefined && compare(held, duration) < 0;
  const own = isHeldShort ? held : divide(duration, fraction(after.length + 1));
  const rest = divide(subtract(duration, own), fraction(after.length));
  return [withLength(event, own), ...after.map((one) => withLength(one, rest))];
}

/** What stands before the first stroke, or a rest where nothing does. */
function leadIn(lead: readonly LineEvent[], until: Fraction, newId: () => string) {
  const own: readonly LineEvent[] =
    lead.length > 0 ? lead : [{ kind: "rest", id: newId(), duration: until }];
  return own.map((event) => withLength(event, divide(until, fraction(own.length))));
}

function withLength(event: LineEvent, duration: Fraction): LineEvent {
  const { lengthUnknown: _unknown, ...rest } = event;
  return { ...rest, duration };
}

function intoBars(
  events: readonly LineEvent[],
  from: Fraction,
  metreAt: (bar: number) => Metre,
  newId: () => string,
): readonly Bar[] {
  const bars: LineEvent[][] = [[]];
  let room = subtract(barLength(metreAt(0)), from);
  for (const event of events) {
    let left = lengthOf(event);
    let part: LineEvent | undefined = event;
    do {
      if (room.num === 0 && left.num > 0) {
        bars.push([]);
        room = barLength(metreAt(bars.length - 1));
      }
      const now: Fraction = compare(left, room) <= 0 ? left : room;
      const pieces = left.num === 0 || event.lengthUnknown ? [now] : plainPieces(now);
      for (const piece of pieces) {
        if (part) bars.at(-1)!.push(left.num === 0 ? part : { ...part, duration: piece });
        part = part && goingOn(part, newId);
      }
      left = subtract(left, now);
      room = subtract(room, now);
    } while (left.num > 0);
  }
  return bars.filter((bar) => bar.length > 0).map((own) => ({ events: own }));
}

/** A length as values that can be written: the longest ones first. */
function plainPieces(length: Fraction): readonly Fraction[] {
  if (noteValueOf(length)) return [length];
  const first = PLAIN.find((value) => compare(value, length) < 0);
  return first ? [first, ...plainPieces(subtract(length, first))] : [length];
}

const PLAIN = [1, 2, 4, 8, 16, 32].map((part) => fraction(1, part));

/** What sounds on where an event is cut: held notes are tied, silence and blows are silent. */
function goingOn(event: LineEvent, newId: () => string): LineEvent {
  const { duration } = event;
  const rest: LineEvent = { kind: "rest", id: newId(), duration };
  if (event.kind !== "notes") return rest;
  const notes = tiedOn(event.notes).map((note) => ({ ...note, id: newId() }));
  if (notes.length === 0) return rest;
  const techniques = event.techniques.filter(({ kind }) => kind === "palm-mute");
  return { kind: "notes", id: newId(), duration, notes, techniques };
}
