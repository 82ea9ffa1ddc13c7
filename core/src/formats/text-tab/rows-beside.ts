import { parseChord, type Chord } from "../../pitch/chord";
import type { Stroke } from "../../score/technique";
import type { TextLine } from "./text-lines";
import { timingRowOf, type TimingRow } from "./timing";

/** A stretch of columns in the text, counted from 0; the last one is included. */
export interface Columns {
  readonly from: number;
  readonly to: number;
}

/** What the rows above and below the strings of a system say. */
export interface RowsBeside {
  readonly timing?: TimingRow;
  readonly mutes: readonly Columns[];
  readonly rings: readonly Columns[];
  /** As written: what the hand calls them. Absent where no chord is played. */
  readonly chords: readonly { readonly column: number; readonly chord: Chord | undefined }[];
  /** Strokes of the picking hand, by their column. */
  readonly strokes: readonly { readonly column: number; readonly stroke: Stroke }[];
  /** The lines that were understood. */
  readonly used: readonly TextLine[];
}

const MUTES = /P\.?\s?M\.?(?: ?[-.–—_>|])*/giu;
const RINGS = /let ring(?: ?[-.–—_>|])*/giu;
const MOST_ABOVE = 4;
const MOST_BELOW = 3;

/**
 * Reads the rows that touch a system: timing, palm mutes, notes left ringing, chord names, and the
 * numbers of bars, which say nothing.
 *
 * @param from index of its first line, `to` of the first one behind it
 */
export function rowsBeside(lines: readonly TextLine[], from: number, to: number): RowsBeside {
  const near: TextLine[] = [];
  for (let at = from - 1; at >= Math.max(0, from - MOST_ABOVE) && isWritten(lines[at]!); at--) {
    near.push(lines[at]!);
  }
  for (let at = to; at < Math.min(lines.length, to + MOST_BELOW) && isWritten(lines[at]!); at++) {
    near.push(lines[at]!);
  }
  let timing: TimingRow | undefined;
  const mutes: Columns[] = [];
  const rings: Columns[] = [];
  const chords: { column: number; chord: Chord | undefined }[] = [];
  const strokes: { column: number; stroke: Stroke }[] = [];
  const used: TextLine[] = [];
  const firstStaff = lines[from]!;
  for (const line of near) {
    const isAbove = line.number < firstStaff.number;
    if (isBarNumbers(line.text, firstStaff.text)) {
      used.push(line);
      continue;
    }
    const spans = [...spansIn(line.text, MUTES)];
    const ringing = [...spansIn(line.text, RINGS)];
    if (spans.length + ringing.length > 0 && isOnlySpans(line.text)) {
      mutes.push(...spans);
      rings.push(...ringing);
      used.push(line);
      continue;
    }
    const hand = strokes.length === 0 ? strokesIn(line.text) : undefined;
    if (hand) {
      strokes.push(...hand);
      used.push(line);
      continue;
    }
    const row = timing ? undefined : timingRowOf(line.text);
    if (row) {
      timing = row;
      used.push(line);
      continue;
    }
    const named = isAbove && chords.length === 0 ? chordsIn(line.text) : undefined;
    if (named) {
      chords.push(...named);
      used.push(line);
    }
  }
  return { ...(timing && { timing }), mutes, rings, chords, strokes, used };
}

function isWritten(line: TextLine): boolean {
  return !line.staff && line.text.trim() !== "" && !/^\s*\[/u.test(line.text);
}

function* spansIn(text: string, pattern: RegExp): Generator<Columns> {
  for (const match of text.matchAll(pattern)) {
    yield { from: match.index, to: match.index + match[0].trimEnd().length - 1 };
  }
}

function isOnlySpans(text: string): boolean {
  return (
    text
      .replace(MUTES, "")
      .replace(RINGS, "")
      .replace(/[-.–—_>|\s]/gu, "") === ""
  );
}

/** A row in which every word is a chord; a lone letter that may name a string is none. */
function chordsIn(text: string): RowsBeside["chords"] | undefined {
  const chords: { column: number; chord: Chord | undefined }[] = [];
  for (const { 0: word, index } of text.matchAll(/[^\s|]+/gu)) {
    const isNone = /^n\.?c\.?$/iu.test(word);
    const chord = isNone ? undefined : parseChord(word);
    if (chord && !chord.ok) return undefined;
    chords.push({ column: index, chord: chord?.ok ? chord.value : undefined });
  }
  return chords.length > 0 ? chords : undefined;
}

/** A row of downs and ups: `D  DU UDU`, `↓ ↑`; downs alone may be chords. */
function strokesIn(text: string): RowsBeside["strokes"] | undefined {
  if (!/^[\sDUdu↓↑|]+$/u.test(text) || !/[Uu↑]/u.test(text)) return undefined;
  return [...text.matchAll(/[DUdu↓↑]/gu)].map(({ 0: sign, index }) => ({
    column: index,
    stroke: /[Dd↓]/u.test(sign) ? "down" : "up",
  }));
}

/** Numbers that go up by one, one for each bar, at their beginnings. */
function isBarNumbers(text: string, staff: string): boolean {
  const words = [...text.matchAll(/\S+/gu)].map(({ 0: word, index }) => ({ word, index }));
  if (!words.every(({ word }) => /^\d{1,3}\.?$/u.test(word)) || words.length === 0) return false;
  const numbers = words.map(({ word }) => Number(word.replace(".", "")));
  if (!numbers.every((number, at) => at === 0 || number === numbers[at - 1]! + 1)) return false;
  const lines = [...staff.matchAll(/\|+/gu)].map(({ index }) => index);
  const bars = lines.filter((line) => /-/u.test(staff.slice(line))).length;
  if (words.length !== Math.max(1, bars)) return false;
  // Counts of a bar stand side by side; numbers stand where their bars begin.
  return words.every(({ index }, at) => Math.abs(index - (lines[at] ?? 0)) <= 2);
}
