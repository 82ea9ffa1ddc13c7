import type { BarIndex } from "../foundation/bar-index";
import { addUp, holdTerms, type Judgement } from "./cost-model";
import { moveTerms } from "./move-terms";
import { passing } from "./passing";
import { echoPointsOf, isBroken } from "./echo-costs";
import { ECHO_REACH } from "./echoes";
import { carriedInto, echoesWith, openingTerms } from "./outside-costs";
import { placeCode } from "./grip";
import { knownTerms } from "./known-bars";
import type { Plan } from "./plan-line";
import type { LineRequest } from "./line-request";
import type { Sink, Term } from "./terms";
import { addWishes } from "./wishes";

/** What one moment of a plan costs by one term. */
export interface Entry {
  /** Index of the moment in its plan. */
  readonly moment: number;
  /** Index of the bar in its line. */
  readonly bar: BarIndex;
  readonly term: Term;
  readonly points: number;
}

/** Everything that a plan costs, term by term; the points add up to those of the plan. */
export function ledgerOf(
  plan: Plan,
  request: Pick<LineRequest, "bars" | "wishes" | "after">,
  judgement: Judgement,
): readonly Entry[] {
  const entries: Entry[] = [];
  const columns = plan.moments.map(({ hand }) => ({ codes: [hand.grip.holds.map(placeCode)] }));
  const moments = plan.moments.map(({ moment }) => moment);
  const here = carriedInto(moments, request);
  const echoes = echoesWith(moments, here);
  const echoPoints = echoPointsOf(judgement.weights);
  // Each moment has one hand here: its first.
  const trail = { hands: new Int16Array(ECHO_REACH), offset: 0 };
  for (const [index, { at, hand, moment }] of plan.moments.entries()) {
    const sink: Sink = (term, points) => {
      if (points !== 0) entries.push({ moment: index, bar: at.bar, term, points });
    };
    holdTerms(hand, moment, judgement, sink);
    addWishes(hand, request.wishes, judgement.neck, sink);
    const last = index === 0 ? request.after?.last : undefined;
    if (last) openingTerms(last, hand, moment, judgement, sink);
    here?.terms(hand, index, judgement, sink);
    const before = plan.moments[index - 1];
    if (before) moveTerms(before.hand, hand, passing(before.moment, moment), judgement, sink);
    for (const echo of echoes[index]!) {
      if (isBroken(echo, index, 0, columns, trail)) sink(echo.term, echoPoints[echo.term]);
    }
    const known = request.after?.known.placesOf(request.bars[at.bar]!, at.onset);
    if (known) knownTerms(known, hand, judgement, sink);
  }
  return entries;
}

/** The points of some entries together. */
export function totalOf(entries: readonly Entry[]): number {
  return addUp((sink) => {
    for (const { term, points } of entries) sink(term, points);
  });
}
