import type { BarIndex } from "@intonazione/core/foundation";
import type { Pitch } from "@intonazione/core/pitch";
import { compare, type Fraction } from "@intonazione/core/rhythm";
import type { Mark } from "@intonazione/core/tuning-finder";
import type { Stop } from "./cursor";

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

export interface MarkedStop {
  readonly stop: Stop;
  readonly heard: EventMark;
}

/** What was heard and still stands in the song, in its order. */
export function markedStops(stops: readonly Stop[], { events }: Listening): MarkedStop[] {
  return stops.flatMap((stop) => {
    const heard = events[stop.event.id];
    return heard ? [{ stop, heard }] : [];
  });
}

export function markOf({ stop, heard }: MarkedStop): Mark {
  return { bar: stop.barOfPart, onset: stop.onset, ...heard };
}

/** The stop where something was asked for. */
export function stopOfMoment(
  stops: readonly Stop[],
  { bar, onset }: { readonly bar: BarIndex; readonly onset: Fraction },
): Stop | undefined {
  return stops.find((stop) => stop.barOfPart === bar && compare(stop.onset, onset) === 0);
}
