import { balanceOf } from "@intonazione/core/checks";
import {
  add,
  compare,
  countAt,
  durationInWords,
  formatDuration,
  fraction,
  multiply,
  toNumber,
  ZERO,
  type Fraction,
  type Metre,
} from "@intonazione/core/rhythm";
import { notesOf, type Bar, type LineEvent } from "@intonazione/core/score";

/** Where everything of a strip stands along its length, in px. Pure: no screen needed. */

export interface EventBox {
  readonly event: LineEvent;
  readonly onset: Fraction;
  /** The middle of its figure, from the start of the bar. */
  readonly x: number;
  readonly width: number;
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
  readonly counts: readonly CountMark[];
  /** Set where the bar does not add up. */
  readonly balance: { readonly text: string; readonly isOver: boolean } | undefined;
}

export interface Row {
  /** The first bar's number within the phrase, counted from 1. */
  readonly firstBar: number;
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

/** Longer notes get more room, but less than their share, as engravers space music. */
function roomFor(event: LineEvent): number {
  const ratio = toNumber(event.duration) / toNumber(EIGHTH);
  const isBent = notesOf(event).some(
    (note) => note.kind === "pitched" && note.techniques.some(({ kind }) => kind === "bend"),
  );
  const room = EIGHTH_WIDTH * ratio ** 0.6 + (isBent ? 12 : 0);
  return Math.min(MOST_WIDTH, Math.max(LEAST_WIDTH, room));
}

export function naturalWidth(bar: Bar): number {
  if (bar.events.length === 0) return EMPTY_BAR_WIDTH;
  return 2 * BAR_PADDING + bar.events.reduce((width, event) => width + roomFor(event), 0);
}

/** One bar, its events spread over `width`. */
export function layBar(bar: Bar, width: number, metre: Metre): BarBox {
  const natural = naturalWidth(bar) - 2 * BAR_PADDING;
  const stretch = bar.events.length === 0 ? 1 : (width - 2 * BAR_PADDING) / natural;
  const events: EventBox[] = [];
  let x = BAR_PADDING;
  let onset: Fraction = ZERO;
  for (const event of bar.events) {
    const room = roomFor(event) * stretch;
    events.push({ event, onset, x: x + Math.min(room, LEAST_WIDTH * 1.4) / 2, width: room });
    x += room;
    onset = add(onset, event.duration);
  }
  return {
    bar,
    width,
    events,
    counts: countsOf(events, onset, width, metre),
    balance: balance(bar, metre),
  };
}

function countsOf(
  events: readonly EventBox[],
  end: Fraction,
  width: number,
  metre: Metre,
): readonly CountMark[] {
  const marks = events.map(({ onset, x }): CountMark => ({
    x,
    text: countAt(onset, metre),
    isHeld: false,
  }));
  const beat = fraction(1, metre.unit);
  for (let n = 0; n < metre.beats; n++) {
    const onset = multiply(fraction(n), beat);
    if (compare(onset, end) >= 0) break;
    if (events.some((box) => compare(box.onset, onset) === 0)) continue;
    const before = events.findLast((box) => compare(box.onset, onset) < 0);
    if (!before) continue;
    const after = events.find((box) => compare(box.onset, onset) > 0);
    const from = toNumber(before.onset);
    const to = after ? toNumber(after.onset) : toNumber(end);
    const share = (toNumber(onset) - from) / (to - from);
    const until = after ? after.x : width;
    marks.push({ x: before.x + share * (until - before.x), text: String(n + 1), isHeld: true });
  }
  return marks;
}

function balance(bar: Bar, metre: Metre): BarBox["balance"] {
  const { excess } = balanceOf(bar, metre);
  if (excess.num === 0) return undefined;
  const amount = fraction(Math.abs(excess.num), excess.den);
  const isOver = excess.num > 0;
  const short = /^\d+\.*t?$/u.test(formatDuration(amount));
  const words = short ? durationInWords(amount).replace(/ note\b/u, "") : formatDuration(amount);
  return { text: `${words} ${isOver ? "too long" : "too short"}`, isOver };
}

const laidBars = new WeakMap<Bar, { readonly box: BarBox; readonly metre: Metre }>();

/** `layBar`, remembered for as long as nothing about the bar changed. */
function layBarOnce(bar: Bar, width: number, metre: Metre): BarBox {
  const known = laidBars.get(bar);
  if (known && known.metre === metre && Math.abs(known.box.width - width) < 0.01) return known.box;
  const box = layBar(bar, width, metre);
  laidBars.set(bar, { box, metre });
  return box;
}

const laidRows = new WeakMap<BarBox, Row>();

/** The same row as before where nothing in it moved, so that it need not be drawn again. */
function rowOnce(row: Row): Row {
  const first = row.bars[0]!.box;
  const known = laidRows.get(first);
  const isSame =
    known?.firstBar === row.firstBar &&
    known.bars.length === row.bars.length &&
    known.bars.every(({ box, x, isLast }, index) => {
      const other = row.bars[index]!;
      return box === other.box && x === other.x && isLast === other.isLast;
    });
  if (isSame) return known;
  laidRows.set(first, row);
  return row;
}

/** Breaks bars into rows of `width` px and stretches each row to fill it, the last one if it nearly does. */
export function layRows(bars: readonly Bar[], width: number, metre: Metre): readonly Row[] {
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
      const box = layBarOnce(bar, naturalWidth(bar) * stretch, metre);
      const at = { box, x, isLast: start + index === bars.length - 1 };
      x += box.width;
      return at;
    });
    const hasUnplaced = laid.some(({ box }) => box.events.some(({ event }) => isUnplaced(event)));
    rows.push(rowOnce({ firstBar: start + 1, bars: laid, hasUnplaced }));
    start = end;
  }
  return rows;
}

export function isUnplaced(event: LineEvent): boolean {
  return notesOf(event).some((note) => note.kind === "pitched" && !note.place);
}
