import { barIndex } from "../../foundation/bar-index";
import type { Key } from "../../pitch/key";
import { clearKey, rankKeys, type KeyNote } from "../../theory/rank-keys";
import { keyOfScale } from "../../theory/scale";
import type { MidiBar } from "./midi-maps";
import type { MidiVoice } from "./midi-survey";

/** The key that is heard in a stretch of bars; undefined where none is clear. */
export type HeardKey = (from: number, to: number) => Key | undefined;

/** What keys the chosen voices of a file are heard in, by the ranking that Check tells. */
export function keysHeardIn(voices: readonly MidiVoice[], bars: readonly MidiBar[]): HeardKey {
  const notes = voices
    .filter(({ isDrums }) => !isDrums)
    .flatMap(({ channels }) => channels.flatMap((channel) => channel.notes))
    .sort((a, b) => a.start - b.start);
  const starts = bars.map(({ startTick }) => startTick);
  return (from, to) => {
    const [first, last] = [starts[from]!, bars[to - 1]!.endTick];
    let bar = from;
    let moment = 0;
    let before = -1;
    const own = notes.slice(firstFrom(notes, first), firstFrom(notes, last));
    const heard = own.map(({ start, end, midi }): KeyNote => {
      while (bar + 1 < to && start >= starts[bar + 1]!) bar++;
      if (start !== before) moment++;
      before = start;
      const weight = Math.max(1, end - start);
      const isOnDownbeat = start === starts[bar];
      return { midi, weight, bar: barIndex(bar), isOnDownbeat, moment };
    });
    const reading = clearKey(rankKeys(heard), heard);
    return reading && keyOfScale(reading.scale);
  };
}

/** The index of the first of the notes, in the order of their starts, that begins at a tick or behind it. */
function firstFrom(notes: readonly { readonly start: number }[], tick: number): number {
  let low = 0;
  let high = notes.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (notes[middle]!.start < tick) low = middle + 1;
    else high = middle;
  }
  return low;
}
