import type { Passage } from "../passage/passage";
import { framesOfPhrase, lineOf, type Part, type Song } from "../score/song";
import { backingPart, clickPart } from "./backing";
import type { Voice } from "../sounding/events-in-line";
import { partTimes } from "../sounding/part-times";
import { partSound } from "./part-sound";
import { suggestStrokes, type Handwork } from "./strokes";
import { playedBars, type PlayedBar, type PlayWishes } from "../sounding/played-bars";

/** An event in the playing, for whoever follows it on the page. */
export interface PlayedEvent {
  readonly partId: string;
  readonly phraseId: string;
  readonly eventId: string;
  readonly passIndex: number;
  readonly voice: Voice;
  readonly start: number;
  readonly end: number;
}

export interface Performance {
  readonly bars: readonly PlayedBar[];
  /** In the order of their times. */
  readonly events: readonly PlayedEvent[];
  /** Every part of the song, then the click and the backing. */
  readonly passage: Passage;
}

/** A song, or a stretch of it, as it is heard at full tempo: exact places turned into seconds. */
export function perform(song: Song, wishes: PlayWishes = {}): Performance {
  const bars = playedBars(song, wishes);
  const events: PlayedEvent[] = [];
  const parts = song.parts.map((part) => {
    const works = worksOf(song, part);
    const times = partTimes(song, part, bars);
    for (const { event, bar, voice, start, end } of times) {
      const { phraseId } = bar.pass;
      const { passIndex } = bar;
      events.push({ partId: part.id, phraseId, eventId: event.id, passIndex, voice, start, end });
    }
    return partSound(part, times, works, song.referenceHz);
  });
  const extra = [clickPart(bars, song.feel), backingPart(bars, song.feel, song.referenceHz)];
  return {
    bars,
    events: events.sort((a, b) => a.start - b.start),
    passage: { seconds: bars.at(-1)?.endSeconds ?? 0, parts: [...parts, ...extra] },
  };
}

/** The strokes of every line of a part. */
function worksOf(song: Song, part: Part): ReadonlyMap<string, Handwork> {
  const strings = part.instrument.tuning.length;
  const all = new Map<string, Handwork>();
  for (const phrase of song.phrases) {
    const bars = lineOf(song, phrase.id, part.id)?.bars ?? [];
    const frames = framesOfPhrase(song, phrase, bars.length);
    for (const [id, work] of suggestStrokes(bars, frames, part.picking, strings)) all.set(id, work);
  }
  return all;
}
