import type { HandTask } from "./hand-task";

/** The intervals of a chord, whatever its height; undefined for single notes and dead strokes. */
export function shapeOf({ notes }: HandTask): string | undefined {
  if (notes.length < 2) return undefined;
  const [lowest] = notes;
  if (lowest?.kind !== "pitched") return undefined;
  const above: number[] = [];
  for (const note of notes) {
    if (note.kind !== "pitched") return undefined;
    above.push(note.midi - lowest.midi);
  }
  return above.join();
}

/** Equal for moments of the same intervals in the same time, whatever their height. */
export function chordKey({ notes, gapSeconds }: HandTask, height = heightOf(notes)): string {
  const above = notes.map((note) =>
    note.kind === "dead" ? "x" : `${note.midi - height}${note.isHarmonic ? "h" : ""}`,
  );
  return `${above.join()} ${gapSeconds.toFixed(3)}`;
}

/** The MIDI number of the lowest note; 0 for a dead stroke. */
export function heightOf([first]: HandTask["notes"]): number {
  return first?.kind === "pitched" ? first.midi : 0;
}
