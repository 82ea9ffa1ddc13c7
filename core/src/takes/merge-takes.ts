import { isSame } from "../foundation/same";
import type { Take, Takes } from "./take";

export interface MergedTakes {
  readonly takes: Takes;
  /** What both had changed: ours stands. */
  readonly both: readonly string[];
}

/**
 * Brings together the takes that two windows made from one state: of each take, and of each of its
 * loops, marks and stills, what only one of them changed comes from there; of what both changed,
 * ours stands and is told. What one removed and the other changed stays.
 */
export function mergeTakes(base: Takes, ours: Takes, theirs: Takes): MergedTakes {
  const both: string[] = [];
  const takes = mergeById(base, ours, theirs, (before, mine, other) =>
    mergeTake(before, mine, other, both),
  );
  return { takes, both };
}

function mergeTake(base: Take | undefined, ours: Take, theirs: Take, both: string[]): Take {
  const tell = (what: string) => both.push(`${ours.name}: ${what}`);
  const lists = {
    loops: mergeById(base?.loops ?? [], ours.loops, theirs.loops, (before, mine, other) =>
      pick(before, mine, other, () => tell(`the loop ${mine.name}`)),
    ),
    marks: mergeById(base?.marks ?? [], ours.marks, theirs.marks, (before, mine, other) =>
      pick(before, mine, other, () => tell("a mark")),
    ),
    stills: mergeById(base?.stills ?? [], ours.stills, theirs.stills, (before, mine, other) =>
      pick(before, mine, other, () => tell("a still")),
    ),
  };
  const fields = new Set([...Object.keys(ours), ...Object.keys(theirs)]) as Set<keyof Take>;
  const merged: Record<string, unknown> = {};
  for (const field of fields) {
    if (field in lists) continue;
    const value = pick(base?.[field], ours[field], theirs[field], () => tell(`its ${field}`));
    if (value !== undefined) merged[field] = value;
  }
  return { ...(merged as unknown as Take), ...lists };
}

/** Whichever of the two changed; ours where both did, which is told. */
function pick<Value>(base: Value | undefined, ours: Value, theirs: Value, tell: () => void): Value {
  if (isSame(ours, theirs) || isSame(base, theirs)) return ours;
  if (isSame(base, ours)) return theirs;
  tell();
  return ours;
}

function mergeById<Item extends { readonly id: string }>(
  base: readonly Item[],
  ours: readonly Item[],
  theirs: readonly Item[],
  merge: (base: Item | undefined, ours: Item, theirs: Item) => Item,
): readonly Item[] {
  const find = (list: readonly Item[], id: string) => list.find((item) => item.id === id);
  const merged = ours.flatMap((item) => {
    const [before, other] = [find(base, item.id), find(theirs, item.id)];
    if (other) return [merge(before, item, other)];
    // They removed it: it stays only where we changed it since.
    return before && isSame(before, item) ? [] : [item];
  });
  const added = theirs.filter(({ id }) => !find(ours, id));
  return [
    ...merged,
    ...added.filter((item) => {
      const before = find(base, item.id);
      return !before || !isSame(before, item);
    }),
  ];
}
