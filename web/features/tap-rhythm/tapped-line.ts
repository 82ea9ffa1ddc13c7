import type { Feel, Fraction } from "@intonazione/core/rhythm";
import {
  framesOfPhrase,
  lineOf,
  type Bar,
  type BarMark,
  type Part,
  type Phrase,
  type Song,
} from "@intonazione/core/score";
import {
  struckIn,
  tappedValues,
  writeRhythm,
  type StruckEvent,
  type Tap,
  type TappedValues,
} from "@intonazione/core/tapping";
import { newId } from "@/open-song/draft";

/** What can be tapped of a phrase. */
export interface Tappable {
  readonly bars: readonly Bar[];
  readonly struck: readonly StruckEvent[];
  /** Why it cannot be tapped. */
  readonly hindrance?: string;
}

export function tappableIn(song: Song, phrase: Phrase, part: Part): Tappable {
  const bars = lineOf(song, phrase.id, part.id)?.bars ?? [];
  const struck = struckIn(bars, framesOfPhrase(song, phrase, bars.length));
  if (struck.length === 0)
    return { bars, struck, hindrance: `${part.name} plays nothing in it yet.` };
  const hasTwo = bars.some(({ voiceTwo }) => voiceTwo);
  return hasTwo
    ? { bars, struck, hindrance: "It has a second voice, whose rhythm cannot be tapped yet." }
    : { bars, struck };
}

/** Taps understood in the metre of a phrase. */
export function understoodTaps(
  song: Song,
  phrase: Phrase,
  taps: readonly Tap[],
  { feel, tempoBpm, hasClick }: { feel: Feel; tempoBpm: number; hasClick: boolean },
): TappedValues | undefined {
  if (taps.length === 0) return undefined;
  const [frame] = framesOfPhrase(song, phrase, 1);
  return tappedValues(taps, { metre: frame!.metre, feel, tempoBpm, hasClick });
}

/** The phrase as it would stand with these lengths. */
export function writtenAs(
  song: Song,
  phrase: Phrase,
  { bars }: Tappable,
  found: TappedValues,
  chosen: readonly Fraction[],
): { readonly phrase: Phrase; readonly bars: readonly Bar[] } {
  const frames = framesOfPhrase(song, phrase, bars.length);
  const metreAt = (bar: number) => (frames[bar] ?? frames.at(-1)!).metre;
  const values = found.values.map(({ held }, index) => ({ duration: chosen[index]!, held }));
  const written = writeRhythm(bars, found.from, values, metreAt, newId);
  const [first, ...others] = phrase.marks;
  const { from: _from, ...mark } = first?.bar === 0 ? first : { bar: 0 as BarMark["bar"] };
  const begun = { ...mark, ...(written.from && { from: written.from }) };
  const rest = first?.bar === 0 ? others : phrase.marks;
  const marks = Object.keys(begun).length > 1 ? [begun, ...rest] : rest;
  return { phrase: { ...phrase, marks }, bars: written.bars };
}
