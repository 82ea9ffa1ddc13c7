import type { Performance } from "@intonazione/core/playing";
import type { Chord } from "@intonazione/core/pitch";
import { lineOf, notesOf, eventsOf, type PitchedNote, type Song } from "@intonazione/core/score";

/** A note of the strip where the take has it. */
export interface NoteAlong {
  readonly note: PitchedNote;
  readonly eventId: string;
  readonly phraseId: string;
  readonly from: number;
  readonly to: number;
}

/** A phrase each time it comes by in the take. */
export interface PassAlong {
  readonly phraseId: string;
  readonly passIndex: number;
  readonly from: number;
  readonly to: number;
  /** The chord that the form lays it over. */
  readonly over?: Chord;
}

/** The song as the take plays it. */
export interface SongAlong {
  readonly song: Song;
  readonly performance: Performance;
  readonly passes: readonly PassAlong[];
}

/** @param performance Of the whole form, in the time of the take. */
export function songAlong(song: Song, performance: Performance): SongAlong {
  const passes: PassAlong[] = [];
  for (const { pass, passIndex, startSeconds, endSeconds } of performance.bars) {
    const last = passes.at(-1);
    if (last?.passIndex === passIndex) passes[passes.length - 1] = { ...last, to: endSeconds };
    else {
      const { phraseId, over } = pass;
      const bounds = { from: startSeconds, to: endSeconds };
      passes.push({ phraseId, passIndex, ...bounds, ...(over && { over }) });
    }
  }
  return { song, performance, passes };
}

/** The notes of a part along the take, in the order of their beginnings. */
export function notesAlong(partId: string, { song, performance }: SongAlong): readonly NoteAlong[] {
  const notes = new Map<string, readonly PitchedNote[]>();
  for (const phrase of song.phrases) {
    for (const event of eventsOf(lineOf(song, phrase.id, partId)?.bars ?? [])) {
      notes.set(
        event.id,
        notesOf(event).filter((note) => note.kind === "pitched"),
      );
    }
  }
  return performance.events
    .filter((event) => event.partId === partId)
    .flatMap(({ eventId, phraseId, start, end }) =>
      (notes.get(eventId) ?? []).map((note) => ({ note, eventId, phraseId, from: start, to: end })),
    );
}
