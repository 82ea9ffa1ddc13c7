import { barIndex, type BarIndex } from "../foundation/bar-index";
import { balanceOf } from "../checks/bar-arithmetic";
import { isSame } from "../foundation/same";
import type { Chord } from "../pitch/chord";
import { durationInWords, formatDuration } from "../rhythm/duration";
import {
  add,
  compare,
  formatFraction,
  fraction,
  multiply,
  subtract,
  sum,
  toNumber,
  type Fraction,
} from "../rhythm/fraction";
import { countAt } from "../rhythm/metre";
import { momentsOf, type Bar, type Moment } from "../score/bar";
import { lengthOf, notesOf, type LineEvent, type Note } from "../score/event";
import type { BarFrame } from "../score/frame";

/** Where everything of a strip stands along its length, in px. Pure: no screen needed. */

export interface EventBox {
  readonly event: LineEvent;
  /** From the first event of the bar. */
  readonly onset: Fraction;
  /** The middle of its figure, from the start of the bar. */
  readonly x: number;
  readonly width: number;
  /** True in voice two. */
  readonly isVoiceTwo: boolean;
}

export interface ChordMark {
  readonly x: number;
  /** Absent where the harmony ends. */
  readonly chord: Chord | undefined;
}

export interface CountMark {
  readonly x: number;
  readonly text: string;
  /** A beat on which nothing begins: counted on, but softly. */
  readonly isHeld: boolean;
}

export interface BarBox {
  readonly bar: Bar;
  readonly width: number;
  readonly events: readonly EventBox[];
  /** What holds in it. */
  readonly frame: BarFrame;
  readonly counts: readonly CountMark[];
  readonly chords: readonly ChordMark[];
  /** Set where the bar does not add up. */
  readonly balance: { readonly text: string; readonly isOver: boolean } | undefined;
}

export interface Row {
  /** The first bar's number within the phrase, counted from 1. */
  readonly firstBar: BarIndex;
  readonly bars: readonly { readonly box: BarBox; readonly x: number; readonly isLast: boolean }[];
  readonly hasUnplaced: boolean;
}

const EIGHTH = fraction(1, 8);
const EIGHTH_WIDTH = 38;
const LEAST_WIDTH = 27;
const MOST_WIDTH = 130;
/** A bar line needs air on both sides. */
const BAR_PADDING = 10;
const EMPTY_BAR_WIDTH = 90;
/** A last row fuller than this is stretched like the others. */
const FULL_ENOUGH = 0.72;

const GRACE_WIDTH = 20;

/** A moment with the room it gets: until the next one begins. */
interface Slot extends Moment {
  readonly room: number;
}

/** Longer gaps get more room, but less than their share, as engravers space music. */
function slotsOf(bar: Bar): readonly Slot[] {
  const moments = momentsOf(bar);
  const end = sum(bar.events.map(lengthOf));
  return moments.map((moment, index) => {
    const [first] = moment.events;
    if (first && lengthOf(first).num === 0) return { ...moment, room: GRACE_WIDTH };
    const gap = subtract(moments[index + 1]?.onset ?? end, moment.onset);
    const isOpen = moment.events.flatMap(notesOf).some(reachesRight);
    const ratio = Math.max(0, toNumber(gap) / toNumber(EIGHTH));
    const room = EIGHTH_WIDTH * ratio ** 0.6 + (isOpen ? 12 : 0);
    return { ...moment, room: Math.min(MOST_WIDTH, Math.max(LEAST_WIDTH, room)) };
  });
}

/** Bends and slides out are drawn at the right of their figure. */
function reachesRight(note: Note): boolean {
  return (
    note.kind === "pitched" &&
    note.techniques.some(({ kind }) => kind === "bend" || kind === "slide-out")
  );
}

export function naturalWidth(bar: Bar): number {
  if (bar.events.length === 0 && !bar.voiceTwo) return EMPTY_BAR_WIDTH;
  return 2 * BAR_PADDING + slotsOf(bar).reduce((width, { room }) => width + room, 0);
}

/** One bar, its events spread over `width`. */
export function layBar(bar: Bar, width: number, frame: BarFrame): BarBox {
  const slots = slotsOf(bar);
  const natural = slots.reduce((total, { room }) => total + room, 0);
  const stretch = natural === 0 ? 1 : (width - 2 * BAR_PADDING) / natural;
  const second = new Set(bar.voiceTwo);
  const events: EventBox[] = [];
  let left = BAR_PADDING;
  for (const { onset, events: together, room } of slots) {
    const own = room * stretch;
    const x = left + Math.min(own, LEAST_WIDTH * 1.4) / 2;
    for (const event of together) {
      events.push({ event, onset, x, width: own, isVoiceTwo: second.has(event) });
    }
    left += own;
  }
  const end = sum(bar.events.map(lengthOf));
  const xAt = placer(events, end, width);
  return {
    bar,
    width,
    frame,
    events,
    counts: countsOf(events, end, frame, xAt),
    chords: frame.chords.map(({ at, chord }) => ({ x: xAt(subtract(at, frame.from)), chord })),
    balance: balance(bar, frame),
  };
}

/** Where a moment lies between the events around it, by its onset from the first event. */
function placer(
  events: readonly EventBox[],
  end: Fraction,
  width: number,
): (onset: Fraction) => number {
  return (onset) => {
    const after = events.find((box) => compare(box.onset, onset) >= 0);
    if (after && compare(after.onset, onset) === 0) return after.x;
    const before = events.findLast((box) => compare(box.onset, onset) < 0);
    if (!before) return after?.x ?? BAR_PADDING;
    const from = toNumber(before.onset);
    const to = after ? toNumber(after.onset) : toNumber(end);
    const share = to > from ? Math.min(1, (toNumber(onset) - from) / (to - from)) : 1;
    return before.x + share * ((after?.x ?? width) - before.x);
  };
}

/** What is counted where something begins, and softly the beats on which nothing does. */
function countsOf(
  events: readonly EventBox[],
  end: Fraction,
  { metre, from }: BarFrame,
  xAt: (onset: Fraction) => number,
): readonly CountMark[] {
  const begun = new Map<string, CountMark>();
  for (const { onset, x, event } of events) {
    if (lengthOf(event).num === 0) continue;
    const text = countAt(add(from, onset), metre);
    begun.set(formatFraction(onset), { x, text, isHeld: false });
  }
  const held: CountMark[] = [];
  const beat = fraction(1, metre.unit);
  for (let n = 0; n < metre.beats; n++) {
    const onset = subtract(multiply(fraction(n), beat), from);
    if (onset.num < 0 || compare(onset, end) >= 0 || begun.has(formatFraction(onset))) continue;
    held.push({ x: xAt(onset), text: String(n + 1), isHeld: true });
  }
  return [...begun.values(), ...held];
}

function balance(bar: Bar, frame: BarFrame): BarBox["balance"] {
  const { excess } = balanceOf(bar, frame);
  if (excess.num === 0) return undefined;
  const amount = fraction(Math.abs(excess.num), excess.den);
  const isOver = excess.num > 0;
  const short = /^\d+\.*(t\d*)?$/u.test(formatDuration(amount));
  const words = short ? durationInWords(amount).replace(/ note\b/u, "") : formatDuration(amount);
  return { text: `${words} ${isOver ? "too long" : "too short"}`, isOver };
}

const laidBars = new WeakMap<Bar, BarBox>();

/** `layBar`, remembered for as long as nothing about the bar changed. */
function layBarOnce(bar: Bar, width: number, frame: BarFrame): BarBox {
  const known = laidBars.get(bar);
  if (known && isSame(known.frame, frame) && Math.abs(known.width - width) < 0.01) {
    return known;
  }
  const box = layBar(bar, width, frame);
  laidBars.set(bar, box);
  return box;
}

const laidRows = new WeakMap<BarBox, Row>();

/** The same row as before where nothing in it moved, so that it need not be drawn again. */
function rowOnce(row: Row): Row {
  const first = row.bars[0]!.box;
  const known = laidRows.get(first);
  const isUnmoved =
    known?.firstBar === row.firstBar &&
    known.bars.length === row.bars.length &&
    known.bars.every(({ box, x, isLast }, index) => {
      const other = row.bars[index]!;
      return box === other.box && x === other.x && isLast === other.isLast;
    });
  if (known && isUnmoved) return known;
  laidRows.set(first, row);
  return row;
}

/** Breaks bars into rows of `width` px and stretches each row to fill it, the last one if it nearly does. */
export function layRows(
  bars: readonly Bar[],
  width: number,
  frames: readonly BarFrame[],
): readonly Row[] {
  const rows: Row[] = [];
  let start = 0;
  while (start < bars.length) {
    let end = start;
    let natural = 0;
    while (end < bars.length) {
      const next = naturalWidth(bars[end]!);
      if (end > start && natural + next > width) break;
      natural += next;
      end++;
    }
    const isLastRow = end === bars.length;
    const stretch = isLastRow && natural / width < FULL_ENOUGH ? 1 : width / natural;
    let x = 0;
    const laid = bars.slice(start, end).map((bar, index) => {
      const box = layBarOnce(bar, naturalWidth(bar) * stretch, frames[start + index]!);
      const at = { box, x, isLast: start + index === bars.length - 1 };
      x += box.width;
      return at;
    });
    const hasUnplaced = laid.some(({ box }) => box.events.some(({ event }) => isUnplaced(event)));
    rows.push(rowOnce({ firstBar: barIndex(start), bars: laid, hasUnplaced }));
    start = end;
  }
  return rows;
}

export function isUnplaced(event: LineEvent): boolean {
  return notesOf(event).some((note) => note.kind === "pitched" && !note.place);
}
