import {
  add,
  multiply,
  fraction,
  subtract,
  toNumber,
  ZERO,
  type Fraction,
} from "../rhythm/fraction";
import type { Chord } from "../pitch/chord";
import type { Bar } from "../score/bar";
import { timed, writtenLength } from "../score/bar";
import { wholeSeconds } from "../rhythm/tempo";
import { lengthOf } from "../score/event";
import type { BarFrame, ChordAt } from "../score/frame";
import { unfold, type Pass } from "../score/form";
import { framesOfPhrase, lineOf, type Song } from "../score/song";
import { compare } from "../rhythm/fraction";

/** A bar as it comes by in the playing. */
export interface PlayedBar {
  readonly pass: Pass;
  /** Which of the passes, from 0. */
  readonly passIndex: number;
  /** Index within its phrase, from 0. */
  readonly index: number;
  readonly frame: BarFrame;
  /** Whole notes from the start of the playing. */
  readonly start: Fraction;
  /** Whole notes until the next bar: what the frame holds, or what is written where that is more. */
  readonly length: Fraction;
  /** Seconds from the start of the playing, at full tempo, with the fermatas before it. */
  readonly startSeconds: number;
  readonly secondsAWhole: number;
  /** Moments of the bar that are held, from its start, and for how many seconds more. */
  readonly holds: readonly { readonly after: Fraction; readonly seconds: number }[];
  readonly endSeconds: number;
}

/** Which part of a song is played. */
export interface PlayWishes {
  /** Only this phrase, once; absent plays the form. */
  readonly phraseId?: string;
  /** Of that phrase, these bars, counted from 0; the last one is included. */
  readonly bars?: { readonly first: number; readonly last: number };
}

/** The bars in the order in which they are heard, with exact places and their seconds. */
export function playedBars(
  song: Song,
  { phraseId, bars: only }: PlayWishes = {},
): readonly PlayedBar[] {
  const passes: readonly Pass[] =
    phraseId === undefined
      ? unfold(song)
      : [{ phraseId, isEnding: false, sectionPass: 1, phrasePass: 1 }];
  const played: PlayedBar[] = [];
  let start = ZERO;
  let startSeconds = 0;
  for (const [passIndex, pass] of passes.entries()) {
    const phrase = song.phrases.find(({ id }) => id === pass.phraseId);
    if (!phrase) continue;
    const lines = song.parts.map(({ id }) => lineOf(song, phrase.id, id)?.bars ?? []);
    const count = Math.max(0, ...lines.map(({ length }) => length));
    for (const [index, frame] of framesOfPhrase(song, phrase, count).entries()) {
      if (only && (index < only.first || index > only.last)) continue;
      const together = lines.flatMap((bars) => bars[index] ?? []);
      const length = together.map(writtenLength).reduce(longer, frame.length);
      const secondsAWhole = wholeSeconds(frame.tempoBpm);
      const holds = holdsIn(together, secondsAWhole);
      const held = holds.reduce((total, { seconds }) => total + seconds, 0);
      const endSeconds = startSeconds + toNumber(length) * secondsAWhole + held;
      const at = { pass, passIndex, index, frame, start, length, startSeconds, secondsAWhole };
      played.push({ ...at, holds, endSeconds });
      start = add(start, length);
      startSeconds = endSeconds;
    }
  }
  return played;
}

function longer(a: Fraction, b: Fraction): Fraction {
  return compare(a, b) >= 0 ? a : b;
}

/** A fermata holds all parts, for as long again as its event lasts; a grace has nothing to hold. */
function holdsIn(bars: readonly Bar[], secondsAWhole: number): PlayedBar["holds"] {
  const held = new Map<string, { after: Fraction; seconds: number }>();
  for (const { events, voiceTwo } of bars) {
    for (const { event, onset } of [...timed(events), ...timed(voiceTwo ?? [])]) {
      if (!event.fermata || lengthOf(event).num === 0) continue;
      const after = add(onset, lengthOf(event));
      const seconds = toNumber(event.duration) * secondsAWhole;
      const key = `${after.num}/${after.den}`;
      held.set(key, { after, seconds: Math.max(seconds, held.get(key)?.seconds ?? 0) });
    }
  }
  return [...held.values()].sort((a, b) => compare(a.after, b.after));
}

/** When a moment of a bar is heard, in seconds from the start of the playing at full tempo. */
export function secondsIn(bar: PlayedBar, onset: Fraction): number {
  const held = bar.holds
    .filter(({ after }) => compare(after, onset) <= 0)
    .reduce((total, { seconds }) => total + seconds, 0);
  return bar.startSeconds + toNumber(onset) * bar.secondsAWhole + held;
}

/** The chords of a played bar: those of the pass where the form lays it over others. */
export function chordsIn(bar: PlayedBar): readonly ChordAt[] {
  const over: Chord | undefined = bar.pass.over;
  if (over && !bar.pass.isEnding)
    return bar.index === 0 ? [{ at: bar.frame.from, chord: over }] : [];
  return bar.frame.chords;
}

/** The beats of a bar that lie within it, from its first event. */
export function beatsIn({
  frame,
  length,
}: PlayedBar): readonly { readonly beat: number; readonly onset: Fraction }[] {
  const beat = fraction(1, frame.metre.unit);
  return Array.from({ length: frame.metre.beats }, (_, index) => ({
    beat: index + 1,
    onset: subtract(multiply(fraction(index), beat), frame.from),
  })).filter(({ onset }) => onset.num >= 0 && compare(onset, length) < 0);
}
