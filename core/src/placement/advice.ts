import type { Bar } from "../score/bar";
import { alternativesFor } from "./alternatives";
import { difficultyOf, type Difficulty } from "./difficulty";
import type { HandTable } from "./hand-table";
import { ledgerOf } from "./ledger";
import { pinConflicts, type PinConflict } from "./pins";
import { withPlan } from "./place-bars";
import type { LineRequest } from "./line-request";
import { meanFret, reasonsFor, type Reason } from "./reasons";
import type { WhyUnreachable } from "./unreachable";

/** One way to place a line, with what there is to say of it. */
export interface PlanOption {
  /** The line as it would lie. */
  readonly bars: readonly Bar[];
  /** In points; what the best one costs more or less than this is the sum of the reasons. */
  readonly points: number;
  /** Whether nothing is cheaper under these weights. */
  readonly isProven: boolean;
  /** Where the first finger is on average, in frets from the capo. */
  readonly aroundFret: number;
  readonly difficulty: Difficulty;
  /** What speaks for it: of the best one against the next best, of others against the best one. */
  readonly forIt: readonly Reason[];
  /** What speaks against it: what the best one has before it. */
  readonly againstIt: readonly Reason[];
  readonly unreachable: ReadonlyMap<string, WhyUnreachable>;
}

export interface Advice {
  /** The best way first; at least one. */
  readonly options: readonly PlanOption[];
  /** Pins that could not all be met. */
  readonly conflicts: readonly PinConflict[];
}

/** The best ways to place a line, with reasons, and why pins could not be kept. */
export function adviseOnLine(request: LineRequest, table: HandTable, count = 3): Advice {
  const { judgement } = table;
  const { neck } = judgement;
  const weighed = alternativesFor(request, table, count).map((plan) => ({
    plan,
    ledger: ledgerOf(plan, request, judgement),
  }));
  const [best, next] = weighed;
  const phraseBefore = request.after?.carried?.from;
  const options = weighed.map((own, index): PlanOption => {
    const { plan } = own;
    const other = index === 0 ? next : best;
    return {
      bars: withPlan(request.bars, plan, request.scope),
      points: plan.points,
      isProven: plan.isProven,
      aroundFret: Math.round(meanFret(plan, neck)),
      difficulty: difficultyOf(plan, neck, judgement.player),
      forIt: other ? reasonsFor(own, other, neck, phraseBefore) : [],
      againstIt: other ? reasonsFor(other, own, neck, phraseBefore) : [],
      unreachable: plan.unreachable,
    };
  });
  return { options, conflicts: best ? pinConflicts(request, best.plan, table) : [] };
}
