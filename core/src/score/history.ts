import { applyEdit } from "./apply-edit";
import type { Edit } from "./edit";
import type { Song } from "./song";

/** Edits that belong together and are undone together. */
export interface Transaction {
  /** What the teacher did, for the undo command: "Move G3 to the D string". */
  readonly label: string;
  readonly edits: readonly Edit[];
}

interface Step {
  readonly label: string;
  readonly forward: readonly Edit[];
  readonly backward: readonly Edit[];
}

/** A song and the way that led to it since it was opened. */
export interface History {
  readonly song: Song;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
}

export function openHistory(song: Song): History {
  return { song, past: [], future: [] };
}

/** Applies all edits of a transaction; what had been undone before can no longer be redone. */
export function commit(history: History, { label, edits }: Transaction): History {
  const { song, inverses } = run(history.song, edits);
  if (song === history.song) return history;
  const step: Step = { label, forward: edits, backward: inverses };
  return { song, past: [...history.past, step], future: [] };
}

/** Takes the last transaction back; the same history when there is none. */
export function undo(history: History): History {
  const step = history.past.at(-1);
  if (!step) return history;
  return {
    song: run(history.song, step.backward).song,
    past: history.past.slice(0, -1),
    future: [step, ...history.future],
  };
}

/** Does again what `undo` took back; the same history when there is nothing. */
export function redo(history: History): History {
  const [step, ...future] = history.future;
  if (!step) return history;
  return { song: run(history.song, step.forward).song, past: [...history.past, step], future };
}

function run(song: Song, edits: readonly Edit[]): { song: Song; inverses: readonly Edit[] } {
  const inverses: Edit[] = [];
  for (const edit of edits) {
    const applied = applyEdit(song, edit);
    song = applied.song;
    inverses.unshift(applied.inverse);
  }
  return { song, inverses };
}
