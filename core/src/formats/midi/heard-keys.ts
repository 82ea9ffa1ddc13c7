import { howManyBefore } from "../../foundation/how-many";
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
  const before = (tick: number) => howManyBefore(notes, ({ start }) => start < tick);
  return (from, to) => {
    const [first, last] = [starts[from]!, bars[to - 1]!.endTick];
    let bar = from;
    let moment = 0;
    let latest = -1;
    const own = notes.slice(before(first), before(last));
    const heard = own.map(({ start, end, midi }): KeyNote => {
      while (bar + 1 < to && start >= starts[bar + 1]!) bar++;
      if (start !== latest) moment++;
      latest = start;
      const weight = Math.max(1, end - start);
      const isOnDownbeat = start === starts[bar];
      return { midi, weight, bar: barIndex(bar), isOnDownbeat, moment };
    });
    const reading = clearKey(rankKeys(heard), heard);
    return reading && keyOfScale(reading.scale);
  };
}
