import type { Pitch } from "@intonazione/core/pitch";
import { compare, type Fraction } from "@intonazione/core/rhythm";
import { linesOfPart, type Song } from "@intonazione/core/score";
import type { Mark } from "@intonazione/core/tuning-finder";
import { stopsOf, type Stop } from "./cursor";

/** What a listener can tell of one event. */
export type EventMark = Pick<Mark, "open" | "rings" | "bend">;

/** What a listener told of a part, by event id; it goes along when bars are said anew around it. */
export interface Listening {
  readonly events: Readonly<Record<string, EventMark>>;
  /** The lowest note that was heard anywhere. */
  readonly lowest?: Pitch;
}

export const NOTHING_HEARD: Listening = { events: {} };

/** The same listening with other words on one event; without words it is forgotten. */
export function hear(listening: Listening, eventId: string, heard: EventMark): Listening {
  const { [eventId]: _, ...others } = listening.events;
  const hasWords = Object.values(heard).some((word) => word !== undefined);
  return { ...listening, events: hasWords ? { ...others, [eventId]: heard } : others };
}

/** A stop with its bar counted through all phrases of the part, from 1, as the tuning finder does. */
export interface PooledStop extends Stop {
  readonly pooledBar: number;
}

export function pooledStops(song: Song, partId: string): readonly PooledStop[] {
  const before = new Map<string, number>();
  let bars = 0;
  for (const line of linesOfPart(song, partId)) {
    before.set(line.phraseId, bars);
    bars += line.bars.length;
  }
  return stopsOf(song, partId).map((stop) => ({
    ...stop,
    pooledBar: before.get(stop.phraseId)! + stop.bar,
  }));
}

export interface MarkedStop {
  readonly stop: PooledStop;
  readonly heard: EventMark;
}

/** What was heard and still stands in the song, in its order. */
export function markedStops(stops: readonly PooledStop[], { events }: Listening): MarkedStop[] {
  return stops.flatMap((stop) => {
    const heard = events[stop.event.id];
    return heard ? [{ stop, heard }] : [];
  });
}

export function markOf({ stop, heard }: MarkedStop): Mark {
  return { bar: stop.pooledBar, onset: stop.onset, ...heard };
}

/** The stop where something was asked for. */
export function stopOfMoment(
  stops: readonly PooledStop[],
  { bar, onset }: { readonly bar: number; readonly onset: Fraction },
): PooledStop | undefined {
  return stops.find((stop) => stop.pooledBar === bar && compare(stop.onset, onset) === 0);
}
