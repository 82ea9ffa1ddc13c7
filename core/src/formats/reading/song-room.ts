import { MAX_BARS } from "../../score/bar";
import { MAX_PHRASES } from "../../score/song";

/** How much of a file there is room for in a song; the rest is left out, and that is said. */

/** More are no song; it is what the phrases of a song hold at eight bars each. */
export const MOST_BARS_IN_FILE = 4000;

/** Notes of all parts together: half an hour of eighths and sixteenths. */
export const MOST_NOTES_IN_FILE = 20_000;

export const TOO_MANY_NOTES = `a song is read up to ${MOST_NOTES_IN_FILE} notes: the bars behind them were left out`;
export const TOO_MANY_BARS = `a song is read up to ${MOST_BARS_IN_FILE} bars: what follows them was left out`;
export const TOO_MANY_PHRASES = `a song has at most ${MAX_PHRASES} phrases: what follows them was left out`;

/** Where phrases begin, in order, with as many more as it takes that none has too many bars. */
export function withinPhrases(starts: Iterable<number>, count: number): readonly number[] {
  const sorted = [...new Set(starts)].filter((at) => at < count).sort((a, b) => a - b);
  return sorted.flatMap((from, index) => {
    const length = (sorted[index + 1] ?? count) - from;
    return Array.from({ length: Math.ceil(length / MAX_BARS) }, (_, cut) => from + cut * MAX_BARS);
  });
}
