import type { BarIndex } from "../foundation/bar-index";
import type { Bar } from "../score/bar";
import type { Carried } from "./carried";
import type { Hand } from "./grip";
import type { HandTask } from "./hand-task";
import type { KnownBars } from "./known-bars";
import type { LineMoment, LineNote } from "./line-moments";
import type { Wishes } from "./wishes";

/** Which places may move: all but the pinned ones, or only those that are not known yet. */
export type Scope = "unpinned" | "unplaced";

/** A moment with the hand that was found for it. */
export interface PlannedHand {
  readonly at: LineMoment;
  /** The notes that the hand holds, in the order of its holds. */
  readonly notes: readonly LineNote[];
  readonly moment: HandTask;
  readonly hand: Hand;
}

/** How a line is asked for. */
export interface LineRequest {
  readonly bars: readonly Bar[];
  readonly scope: Scope;
  /** By bar: how long a whole note lasts. */
  readonly secondsPerWhole: (bar: BarIndex) => number;
  readonly wishes: Wishes;
  /** The only bar (its index) whose notes may move; all may where it is left out. */
  readonly onlyBar?: BarIndex;
  /** Where the hand comes from, and how bars that sound alike were placed before. */
  readonly after?: {
    readonly last: PlannedHand | undefined;
    readonly known: KnownBars;
    readonly carried?: Carried;
  };
}
