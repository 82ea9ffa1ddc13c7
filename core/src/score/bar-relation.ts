import { barIndex, barsOn, formatBar, type BarIndex } from "../foundation/bar-index";
import { remembering } from "../foundation/remembering";
import { isSame } from "../foundation/same";
import { add, compare, subtract, sum, ZERO, type Fraction } from "../rhythm/fraction";
import { timed, writtenLength, type Bar } from "./bar";
import { lengthOf, withNotes, type LineEvent } from "./event";
import { mergeBars } from "./merge-bars";
import { isMoved, movedEvent, type Ground } from "./moved-event";

/** A bar that was said as another one of its line: once more, or some frets higher or lower. */
export interface BarRelation {
  /** Within the line, as `of` is. */
  readonly bar: BarIndex;
  readonly of: BarIndex;
  /** How many frets higher; below 0 lower. */
  readonly frets: number;
  /** Where it was said to be otherwise. */
  readonly but?: BarStretch;
}

/** A time within a bar, from its first event. */
export interface BarStretch {
  readonly from: Fraction;
  readonly length: Fraction;
}

/** What a bar was said as: “bar 1, +3”. */
export function sayRelation({ of, frets, but }: BarRelation, barsBefore: number): string {
  const moved = frets === 0 ? "" : `, ${frets > 0 ? "+" : "−"}${Math.abs(frets)}`;
  return formatBar(barsOn(of, barsBefore)) + moved + (but ? ", in part" : "");
}

/** Whether a bar is still what it was said to be. Words, lyrics and pins may differ: they are no music. */
export function holds(bars: readonly Bar[], relation: BarRelation): boolean {
  const [bar, old] = [bars[relation.bar], bars[relation.of]];
  if (!bar || !old) return false;
  const known = lastHeld.get(bar);
  const { frets, but } = relation;
  if (known?.old === old && known.frets === frets && isSame(known.but, but)) return known.isHeld;
  const isHeld = isHeldBy(bar, old, relation);
  lastHeld.set(bar, { old, frets, but, isHeld });
  return isHeld;
}

/** Asked again at every key: bars that stay the same objects need not be compared again. */
const lastHeld = new WeakMap<
  Bar,
  {
    readonly old: Bar;
    readonly frets: number;
    readonly but: BarStretch | undefined;
    readonly isHeld: boolean;
  }
>();

function isHeldBy(bar: Bar, old: Bar, { frets, but }: BarRelation): boolean {
  const isSameVoice = (one: readonly LineEvent[], other: readonly LineEvent[]) =>
    one.length === other.length &&
    one.every((event, at) => isMoved(bare(event), bare(other[at]!), frets));
  if (!isSameVoice(old.voiceTwo ?? [], bar.voiceTwo ?? [])) return false;
  if (!but) return isSameVoice(old.events, bar.events);
  const [expected, there] = [outside(old.events, but), outside(bar.events, but)];
  return (
    isSameVoice(
      expected.map(({ event }) => event),
      there.map(({ event }) => event),
    ) && expected.every(({ onset }, at) => compare(onset, there[at]!.onset) === 0)
  );
}

/**
 * The bars with one of them put right again: it is once more what it was said to be, and keeps what was
 * said to be otherwise. Events that stay as they are keep their ids.
 * @returns undefined where a note would leave the neck or has no place to move from, or where the time
 * that was said to be otherwise no longer fits.
 */
export function madeToFollow(
  bars: readonly Bar[],
  relation: BarRelation,
  ground: Ground,
  newId: () => string,
): readonly Bar[] | undefined {
  const { bar: at, of, frets, but } = relation;
  const [bar, old] = [bars[at], bars[of]];
  if (!bar || !old) return undefined;
  const moved = (events: readonly LineEvent[]) => {
    const copies = events.flatMap((event) => movedEvent(event, frets, ground, newId) ?? []);
    return copies.length === events.length ? copies : undefined;
  };
  const [copies, under] = [moved(old.events), moved(old.voiceTwo ?? [])];
  if (!copies || !under) return undefined;
  const events = but ? withDifference(copies, inside(bar.events, but), but) : copies;
  const anew: Bar = under.length > 0 ? { events, voiceTwo: under } : { events };
  const mended = bars.with(at, mergeBars([bar], [anew])[0]!);
  const isSameLength = !but || compare(writtenLength(anew), writtenLength(old)) === 0;
  return isSameLength && holds(mended, relation) ? mended : undefined;
}

/** The same the other way round: the earlier bar, as the later one says it. */
export function reversed({ bar, of, frets, but }: BarRelation): BarRelation {
  return { bar: of, of: bar, frets: 0 - frets, ...(but && { but }) };
}

/**
 * Relations of bars that were written anew: each follows its bars by the events that are still in them.
 * What was said of a bar that is gone is left out.
 */
export function relationsAfter(
  relations: readonly BarRelation[],
  before: readonly Bar[],
  after: readonly Bar[],
): readonly BarRelation[] {
  const barOf = new Map<string, BarIndex>();
  for (const [index, { events }] of after.entries()) {
    for (const { id } of events) barOf.set(id, barIndex(index));
  }
  const follow = (index: BarIndex): BarIndex | undefined => {
    const known = before[index]?.events.find(({ id }) => barOf.has(id));
    if (known) return barOf.get(known.id);
    return before.length === after.length ? index : undefined;
  };
  const followed = relations.flatMap((relation): BarRelation[] => {
    const [bar, of] = [follow(relation.bar), follow(relation.of)];
    return bar === undefined || of === undefined || bar === of ? [] : [{ ...relation, bar, of }];
  });
  const seen = new Set<BarIndex>();
  const once = followed.filter(({ bar }) => !seen.has(bar) && seen.add(bar));
  return once.length === relations.length &&
    once.every((one, at) => isSameRelation(one, relations[at]!))
    ? relations
    : once;
}

const isSameRelation = (one: BarRelation, other: BarRelation) =>
  one.bar === other.bar && one.of === other.of;

/** What a relation is about: the music of an event. */
const bare = remembering((event: LineEvent): LineEvent => {
  const { note: _note, lyric: _lyric, ...rest } = event;
  return withNotes(rest, (note) => (note.kind === "dead" ? note : { ...note, pinned: false }));
});

const isInside = (onset: Fraction, { from, length }: BarStretch) =>
  compare(onset, from) >= 0 && compare(onset, add(from, length)) < 0;

function inside(events: readonly LineEvent[], but: BarStretch): readonly LineEvent[] {
  return timed(events).flatMap(({ event, onset }) => (isInside(onset, but) ? [event] : []));
}

/** What lies before and behind a stretch; what leads into it ends where it begins. */
function outside(events: readonly LineEvent[], but: BarStretch) {
  return timed(events).flatMap(({ event, onset }) => {
    if (isInside(onset, but)) return [];
    const end = add(onset, lengthOf(event));
    const isCut = compare(onset, but.from) < 0 && compare(end, but.from) > 0;
    return [{ onset, event: isCut ? { ...event, duration: subtract(but.from, onset) } : event }];
  });
}

/** Where what is said behind a bar that comes again stands: from a moment on, or at the end of the bar. */
export function stretchOf(
  copies: readonly LineEvent[],
  anew: readonly LineEvent[],
  at: Fraction | undefined,
): BarStretch {
  const [whole, length] = [sum(copies.map(lengthOf)), sum(anew.map(lengthOf))];
  return { from: at ?? (compare(length, whole) < 0 ? subtract(whole, length) : ZERO), length };
}

/**
 * A bar that comes again but for a stretch: what was there is left out, and the note before it ends
 * where the new ones begin.
 */
export function withDifference(
  copies: readonly LineEvent[],
  anew: readonly LineEvent[],
  { from, length }: BarStretch,
): readonly LineEvent[] {
  const head: LineEvent[] = [];
  const tail: LineEvent[] = [];
  let onset: Fraction = ZERO;
  const until = add(from, length);
  for (const event of copies) {
    const end = add(onset, lengthOf(event));
    // A grace leads to what comes behind it, and goes with that.
    if (compare(onset, from) < 0) {
      const isCut = compare(end, from) > 0;
      head.push(isCut ? { ...event, duration: subtract(from, onset) } : event);
    } else if (compare(onset, until) >= 0) tail.push(event);
    onset = end;
  }
  return [...head, ...anew, ...tail];
}
