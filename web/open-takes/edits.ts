import { HEAR_ALL } from "@intonazione/core/listening";
import type { Loop, Mark, Still, Take, Takes } from "@intonazione/core/takes";

/** The takes with one of them changed; the same ones where it is not there or nothing changes. */
export function withTake(takes: Takes, id: string, change: (take: Take) => Take): Takes {
  return withItem(takes, id, change);
}

function withItem<Item extends { readonly id: string }>(
  items: readonly Item[],
  id: string,
  change: (item: Item) => Item,
): readonly Item[] {
  let isSame = true;
  const changed = items.map((item) => {
    const next = item.id === id ? change(item) : item;
    if (next !== item) isSame = false;
    return next;
  });
  return isSame ? items : changed;
}

/** A take's list with an item put in its place by its id, or added. */
export function withLoop(take: Take, loop: Loop): Take {
  return { ...take, loops: put(take.loops, loop) };
}

export function withMark(take: Take, mark: Mark): Take {
  const marks = put(take.marks, mark);
  return { ...take, marks: [...marks].sort((a, b) => a.seconds - b.seconds) };
}

export function withStill(take: Take, still: Still): Take {
  return { ...take, stills: put(take.stills, still) };
}

function put<Item extends { readonly id: string }>(
  items: readonly Item[],
  item: Item,
): readonly Item[] {
  return items.some(({ id }) => id === item.id)
    ? withItem(items, item.id, () => item)
    : [...items, item];
}

export function withoutLoop(take: Take, id: string): Take {
  return { ...take, loops: without(take.loops, id) };
}

export function withoutMark(take: Take, id: string): Take {
  return { ...take, marks: without(take.marks, id) };
}

export function withoutStill(take: Take, id: string): Take {
  return { ...take, stills: without(take.stills, id) };
}

export function without<Item extends { readonly id: string }>(
  items: readonly Item[],
  id: string,
): readonly Item[] {
  return items.filter((item) => item.id !== id);
}

const wholes = new WeakMap<Take, Loop>();

/**
 * All of a take, as it is, once: what is at hand while no loop is. The same object for the same take,
 * so that whoever looks at it sees when it changes.
 */
export function wholeOf(take: Take): Loop {
  const known = wholes.get(take);
  if (known) return known;
  const whole: Loop = {
    id: "",
    name: "",
    from: 0,
    to: take.recording.seconds,
    speed: { start: 1, step: 0, everyRounds: 1, to: 1 },
    cents: 0,
    hearing: HEAR_ALL,
  };
  wholes.set(take, whole);
  return whole;
}
