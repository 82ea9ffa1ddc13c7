import { calloutContext, type CalloutContext } from "@intonazione/core/callout";
import { stringNames } from "@intonazione/core/instrument";
import { neckOf, type Neck } from "@intonazione/core/neck";
import type { Part, Song } from "@intonazione/core/score";
import { soundingShift } from "@intonazione/core/theory";

/** What follows from a part; computed once for each, since parts never change in place. */
const necks = new WeakMap<Part, Neck>();

export function neckOfPart(part: Part): Neck {
  let neck = necks.get(part);
  if (!neck) {
    neck = neckOf(part.instrument, part.capo);
    necks.set(part, neck);
  }
  return neck;
}

export function partAt(song: Song, partId: string): Part {
  return song.parts.find(({ id }) => id === partId) ?? song.parts[0]!;
}

export function contextOf(part: Part, song: Song): CalloutContext {
  return calloutContext(part, song);
}

export function stringNamesOf(part: Part, song: Pick<Song, "stringSchool">): readonly string[] {
  return stringNames(part.instrument.tuning, part.instrument.kind, song.stringSchool);
}

export function shiftOf(part: Part): number {
  return soundingShift(part.instrument, part.capo);
}
