import { eventsOf, notesOf, type Line } from "@intonazione/core/score";

/** The first way of the question where a line lies, in the page. */
export const REGION_QUESTION_ID = "where-it-lies";

/**
 * Whether it may be asked where a line lies: its places were suggested, nobody has taken them, and no
 * note of it was pinned by hand.
 */
export function isOpenQuestion({ isSuggested, bars }: Line): boolean {
  if (!isSuggested) return false;
  return !eventsOf(bars)
    .flatMap(notesOf)
    .some((note) => note.kind === "pitched" && note.pinned);
}
