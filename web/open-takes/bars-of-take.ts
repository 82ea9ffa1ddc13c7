import { positionAt, secondsAt, type TakeMap } from "@intonazione/core/takes";

/** The bar lines of the score in beats, as a take's map counts them. */
export interface TakeBars {
  /** Where the bars of the form begin, in order; a pick-up lies below 0. */
  readonly starts: readonly number[];
  /** Where the last of them ends. */
  readonly end: number;
  /** Beats of a bar before the first and behind the last of them. */
  readonly beatsABar: number;
}

export const NO_BARS: TakeBars = { starts: [], end: 0, beatsABar: 4 };

const NEAR = 1e-6;

/** A bar line of a take. */
export interface BarLine {
  readonly seconds: number;
  /** As people count: 1 is the first bar behind a pick-up, 0 and less lie before. */
  readonly number: number;
}

/** Whether a bar begins at a position. */
export function isBarLine(position: number, { starts, end, beatsABar }: TakeBars): boolean {
  const isInside = position > (starts[0] ?? 0) - NEAR && position < end - NEAR;
  if (isInside) return starts.some((start) => Math.abs(start - position) < NEAR);
  const from = position < end - NEAR ? Math.max(0, starts.find((start) => start >= 0) ?? 0) : end;
  const bars = (position - from) / beatsABar;
  return Math.abs(bars - Math.round(bars)) < NEAR;
}

/** The bar lines between two moments of a take, in seconds. */
export function barLinesBetween(
  map: TakeMap,
  { starts, end, beatsABar }: TakeBars,
  from: number,
  to: number,
): readonly BarLine[] {
  const [first, last] = [positionAt(map, from), positionAt(map, to)];
  const inForm = starts.filter((start) => start >= 0);
  const lines: BarLine[] = [];
  const add = (position: number, number: number) => {
    if (position >= first && position <= last)
      lines.push({ seconds: secondsAt(map, position), number });
  };
  for (let bar = -Math.max(0, Math.ceil(-first / beatsABar)); bar < 0; bar++) {
    add(bar * beatsABar, bar + 1);
  }
  for (const [index, start] of inForm.entries()) add(start, index + 1);
  const skipped = Math.max(0, Math.floor((first - end) / beatsABar));
  for (let bar = skipped; end + bar * beatsABar <= last; bar++) {
    add(end + bar * beatsABar, inForm.length + bar + 1);
  }
  return lines;
}
