import { echoCost, echoPointsOf } from "./echo-costs";
import { ECHO_REACH, type Echo } from "./echoes";
import type { Column, Steps } from "./hand-table";
import type { Weights } from "./weights";

/** A line as the search sees it: hands by moment, and what they cost. */
export interface Chart {
  readonly columns: readonly Column[];
  /** To each column from the one before; nothing leads to the first. */
  readonly steps: readonly (Steps | undefined)[];
  /** Points that a hand costs here beside its own: wishes, and where the line begins from. */
  readonly extra: readonly (readonly number[] | undefined)[];
  readonly echoes: readonly (readonly Echo[])[];
  readonly weights: Weights;
}

/** The hand chosen for each moment, as an index into its column. */
export interface Route {
  readonly hands: readonly number[];
  readonly points: number;
  /** No route costs less than this. */
  readonly bound: number;
}

/** What a route costs in a chart, echoes and wishes included. */
export function routePoints(chart: Chart, hands: readonly number[]): number {
  const points = echoPointsOf(chart.weights);
  const trail = { hands: new Int16Array(ECHO_REACH), offset: 0 };
  let sum = 0;
  for (const [index, hand] of hands.entries()) {
    const { own, hands: all } = chart.columns[index]!;
    sum += own[hand]! + (chart.extra[index]?.[hand] ?? 0);
    if (index > 0) sum += chart.steps[index]![hands[index - 1]! * all.length + hand]!;
    sum += echoCost(chart.echoes[index]!, index, hand, chart.columns, trail, points);
    trail.hands[index % ECHO_REACH] = hand;
  }
  return sum;
}
