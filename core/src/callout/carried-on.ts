import type { Note } from "../score/event";
import { inOrder } from "../score/technique";

/** What stands on a note that nobody says of it: from the one before, or from brackets around it. */

/**
 * What a tie carries on: pitch, place and finger, and that it rings; not how it was struck. A dead
 * stroke is over at once, and nothing of it is carried on.
 */
export function tiedOn(notes: readonly Note[]): readonly Note[] {
  return notes.flatMap((note): readonly Note[] => {
    if (note.kind === "dead") return [];
    const { pluck: _pluck, reason: _reason, ...rest } = note;
    const kept = note.techniques.filter(
      ({ kind }) =>
        kind === "natural-harmonic" || kind === "pinched-harmonic" || kind === "slide-bar",
    );
    return [{ ...rest, techniques: inOrder([...kept, { kind: "tie" }]) }];
  });
}

/** A note in brackets that let it ring, or are played with the slide-bar. */
export function alsoIn(note: Note, isRinging: boolean, isSlideBar: boolean): Note {
  if (note.kind === "dead") return note;
  const added = [
    ...(isRinging ? [{ kind: "let-ring" } as const] : []),
    ...(isSlideBar ? [{ kind: "slide-bar" } as const] : []),
  ].filter(({ kind }) => !note.techniques.some((one) => one.kind === kind));
  return added.length > 0 ? { ...note, techniques: inOrder([...note.techniques, ...added]) } : note;
}
