import { placesOf, type Neck, type Place } from "@intonazione/core/neck";
import { midiOf } from "@intonazione/core/pitch";
import type { Note } from "@intonazione/core/score";

/** The other places of a note's pitch, in the order of the keys 1 to 9; neck and panel agree on it. */
export function otherPlaces(note: Note | undefined, neck: Neck): readonly Place[] {
  if (note?.kind !== "pitched") return [];
  return placesOf(midiOf(note.pitch), neck).filter(
    ({ string, fret }) => string !== note.place?.string || fret !== note.place.fret,
  );
}
