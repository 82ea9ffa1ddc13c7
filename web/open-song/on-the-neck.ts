import { stillSounding } from "@intonazione/core/sounding";
import type { Place } from "@intonazione/core/neck";
import {
  eventsOf,
  lineOf,
  notesOf,
  type Bar,
  type LineEvent,
  type Note,
  type Song,
} from "@intonazione/core/score";
import { noteAt, stopAt, type Cursor } from "./cursor";
import { frameAt, neckOfPart, partAt } from "./derived";

/** What the neck shows: it is never empty where the phrase at hand has a place. */
export type OnTheNeck =
  /** The event at the cursor; the note of it that is chosen has rings. */
  | { readonly kind: "event"; readonly event: LineEvent; readonly note: Note | undefined }
  /** What is held just now, while it plays. */
  | {
      readonly kind: "held";
      readonly begin: readonly Note[];
      readonly goOn: readonly Note[];
    }
  /** Where the hand goes in the phrase at hand, in the order in which it comes there first. */
  | { readonly kind: "hand"; readonly places: readonly Place[] };

export function onTheNeck(song: Song, cursor: Cursor, isPlaying: boolean): OnTheNeck {
  const stop = stopAt(song, cursor);
  if (!stop) return { kind: "hand", places: placesOfPhrase(song, cursor) };
  const { event, phraseId, bar } = stop;
  if (!isPlaying) return { kind: "event", event, note: noteAt(event, cursor) };
  const { partId } = cursor;
  const written = lineOf(song, phraseId, partId)!.bars[bar]!;
  const strings = neckOfPart(partAt(song, partId)).openMidi.length;
  const holds = frameAt(song, partId, stop).length;
  return {
    kind: "held",
    begin: notesOf(event),
    goOn: stillSounding(written, holds, strings, event.id),
  };
}

const NOWHERE: readonly Place[] = [];
const handOfLines = new WeakMap<readonly Bar[], readonly Place[]>();

/** Every place of the phrase at hand once; the same list for as long as its line stands. */
function placesOfPhrase(song: Song, { phraseId, partId }: Cursor): readonly Place[] {
  const at = phraseId ?? song.phrases[0]?.id;
  const bars = at === undefined ? undefined : lineOf(song, at, partId)?.bars;
  if (!bars) return NOWHERE;
  const known = handOfLines.get(bars);
  if (known) return known;
  const places = new Map<string, Place>();
  for (const note of eventsOf(bars).flatMap(notesOf)) {
    if (note.kind !== "pitched" || !note.place) continue;
    const { string, fret } = note.place;
    const key = `${string}:${fret}`;
    if (!places.has(key)) places.set(key, { string, fret });
  }
  const hand = [...places.values()];
  handOfLines.set(bars, hand);
  return hand;
}
