import { mergeFields, pickChanged } from "../foundation/merging";
import { isSame } from "../foundation/same";
import type { Take, Takes } from "./take";

export interface MergedTakes {
  readonly takes: Takes;
  /** What both had changed: ours stands. */
  readonly both: readonly string[];
  /** Names of takes that they removed, and of those of them that stay because we changed them. */
  readonly removed: readonly string[];
  readonly stayed: readonly string[];
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
  const isIn = (list: Takes, { id }: Take) => list.some((take) => take.id === id);
  const theyRemoved = base.filter((take) => !isIn(theirs, take) && isIn(ours, take));
  return {
    takes,
    both,
    removed: theyRemoved.filter((take) => !isIn(takes, take)).map(({ name }) => name),
    stayed: theyRemoved.filter((take) => isIn(takes, take)).map(({ name }) => name),
  };
}

function mergeTake(base: Take | undefined, ours: Take, theirs: Take, both: string[]): Take {
  const tell = (what: string) => both.push(`${ours.name}: ${what}`);
  const lists = {
    loops: mergeById(base?.loops ?? [], ours.loops, theirs.loops, (before, mine, other) =>
      pickChanged(before, mine, other, () => tell(`the loop ${mine.name}`)),
    ),
    marks: mergeById(base?.marks ?? [], ours.marks, theirs.marks, (before, mine, other) =>
      pickChanged(before, mine, other, () => tell("a mark")),
    ),
    stills: mergeById(base?.stills ?? [], ours.stills, theirs.stills, (before, mine, other) =>
      pickChanged(before, mine, other, () => tell("a still")),
    ),
  };
  const details = mergeFields<TakeDetails>(
    base && detailsOf(base),
    detailsOf(ours),
    detailsOf(theirs),
    (field) => tell(`its ${field}`),
  );
  return { ...details, ...lists };
}

type TakeDetails = Omit<Take, "loops" | "marks" | "stills">;

/** A take without its lists. */
function detailsOf({
  loops: _loops,
  marks: _marks,
  stills: _stills,
  ...details
}: Take): TakeDetails {
  return details;
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
