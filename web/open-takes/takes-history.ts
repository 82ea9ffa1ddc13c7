import type { Takes } from "@intonazione/core/takes";

interface Step {
  /** What was done, as undo names it. */
  readonly label: string;
  readonly before: Takes;
  /** Steps of one key that follow each other are one: a slider that is drawn. */
  readonly key: string | undefined;
}

/** The takes of a song and the way that led to them since they were opened. */
export interface TakesHistory {
  readonly takes: Takes;
  readonly past: readonly Step[];
  /** What was undone, the next one first, with what it led to. */
  readonly future: readonly (Step & { readonly after: Takes })[];
}

export function openTakesHistory(takes: Takes): TakesHistory {
  return { takes, past: [], future: [] };
}

export function commitTakes(
  history: TakesHistory,
  { label, takes, key }: { readonly label: string; readonly takes: Takes; readonly key?: string },
): TakesHistory {
  if (takes === history.takes) return history;
  const last = history.past.at(-1);
  if (key !== undefined && last?.key === key && history.future.length === 0) {
    return { ...history, takes };
  }
  const step = { label, before: history.takes, key };
  return { takes, past: [...history.past, step], future: [] };
}

/** The same history where there is nothing to take back. */
export function undoTakes(history: TakesHistory): TakesHistory {
  const step = history.past.at(-1);
  if (!step) return history;
  return {
    takes: step.before,
    past: history.past.slice(0, -1),
    future: [{ ...step, after: history.takes }, ...history.future],
  };
}

export function redoTakes(history: TakesHistory): TakesHistory {
  const [step, ...future] = history.future;
  if (!step) return history;
  const { after, ...done } = step;
  return { takes: after, past: [...history.past, done], future };
}

/**
 * Writes down what nobody did and nobody takes back, like where the bytes of a take are: in what stands
 * now and in all that undo and redo lead to.
 */
export function amendTakes(history: TakesHistory, amend: (takes: Takes) => Takes): TakesHistory {
  return {
    takes: amend(history.takes),
    past: history.past.map((step) => ({ ...step, before: amend(step.before) })),
    future: history.future.map((step) => ({
      ...step,
      before: amend(step.before),
      after: amend(step.after),
    })),
  };
}
