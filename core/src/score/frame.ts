import { barIndex, type BarIndex } from "../foundation/bar-index";
import type { Chord } from "../pitch/chord";
import { compare, subtract, ZERO, type Fraction } from "../rhythm/fraction";
import { barLength, type Metre } from "../rhythm/metre";

/** What a bar of a phrase says to all parts. */
export interface BarMark {
  /** Within the phrase. */
  readonly bar: BarIndex;
  /** From this bar to the end of the phrase. */
  readonly metre?: Metre;
  /** Quarter notes a minute, 20–400, from this bar to the end of the phrase. */
  readonly tempoBpm?: number;
  /** Where in its metre the bar begins: a pick-up “from the and of four”. */
  readonly from?: Fraction;
  readonly chords?: readonly ChordAt[];
}

/** A chord that begins at a moment of its bar, and sounds until the next one. */
export interface ChordAt {
  /** From where the bar's metre begins, also in a pick-up bar. */
  readonly at: Fraction;
  /** As it sounds; absent where from here on no chord does. */
  readonly chord?: Chord;
}

/** What holds in one bar. */
export interface BarFrame {
  readonly metre: Metre;
  readonly tempoBpm: number;
  /** Where in its metre the bar begins: 0 but for a pick-up. */
  readonly from: Fraction;
  /** How much the bar can hold. */
  readonly length: Fraction;
  readonly chords: readonly ChordAt[];
  /** The chord that sounds on from the bars before. */
  readonly over?: Chord;
}

const NO_CHORDS: readonly ChordAt[] = [];

/**
 * What holds in each of the first `count` bars of a phrase: its marks, and the song's own metre and
 * tempo before any of them. Every phrase begins with the song's, whatever was played before it.
 */
export function framesOf(
  marks: readonly BarMark[],
  song: { readonly metre: Metre; readonly tempoBpm: number },
  count: number,
): readonly BarFrame[] {
  let { metre, tempoBpm } = song;
  let usual = plain(metre, tempoBpm);
  let over: Chord | undefined;
  const byBar = new Map(marks.map((mark) => [mark.bar, mark]));
  return Array.from({ length: count }, (_, bar) => {
    const mark = byBar.get(barIndex(bar));
    if (!mark) return usual;
    if (mark.metre || mark.tempoBpm !== undefined) {
      metre = mark.metre ?? metre;
      tempoBpm = mark.tempoBpm ?? tempoBpm;
      usual = plain(metre, tempoBpm, over);
    }
    const from = mark.from ?? ZERO;
    const chords = mark.chords ?? NO_CHORDS;
    const frame = { ...usual, from, chords, length: subtract(usual.length, from) };
    const last = chords.at(-1);
    if (last && last.chord !== over) {
      over = last.chord;
      usual = plain(metre, tempoBpm, over);
    }
    return frame;
  });
}

/**
 * The chord of the moment: the last one named before it, in its bar or before.
 * @param at From where the bar's metre begins.
 */
export function chordAt({ chords, over }: BarFrame, at: Fraction): Chord | undefined {
  const own = chords.findLast((one) => compare(one.at, at) <= 0);
  return own ? own.chord : over;
}

function plain(metre: Metre, tempoBpm: number, over?: Chord): BarFrame {
  const length = barLength(metre);
  return { metre, tempoBpm, from: ZERO, length, chords: NO_CHORDS, ...(over && { over }) };
}

/**
 * Marks in order, without those that say nothing new: the metre or tempo that holds anyway, a bar
 * that begins at its beginning.
 */
export function tidyMarks(
  marks: readonly BarMark[],
  song: { readonly metre: Metre; readonly tempoBpm: number },
): readonly BarMark[] {
  let { metre, tempoBpm } = song;
  return [...marks]
    .sort((a, b) => a.bar - b.bar)
    .flatMap((mark): BarMark[] => {
      const isNewMetre =
        mark.metre && (mark.metre.beats !== metre.beats || mark.metre.unit !== metre.unit);
      const isNewTempo = mark.tempoBpm !== undefined && mark.tempoBpm !== tempoBpm;
      metre = mark.metre ?? metre;
      tempoBpm = mark.tempoBpm ?? tempoBpm;
      const tidy: BarMark = {
        bar: mark.bar,
        ...(isNewMetre && { metre }),
        ...(isNewTempo && { tempoBpm }),
        ...(mark.from && mark.from.num > 0 && { from: mark.from }),
        ...(mark.chords && mark.chords.length > 0 && { chords: mark.chords }),
      };
      return Object.keys(tidy).length > 1 ? [tidy] : [];
    });
}
