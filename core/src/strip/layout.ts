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
import { hasUnknownLength, type Bar } from "../score/bar";
import { isUnplaced, lengthOf, type LineEvent } from "../score/event";
import type { BarFrame } from "../score/frame";
import { naturalWidth, slotsOf, WIDE, type Spacing } from "./spacing";

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
  /** Where a moment lies, by its onset from the first event. */
  readonly xAt: (onset: Fraction) => number;
  readonly counts: readonly CountMark[];
  readonly chords: readonly ChordMark[];
  /** Set where the bar does not add up: by how much, and briefly that it does not. */
  readonly balance: { readonly text: string; readonly brief: string } | undefined;
}

export interface Row {
  /** The first bar's number within the phrase, counted from 1. */
  readonly firstBar: BarIndex;
  readonly bars: readonly { readonly box: BarBox; readonly x: number; readonly isLast: boolean }[];
  readonly hasUnplaced: boolean;
}

/** A last row fuller than this is stretched like the others. */
const FULL_ENOUGH = 0.72;

/** One bar, its events spread over `width`. */
export function layBar(bar: Bar, width: number, frame: BarFrame, spacing = WIDE): BarBox {
  const { barPadding, least } = spacing;
  const slots = slotsOf(bar, spacing);
  const natural = slots.reduce((total, { room }) => total + room, 0);
  const stretch = natural === 0 ? 1 : (width - 2 * barPadding) / natural;
  const second = new Set(bar.voiceTwo);
  const events: EventBox[] = [];
  let left = barPadding;
  for (const { onset, events: together, room } of slots) {
    const own = room * stretch;
    const x = left + Math.min(own, least * 1.4) / 2;
    for (const event of together) {
      events.push({ event, onset, x, width: own, isVoiceTwo: second.has(event) });
    }
    left += own;
  }
  const end = sum(bar.events.map(lengthOf));
  const xAt = placer(events, end, width, barPadding);
  return {
    bar,
    width,
    xAt,
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
  padding: number,
): (onset: Fraction) => number {
  return (onset) => {
    const after = events.find((box) => compare(box.onset, onset) >= 0);
    if (after && compare(after.onset, onset) === 0) return after.x;
    const before = events.findLast((box) => compare(box.onset, onset) < 0);
    if (!before) return after?.x ?? padding;
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
  const isOpen = events.some(({ event }) => event.lengthUnknown);
  const begun = new Map<string, CountMark>();
  for (const { onset, x, event } of events) {
    if (lengthOf(event).num === 0) continue;
    // Nobody said how long notes last: then nobody knows the count.
    const text = isOpen ? "?" : countAt(add(from, onset), metre);
    begun.set(formatFraction(onset), { x, text, isHeld: false });
  }
  const held: CountMark[] = [];
  const beat = fraction(1, metre.unit);
  for (let n = 0; n < metre.beats && !isOpen; n++) {
    const onset = subtract(multiply(fraction(n), beat), from);
    if (onset.num < 0 || compare(onset, end) >= 0 || begun.has(formatFraction(onset))) continue;
    held.push({ x: xAt(onset), text: String(n + 1), isHeld: true });
  }
  return [...begun.values(), ...held];
}

function balance(bar: Bar, frame: BarFrame): BarBox["balance"] {
  const { excess } = balanceOf(bar, frame);
  if (excess.num === 0 || hasUnknownLength(bar)) return undefined;
  const amount = fraction(Math.abs(excess.num), excess.den);
  const brief = excess.num > 0 ? "too long" : "too short";
  const short = /^\d+\.*(t\d*)?$/u.test(formatDuration(amount));
  const words = short ? durationInWords(amount).replace(/ note\b/u, "") : formatDuration(amount);
  return { text: `${words} ${brief}`, brief };
}

const laidBars = new WeakMap<Spacing, WeakMap<Bar, BarBox>>();

function laidWith(spacing: Spacing): WeakMap<Bar, BarBox> {
  const known = laidBars.get(spacing) ?? new WeakMap<Bar, BarBox>();
  laidBars.set(spacing, known);
  return known;
}

/** `layBar`, remembered for as long as nothing about the bar changed. */
function layBarOnce(bar: Bar, width: number, frame: BarFrame, spacing: Spacing): BarBox {
  const laid = laidWith(spacing);
  const known = laid.get(bar);
  if (known && isSame(known.frame, frame) && Math.abs(known.width - width) < 0.01) {
    return known;
  }
  const box = layBar(bar, width, frame, spacing);
  laid.set(bar, box);
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

/**
 * Breaks bars into rows of `width` px and stretches each row to fill it, the last one if it nearly
 * does. A row takes as many bars as go into it when it is pressed together as far as it may.
 */
export function layRows(
  bars: readonly Bar[],
  width: number,
  frames: readonly BarFrame[],
  spacing = WIDE,
): readonly Row[] {
  const widths = bars.map((bar) => naturalWidth(bar, spacing));
  return layWithWidths(bars, widths, width, frames, spacing);
}

/**
 * Several versions of a line in rows that break at the same bars, each bar as wide as in the others:
 * what stands in row 1 of one can be held against row 1 of every other.
 *
 * @param versions As many bars in each.
 * @returns the rows of each version.
 */
export function layRowsTogether(
  versions: readonly (readonly Bar[])[],
  width: number,
  frames: readonly BarFrame[],
  spacing: Spacing,
): readonly (readonly Row[])[] {
  const widths = (versions[0] ?? []).map((_, index) =>
    Math.max(...versions.map((bars) => naturalWidth(bars[index]!, spacing))),
  );
  return versions.map((bars) => layWithWidths(bars, widths, width, frames, spacing));
}

function layWithWidths(
  bars: readonly Bar[],
  widths: readonly number[],
  width: number,
  frames: readonly BarFrame[],
  spacing: Spacing,
): readonly Row[] {
  const rows: Row[] = [];
  let start = 0;
  while (start < bars.length) {
    let end = start;
    let natural = 0;
    while (end < bars.length) {
      const next = widths[end]!;
      if (end > start && (natural + next) * spacing.tightest > width) break;
      natural += next;
      end++;
    }
    const isLastRow = end === bars.length;
    const stretch = isLastRow && natural / width < FULL_ENOUGH ? 1 : width / natural;
    let x = 0;
    const laid = bars.slice(start, end).map((bar, index) => {
      const box = layBarOnce(
        bar,
        widths[start + index]! * stretch,
        frames[start + index]!,
        spacing,
      );
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
