import type { CarriedHere } from "./carried";
import { addUp, type Judgement } from "./cost-model";
import { echoesOf, type Echo } from "./echoes";
import type { Hand } from "./grip";
import type { Column, HandTable } from "./hand-table";
import type { HandTask } from "./hand-task";
import { knownTerms } from "./known-bars";
import type { LineMoment } from "./line-moments";
import { moveTerms } from "./move-terms";
import { passing } from "./passing";
import type { LineRequest, PlannedHand } from "./line-request";
import type { Sink } from "./terms";
import { addWishes, asksOfHands } from "./wishes";

/** What is carried into a phrase; undefined where none stands before it. */
export function carriedInto(
  moments: readonly HandTask[],
  { after }: Pick<LineRequest, "after">,
): CarriedHere | undefined {
  const { carried } = after ?? {};
  return carried && !carried.isEmpty ? carried.forPhrase(moments) : undefined;
}

/** What a phrase answers in itself, and of the phrases before it. */
export function echoesWith(
  moments: readonly HandTask[],
  here: CarriedHere | undefined,
): readonly (readonly Echo[])[] {
  const own = echoesOf(moments);
  if (!here) return own;
  return own.map((echoes, index) => {
    const carried = here.echoes[index];
    return carried ? [...echoes, carried] : echoes;
  });
}

/**
 * What a phrase's first hand owes to the one before: ties and held notes alone. Between phrases the
 * hand is free; where the phrases lie is for `Carried` to say.
 */
export function openingTerms(
  from: PlannedHand,
  hand: Hand,
  opening: HandTask,
  judgement: Judgement,
  sink: Sink,
): void {
  moveTerms(from.hand, hand, passing(from.moment, opening), judgement, (term, points) => {
    if (term === "brokenRule") sink(term, points);
  });
}

/**
 * Points that hands cost beside themselves, by moment and hand: ties from the phrase before, what was
 * placed before, wishes.
 */
export function outsideCosts(
  { after, wishes, bars }: LineRequest,
  table: HandTable,
  at: readonly LineMoment[],
  moments: readonly HandTask[],
  columns: readonly Column[],
  here: CarriedHere | undefined,
): readonly (readonly number[] | undefined)[] {
  const { judgement } = table;
  return columns.map(({ hands }, index) => {
    const moment = moments[index]!;
    const { bar, onset } = at[index]!;
    const known = after?.known.placesOf(bars[bar]!, onset);
    const last = index === 0 ? after?.last : undefined;
    if (!known && !last && !here && !asksOfHands(wishes)) return undefined;
    const costs = hands.map((hand) =>
      addUp((sink) => {
        if (last) openingTerms(last, hand, moment, judgement, sink);
        addWishes(hand, wishes, judgement.neck, sink);
        here?.terms(hand, index, judgement, sink);
        if (known) knownTerms(known, hand, judgement, sink);
      }),
    );
    return costs.some((points) => points !== 0) ? costs : undefined;
  });
}
