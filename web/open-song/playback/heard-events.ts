import { howManyBefore } from "@intonazione/core/foundation";
import type { PlayedEvent } from "@intonazione/core/playing";

/** What each part plays, in the order of its beginnings. */
export function groupByPart(events: readonly PlayedEvent[]): Map<string, PlayedEvent[]> {
  const groups = new Map<string, PlayedEvent[]>();
  for (const event of events) {
    const group = groups.get(event.partId);
    if (group) group.push(event);
    else groups.set(event.partId, [event]);
  }
  return groups;
}

/** The last event of the upper voice that has begun. */
export function heardAt(events: readonly PlayedEvent[], seconds: number): PlayedEvent | undefined {
  const begun = howManyBefore(events, ({ start }) => start <= seconds);
  for (let index = begun - 1; index >= 0; index--) {
    if (events[index]!.voice === 1) return events[index];
  }
  return undefined;
}
