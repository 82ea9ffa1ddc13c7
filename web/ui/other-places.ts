import { placesOf, type Neck, type Place } from "@intonazione/core/neck";
import { midiOf } from "@intonazione/core/pitch";
import { notesOf, stringOf, type LineEvent, type Note } from "@intonazione/core/score";

/**
 * The other places of a note's pitch, in the order of the keys 1 to 9; neck and panel agree on it.
 * Strings that sound something else at this moment are not free.
 */
export function otherPlaces(
  note: Note | undefined,
  event: LineEvent | undefined,
  neck: Neck,
): readonly Place[] {
  if (note?.kind !== "pitched" || !event) return [];
  const taken = notesOf(event)
    .filter(({ id }) => id !== note.id)
    .map(stringOf);
  return placesOf(midiOf(note.pitch), neck).filter(
    ({ string, fret }) =>
      !taken.includes(string) && (string !== note.place?.string || fret !== note.place.fret),
  );
}
