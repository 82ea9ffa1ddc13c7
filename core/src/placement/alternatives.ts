import { placeCode, type Hand } from "./grip";
import type { HandTable } from "./hand-table";
import { chartOf, planAlong, planOf, type LineChart, type Plan } from "./plan-line";
import type { LineRequest } from "./line-request";
import { bestRoute } from "./search";
import { routePoints } from "./chart";
import { meanFret } from "./reasons";
import type { Neck } from "../neck/neck";
import { inPoints } from "./weights";
import { awayFromHint } from "./wishes";

/** A part of the neck, in frets from the capo, around which a plan may lie. */
const REGIONS: readonly number[] = [1, 3, 5, 7, 9, 12, 15, 18];

/** Plans that differ in fewer of their notes are one plan with other fingers. */
const LEAST_DIFFERENCE = 1 / 4;

/** Ways that lie so near each other, in frets, are one way to the hand; wider apart ones come first. */
const LEAST_APART = 2;

/** What a note costs that stays where a plan before had it: so dear that plans part ways. */
const STAYING_WEIGHTS: readonly number[] = [0.8, 2];

/**
 * Plans for a line that are worth choosing between: the best one, and others that lie elsewhere.
 * The best plan of each region of the neck, and plans that keep away from the ones before, by what
 * they cost; any two differ in at least a quarter of the notes.
 * @param count How many, the best one included.
 */
export function alternativesFor(
  request: LineRequest,
  table: HandTable,
  count = 3,
): readonly Plan[] {
  const chart = chartOf(request, table);
  const best = planOf(chart);
  const plans = [best];
  if (best.moments.length === 0 || count === 1) return plans;
  const { neck } = table.judgement;
  const candidates = REGIONS.filter((fret) => fret + neck.capo.fret <= neck.frets).map((fret) =>
    planWith(chart, (hand) => awayFromHint(hand, fret, neck)),
  );
  take(plans, candidates, count, neck, LEAST_APART);
  take(plans, candidates, count, neck);
  for (const weight of STAYING_WEIGHTS) {
    if (plans.length >= count) break;
    take(plans, [planWith(chart, stayingWith(plans, weight))], count, neck);
  }
  return plans;
}

function take(
  plans: Plan[],
  candidates: readonly Plan[],
  count: number,
  neck: Neck,
  apart = 0,
): void {
  for (const plan of [...candidates].sort((a, b) => a.points - b.points)) {
    if (plans.length >= count) return;
    const lies = meanFret(plan, neck);
    const isOther = plans.every(
      (other) =>
        differenceOf(plan, other) >= LEAST_DIFFERENCE &&
        Math.abs(lies - meanFret(other, neck)) >= apart,
    );
    if (isOther) plans.push(plan);
  }
}

type Bias = (hand: Hand, moment: number) => number;

/** The best plan under a bias, with what it costs without. */
function planWith(chart: LineChart, bias: Bias): Plan {
  const extra = chart.columns.map(({ hands }, moment) => {
    const own = chart.extra[moment];
    return hands.map((hand, index) => (own?.[index] ?? 0) + bias(hand, moment));
  });
  const { hands } = bestRoute({ ...chart, extra });
  // A plan of another region is no candidate for the best one: nothing is proven of it.
  return planAlong(chart, hands, { points: routePoints(chart, hands), bound: 0 });
}

function stayingWith(plans: readonly Plan[], weight: number): Bias {
  return (hand, moment) => {
    const staying = plans.filter((plan) => {
      const other = plan.moments[moment]!.hand.grip.holds;
      return hand.grip.holds.some((hold, index) => placeCode(hold) === placeCode(other[index]!));
    });
    return inPoints(weight * staying.length);
  };
}

/** The share of notes that lie elsewhere, of those that may. */
export function differenceOf(plan: Plan, other: Plan): number {
  let notes = 0;
  let moved = 0;
  for (const [index, { hand, notes: own }] of plan.moments.entries()) {
    const holds = other.moments[index]!.hand.grip.holds;
    for (const [at, hold] of hand.grip.holds.entries()) {
      const { isHeld, isFixed } = own[at]!;
      if (isHeld || isFixed || hold.fret === undefined) continue;
      notes++;
      if (placeCode(hold) !== placeCode(holds[at]!)) moved++;
    }
  }
  return notes === 0 ? 0 : moved / notes;
}
