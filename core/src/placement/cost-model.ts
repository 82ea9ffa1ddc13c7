import { fingertipMm } from "../neck/fret-geometry";
import type { Neck } from "../neck/neck";
import { spanMm, type Grip } from "./grip";

/** A grip with the fret under the first finger; open strings leave the hand where it was. */
export interface Hand {
  readonly grip: Grip;
  /** Counted from the nut; absent while nothing has been fretted yet. */
  readonly indexFret: number | undefined;
}

/** What placing a line costs; the path search knows no more of it than this. All costs are ≥ 0. */
export interface CostModel {
  readonly hold: (hand: Hand) => number;
  readonly move: (from: Hand, to: Hand) => number;
}

/** Price of a link (hammer-on, pull-off, slide) that would have to change strings. */
const BROKEN_LINK = 1000;

/**
 * The first model: the hand moves as little as it can. In units of 10 mm of hand movement; a low
 * position, a narrow grip and a nearby string decide between ways of equal movement.
 */
export function leastMovement(neck: Neck): CostModel {
  const tips = Array.from({ length: neck.frets + 1 }, (_, n) => fingertipMm(n, neck));
  return {
    hold: ({ grip, indexFret }) =>
      spanMm(grip, neck) / 100 + ((indexFret ?? neck.capo.fret) - neck.capo.fret) / 20,
    move: (from, to) => {
      const shift =
        from.indexFret === undefined || to.indexFret === undefined
          ? 0
          : Math.abs(tips[to.indexFret]! - tips[from.indexFret]!) / 10;
      return shift + stringCrossing(from.grip, to.grip) / 10;
    },
  };
}

/** Strings between the thickest played before and now. */
function stringCrossing(from: Grip, to: Grip): number {
  if (from.thickest === 0 || to.thickest === 0) return 0;
  return Math.abs(from.thickest - to.thickest);
}

/** Added to every model: linked notes stay on one string if they can. */
export function brokenLinks(from: Grip, to: Grip, linked: readonly boolean[]): number {
  let cost = 0;
  for (const [index, isLinked] of linked.entries()) {
    if (!isLinked) continue;
    const { string } = to.holds[index]!;
    if (!from.holds.some((hold) => hold.string === string)) cost += BROKEN_LINK;
  }
  return cost;
}
