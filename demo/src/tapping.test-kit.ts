import {
  barLength,
  formatFraction,
  fraction,
  multiply,
  playedOnsets,
  subtract,
  toNumber,
  type Feel,
  type Fraction,
  type Metre,
} from "@intonazione/core/rhythm";
import { framesOfPhrase, type Song } from "@intonazione/core/score";
import { struckIn, tappedValues } from "@intonazione/core/tapping";

/** The rhythm of a line, as somebody taps it. */
export interface TappedRhythm {
  readonly metre: Metre;
  readonly feel: Feel;
  /** From the start of the first full bar, in whole notes. */
  readonly onsets: readonly Fraction[];
}

/** Every line of a song that keeps one metre, with its rhythm. */
export function rhythmsOf(song: Song): readonly TappedRhythm[] {
  return song.lines.flatMap(({ phraseId, bars }) => {
    const phrase = song.phrases.find(({ id }) => id === phraseId)!;
    const frames = framesOfPhrase(song, phrase, bars.length);
    const [{ metre } = song] = frames;
    const isOne = frames.every(
      (frame) => frame.metre.beats === metre.beats && frame.metre.unit === metre.unit,
    );
    const onsets = struckIn(bars, frames).map(({ at }) => at);
    return isOne && onsets.length > 1 ? [{ metre, feel: song.feel, onsets }] : [];
  });
}

/**
 * When a hand taps a rhythm that is not quite exact.
 * @param jitter Standard deviation of every tap, in seconds.
 */
function tapped(
  { metre, feel, onsets }: TappedRhythm,
  tempoBpm: number,
  jitter: number,
  seed: number,
): readonly number[] {
  const random = normal(seed);
  const length = barLength(metre);
  const barOf = (at: Fraction) => Math.floor(toNumber(at) / toNumber(length));
  const bars = [...new Set(onsets.map(barOf))];
  const played = bars.flatMap((bar) => {
    const start = multiply(length, fraction(bar));
    const own = onsets.filter((at) => barOf(at) === bar).map((at) => subtract(at, start));
    return playedOnsets(own, feel).map((at) => toNumber(start) + toNumber(at));
  });
  return played.map((at) => (at * 240) / tempoBpm + jitter * random());
}

/** As hands tap: 25 ms off, one standard deviation. */
const JITTER = 0.025;

/** The share of values that are found as they were meant, over some rhythms. */
export function shareFound(
  rhythms: readonly TappedRhythm[],
  tempoBpm: number,
  hasClick: boolean,
): number {
  let [all, right] = [0, 0];
  for (const [index, rhythm] of rhythms.entries()) {
    const taps = tapped(rhythm, tempoBpm, JITTER, 1000 * tempoBpm + index);
    // Without a click people are near the song's tempo, and not at it.
    const said = hasClick ? tempoBpm : tempoBpm * (0.9 + (index % 5) / 20);
    const { metre, feel } = rhythm;
    const rules = { metre, feel, tempoBpm: said, hasClick };
    const found = tappedValues(
      taps.map((at) => ({ at })),
      rules,
    );
    for (let at = 1; at < taps.length; at++) {
      const meant = subtract(rhythm.onsets[at]!, rhythm.onsets[at - 1]!);
      const { duration } = found.values[at - 1]!;
      all++;
      if (formatFraction(duration) === formatFraction(meant)) right++;
    }
  }
  return right / all;
}

/** Normally distributed numbers from a seed (Box and Muller over mulberry32). */
function normal(seed: number): () => number {
  let state = seed >>> 0;
  const uniform = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
  return () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
}
