import { midiOf } from "../../pitch/pitch";
import { formatFraction } from "../../rhythm/fraction";
import type { RawEvent, RawMeasure, RawNote, RawPart } from "./raw";

/**
 * The staff whose notes are taken: the tablature where there is one with notes in it, else the
 * first. What only the other staff of the same music says (words, lyrics, marks) is added to them.
 */
export function settleStaves(part: RawPart): {
  readonly staff: number | undefined;
  readonly measures: readonly RawMeasure[];
  /** Staves with notes of their own, that are not the same music. */
  readonly leftOut: number;
} {
  const counts = new Map<number, number>();
  for (const { events } of part.measures) {
    for (const { staff, notes } of events)
      counts.set(staff, (counts.get(staff) ?? 0) + notes.length);
  }
  const staves = [...counts.keys()].sort((a, b) => a - b);
  if (staves.length < 2) return { staff: staves[0], measures: part.measures, leftOut: 0 };
  const isSilent = staves.every((staff) => counts.get(staff) === 0);
  const tab = staves.find(
    (staff) => part.staves.get(staff)?.isTab && (isSilent || counts.get(staff)! > 0),
  );
  if (tab === undefined) return { staff: undefined, measures: part.measures, leftOut: 0 };
  const ranks = voiceRanks(part.measures);
  let strange = 0;
  const measures = part.measures.map((measure) => {
    const own = measure.events.filter(({ staff }) => staff === tab);
    const others = measure.events.filter(({ staff }) => staff !== tab);
    const byMoment = new Map<string, RawEvent[]>();
    for (const [event, key] of keyed(own)) byMoment.set(key, [...(byMoment.get(key) ?? []), event]);
    for (const [event, key] of keyed(others)) {
      const match = bestMatch(event, byMoment.get(key) ?? [], ranks);
      if (match) mergeInto(match, event);
      else if (event.notes.length > 0) strange++;
    }
    return { ...measure, events: own };
  });
  return { staff: tab, measures, leftOut: strange };
}

/** Events with what they share with their twin on the other staff: moment, and which grace they are. */
function keyed(events: readonly RawEvent[]): readonly (readonly [RawEvent, string])[] {
  const graces = new Map<string, number>();
  return events.map((event) => {
    const at = formatFraction(event.onset);
    if (!event.grace) return [event, at] as const;
    const voice = `${event.voice} ${at}`;
    const index = graces.get(voice) ?? 0;
    graces.set(voice, index + 1);
    return [event, `${at} grace ${index}`] as const;
  });
}

/** By staff and voice: the how manieth voice of its staff it is. */
function voiceRanks(measures: readonly RawMeasure[]): ReadonlyMap<string, number> {
  const voices = new Map<number, Set<string>>();
  for (const { events } of measures) {
    for (const { staff, voice } of events) {
      voices.set(staff, (voices.get(staff) ?? new Set()).add(voice));
    }
  }
  return new Map(
    [...voices].flatMap(([staff, names]) =>
      [...names]
        .sort((a, b) => Number(a) - Number(b))
        .map((voice, rank) => [`${staff} ${voice}`, rank] as const),
    ),
  );
}

/** The event with most pitches in common; of rests and knocks one of the same kind and voice. */
function bestMatch(
  event: RawEvent,
  among: readonly RawEvent[],
  ranks: ReadonlyMap<string, number>,
): RawEvent | undefined {
  const rankOf = ({ staff, voice }: RawEvent) => ranks.get(`${staff} ${voice}`);
  const score = (other: RawEvent) =>
    other.kind === event.kind
      ? likeness(event, other) + (rankOf(other) === rankOf(event) ? 0.25 : 0)
      : 0;
  const ranked = [...among].sort((a, b) => score(b) - score(a));
  return ranked[0] && score(ranked[0]) > 0 ? ranked[0] : undefined;
}

/** How many of their notes two events have in common: 1 for all of them, 0 for none. */
function likeness(a: RawEvent, b: RawEvent): number {
  const most = Math.max(a.notes.length, b.notes.length);
  if (most === 0) return 1;
  const free = b.notes.map(heightOf);
  const common = a.notes.filter((note) => {
    const at = free.indexOf(heightOf(note));
    if (at >= 0) free.splice(at, 1);
    return at >= 0;
  });
  return common.length / most;
}

function heightOf({ pitch, isDead }: RawNote): string {
  const height = String(pitch ? midiOf(pitch) : "");
  return isDead ? `x${height}` : height;
}

function mergeInto(event: RawEvent, other: RawEvent): void {
  event.words.push(...other.words.filter((words) => !event.words.includes(words)));
  event.lyric ??= other.lyric;
  event.stroke ??= other.stroke;
  event.hasFermata ||= other.hasFermata;
  addMissing(event.techniques, other.techniques);
  // Two strings may sound one pitch: each note has a twin of its own.
  const free = [...event.notes];
  for (const note of other.notes) {
    const at = free.findIndex((one) => heightOf(one) === heightOf(note));
    if (at < 0) continue;
    const twin = free.splice(at, 1)[0]!;
    twin.finger ??= note.finger;
    twin.pluck ??= note.pluck;
    twin.link ??= note.link;
    addMissing(twin.techniques, note.techniques);
  }
}

function addMissing<One extends { readonly kind: string }>(to: One[], from: readonly One[]): void {
  to.push(...from.filter(({ kind }) => !to.some((one) => one.kind === kind)));
}
