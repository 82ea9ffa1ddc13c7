import type { Note } from "./event";
import { inOrder } from "./technique";

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
