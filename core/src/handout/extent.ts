import type { Mark } from "./drawing";

/** How far marks reach up and down; y downwards. */
export interface Extent {
  readonly top: number;
  readonly bottom: number;
}

/**
 * Bounds of what is drawn, never too narrow: curves count with their control points, arcs with
 * their radius.
 * @returns undefined where nothing is drawn
 */
export function extentOf(marks: readonly Mark[]): Extent | undefined {
  const all = marks.flatMap((mark) => extentOfMark(mark) ?? []);
  return all.length === 0
    ? undefined
    : {
        top: all.reduce((least, { top }) => Math.min(least, top), Infinity),
        bottom: all.reduce((most, { bottom }) => Math.max(most, bottom), -Infinity),
      };
}

function extentOfMark(mark: Mark): Extent | undefined {
  switch (mark.kind) {
    case "text":
      return { top: mark.y - mark.size, bottom: mark.y + mark.size / 4 };
    case "box":
      return { top: mark.y, bottom: mark.y + mark.height };
    case "path":
      return extentOfPath(mark.d, mark.width / 2);
    case "group": {
      const inner = extentOf(mark.marks);
      return (
        inner && {
          top: mark.y + mark.scale * inner.top,
          bottom: mark.y + mark.scale * inner.bottom,
        }
      );
    }
  }
}

/** Where the ys stand among the numbers of one step of a path, and how many numbers it has. */
const STEPS: Readonly<Record<string, { readonly ys: readonly number[]; readonly length: number }>> =
  {
    M: { ys: [1], length: 2 },
    L: { ys: [1], length: 2 },
    Q: { ys: [1, 3], length: 4 },
    C: { ys: [1, 3, 5], length: 6 },
    A: { ys: [6], length: 7 },
    H: { ys: [], length: 1 },
    V: { ys: [0], length: 1 },
  };

function extentOfPath(d: string, half: number): Extent | undefined {
  let top = Infinity;
  let bottom = -Infinity;
  let y = 0;
  const reach = (at: number, around: number) => {
    top = Math.min(top, at - around);
    bottom = Math.max(bottom, at + around);
  };
  for (const [, letter, numbers] of d.matchAll(/([A-DF-Za-df-z])([^A-DF-Za-df-z]*)/gu)) {
    const kind = letter!.toUpperCase();
    const step = STEPS[kind];
    if (!step) continue;
    const isRelative = letter !== kind;
    const values = (numbers!.match(/-?(?:\d+\.?\d*|\.\d+)(?:e-?\d+)?/gu) ?? []).map(Number);
    for (let at = 0; at + step.length <= values.length; at += step.length) {
      const from = y;
      for (const index of step.ys) {
        y = values[at + index]! + (isRelative ? from : 0);
        reach(y, kind === "A" ? half + values[at + 1]! : half);
      }
    }
  }
  return top <= bottom ? { top, bottom } : undefined;
}
