import { parseDuration } from "../../rhythm/duration";
import {
  add,
  compare,
  divide,
  fraction,
  gcd,
  multiply,
  subtract,
  ZERO,
  type Fraction,
} from "../../rhythm/fraction";
import { barLength, type Metre } from "../../rhythm/metre";
import type { TabBar } from "./system";

/** A moment of a bar with its time; without a moment it is a rest, or goes on. */
export interface TimedColumn {
  readonly moment?: TabBar["moments"][number];
  readonly duration: Fraction;
  /** What sounded before goes on: a tie. */
  readonly isTied?: true;
  /** Column within the bar, where it has no moment of its own. */
  readonly column?: number;
  /** An ornament before what follows: its duration takes no time. */
  readonly isGrace?: true;
}

/** How the rhythm of a tablature was found. */
export type TimingSource =
  | { readonly kind: "row" }
  | { readonly kind: "spacing" }
  | { readonly kind: "filled"; readonly duration: Fraction }
  | { readonly kind: "eighths" };

/** Words of a row above or below a system, with their columns in the text (from 0). */
export interface TimingRow {
  readonly kind: "counts" | "values";
  readonly words: readonly { readonly text: string; readonly column: number }[];
}

const EIGHTH = fraction(1, 8);
const VALUE_WORD = /^(?:\+?(?:[whqest]\.{0,2}3?|\d+\/\d+)|g)$/iu;
const GRACE = fraction(1, 16);
const COUNT_WORD = /^(?:\d{1,2}|&|\+|and|e|a|trip|let)$/iu;

/** Recognises a row of counts (`1 & 2 &`) or of note values (`q e e h.`). */
export function timingRowOf(text: string): TimingRow | undefined {
  const words = [...text.matchAll(/[^\s|]+/gu)].map((match) => ({
    text: match[0],
    column: match.index,
  }));
  if (words.length === 0) return undefined;
  const is = (pattern: RegExp) => words.every((word) => pattern.test(word.text));
  if (is(COUNT_WORD) && /\d/u.test(text)) return { kind: "counts", words };
  return is(VALUE_WORD) ? { kind: "values", words } : undefined;
}

function valueOf(word: string): Fraction {
  const text = word.toLowerCase().replace(/^\+/u, "");
  const plain = text.replace(/3$/u, "").replace(/^t/u, "32");
  const duration = parseDuration(/\//u.test(text) ? text : plain);
  if (!duration.ok) return EIGHTH;
  return !/\//u.test(text) && text.endsWith("3")
    ? multiply(duration.value, fraction(2, 3))
    : duration.value;
}

/** Reads a bar whose note values stand above it; a value with no note below is a rest. */
export function timeByValues(bar: TabBar, row: TimingRow): readonly TimedColumn[] {
  const inBar = wordsIn(bar, row);
  const slots = new Map<number, Partial<TimedColumn>>();
  for (const { column, text } of inBar) {
    slots.set(column, {
      column,
      duration: /^g$/iu.test(text) ? GRACE : valueOf(text),
      ...(text.startsWith("+") && { isTied: true }),
      ...(/^g$/iu.test(text) && { isGrace: true }),
    });
  }
  for (const moment of bar.moments) {
    const near = [0, -1, 1].map((off) => moment.column + off).find((column) => slots.has(column));
    const column = near ?? moment.column;
    slots.set(column, { ...slots.get(column), moment });
  }
  let last = EIGHTH;
  return [...slots.entries()]
    .sort(([a], [b]) => a - b)
    .map(([, slot]) => {
      const duration = slot.duration ?? last;
      if (!slot.isGrace) last = duration;
      return { ...slot, duration };
    });
}

/** Reads a bar by the counts beside it; between two counts a note lies where it stands. */
export function timeByCounts(
  bar: TabBar,
  row: TimingRow,
  metre: Metre,
): readonly TimedColumn[] | undefined {
  const beat = fraction(1, metre.unit);
  let onBeat = ZERO;
  const anchors = wordsIn(bar, row).map(({ text, column }) => {
    if (/^\d/u.test(text)) onBeat = multiply(fraction(Number(text) - 1), beat);
    return { column, onset: add(onBeat, multiply(partOfBeat(text.toLowerCase()), beat)) };
  });
  anchors.push({ column: bar.width, onset: barLength(metre) });
  for (const [index, anchor] of anchors.entries()) {
    const before = anchors[index - 1];
    if (before && compare(anchor.onset, before.onset) <= 0) return undefined;
  }
  const onsets = bar.moments.map(({ column }): Fraction => {
    const exact = [0, 1, -1].flatMap((off) =>
      anchors.slice(0, -1).filter((a) => a.column === column + off),
    );
    if (exact[0]) return exact[0].onset;
    const after = anchors.findIndex((anchor) => anchor.column > column);
    const [from, to] = [anchors[after - 1], anchors[after]];
    if (!from || !to) return ZERO;
    const share = fraction(column - from.column, to.column - from.column);
    // Finer than a quarter of the step is how people align, not what they mean.
    const snapped = fraction(Math.round((share.num / share.den) * 4), 4);
    return add(from.onset, multiply(snapped, subtract(to.onset, from.onset)));
  });
  return fromOnsets(bar, onsets, barLength(metre));
}

function partOfBeat(count: string): Fraction {
  switch (count) {
    case "e":
      return fraction(1, 4);
    case "&":
    case "+":
    case "and":
      return fraction(1, 2);
    case "a":
      return fraction(3, 4);
    case "trip":
      return fraction(1, 3);
    case "let":
      return fraction(2, 3);
    default:
      return ZERO;
  }
}

function wordsIn(bar: TabBar, row: TimingRow) {
  return row.words
    .map((word) => ({ text: word.text, column: word.column - bar.textStart }))
    .filter(({ column }) => column >= 0 && column < bar.width);
}

/** Durations from onsets; undefined when two moments fall together. */
function fromOnsets(
  bar: TabBar,
  onsets: readonly Fraction[],
  length: Fraction,
): readonly TimedColumn[] | undefined {
  const timed: TimedColumn[] = [];
  if (onsets[0] && onsets[0].num > 0) timed.push({ duration: onsets[0] });
  for (const [index, moment] of bar.moments.entries()) {
    const duration = subtract(onsets[index + 1] ?? length, onsets[index]!);
    if (duration.num <= 0) return undefined;
    timed.push({ moment, duration });
  }
  return timed.length > 0 ? timed : [{ duration: length }];
}

/**
 * Times bars that have no timing row. Uneven spacing is believed where it divides every bar into a
 * plausible number of equal steps; even spacing says nothing, and is read as eighths unless the
 * notes just fill each bar at a shorter value.
 */
export function timeBySpacing(
  bars: readonly TabBar[],
  metre: Metre,
): { readonly source: TimingSource; readonly bars: readonly (readonly TimedColumn[])[] } {
  const sounding = bars.filter((bar) => bar.moments.length > 0);
  const lead = Math.min(...sounding.map((bar) => bar.moments[0]!.column));
  const gaps = sounding.flatMap((bar) =>
    bar.moments.slice(1).map((moment, index) => moment.column - bar.moments[index]!.column),
  );
  const offsets = sounding.flatMap((bar) => bar.moments.map((moment) => moment.column - lead));
  const step = offsets.reduce(gcd, 0);
  const isUneven =
    gaps.some((gap) => gap !== gaps[0]) || sounding.some((bar) => bar.moments[0]!.column !== lead);
  if (isUneven) {
    const timed = bars.map((bar) => timeByGrid(bar, lead, step, metre));
    if (timed.every((bar) => bar !== undefined))
      return { source: { kind: "spacing" }, bars: timed };
  }
  const counts = new Set(sounding.map((bar) => bar.moments.length));
  const [count] = counts;
  const filling = divide(barLength(metre), fraction(count ?? 1));
  const isFull = counts.size === 1 && isNoteValue(filling) && compare(filling, EIGHTH) < 0;
  const value = !isUneven && isFull ? filling : EIGHTH;
  return {
    source: value === EIGHTH ? { kind: "eighths" } : { kind: "filled", duration: value },
    bars: bars.map((bar) =>
      bar.moments.length === 0
        ? [{ duration: barLength(metre) }]
        : bar.moments.map((moment) => ({ moment, duration: value })),
    ),
  };
}

function timeByGrid(
  bar: TabBar,
  lead: number,
  step: number,
  metre: Metre,
): readonly TimedColumn[] | undefined {
  // People close a bar with as much room as they opened it, or with one dash more or less.
  for (const slack of [0, 1, -1]) {
    const width = bar.width - lead + slack;
    if (width <= 0 || width % step !== 0) continue;
    const unit = divide(barLength(metre), fraction(width / step));
    if (!isNoteValue(unit)) continue;
    const onsets = bar.moments.map(({ column }) =>
      multiply(fraction((column - lead) / step), unit),
    );
    if (onsets.some((onset) => onset.den > 192)) return undefined;
    return fromOnsets(bar, onsets, barLength(metre));
  }
  return undefined;
}

/** A straight note value or one of a triplet: 1/2^k or 1/(3·2^k), not finer than a 64th. */
function isNoteValue({ num, den }: Fraction): boolean {
  return num === 1 && [1, 2, 3, 4, 6, 8, 12, 16, 24, 32, 48, 64].includes(den);
}
