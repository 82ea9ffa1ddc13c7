import { fingertipMm } from "../neck/fret-geometry";
import type { Neck } from "../neck/neck";
import { brokenLinks, type CostModel, type Hand } from "./cost-model";
import { gripsOf, REACH_MM, type Moment } from "./grip";

interface State {
  readonly hand: Hand;
  readonly cost: number;
  readonly before: State | undefined;
}

export interface Path {
  /** One hand a moment; a rest keeps the hand where it is, with an empty grip. */
  readonly hands: readonly Hand[];
  readonly cost: number;
}

/**
 * The cheapest way through the moments, exactly optimal under `model`: dynamic programming over
 * grip and fret of the first finger (Bellman's principle; costs join neighbours only).
 * @throws RangeError when a moment has no grip: leave such notes out first.
 */
export function bestPath(moments: readonly Moment[], neck: Neck, model: CostModel): Path {
  let column: readonly State[] = [];
  for (const [index, moment] of moments.entries()) {
    const linked = moment.notes.map((note) => note.kind === "pitched" && note.isLinked);
    const isLinked = linked.includes(true);
    const next: State[] = [];
    for (const hand of handsOf(moment, neck, column)) {
      const own = model.hold(hand);
      let best: State | undefined;
      let least = Number.POSITIVE_INFINITY;
      for (const state of column) {
        if (!isReachable(state.hand, hand)) continue;
        let cost = state.cost + model.move(state.hand, hand);
        if (isLinked) cost += brokenLinks(state.hand.grip, hand.grip, linked);
        if (cost < least) {
          least = cost;
          best = state;
        }
      }
      if (index > 0 && !best) continue;
      next.push({ hand, cost: own + (best ? least : 0), before: best });
    }
    if (next.length === 0) throw new RangeError(`moment ${index} has no grip`);
    column = next;
  }
  let state: State | undefined = column.reduce<State | undefined>(
    (a, b) => (a && a.cost <= b.cost ? a : b),
    undefined,
  );
  const cost = state?.cost ?? 0;
  const hands: Hand[] = [];
  for (; state; state = state.before) hands.push(state.hand);
  return { hands: hands.reverse(), cost };
}

/** A grip that frets nothing stays exactly where the hand was. */
function isReachable(from: Hand, to: Hand): boolean {
  return to.grip.fretted !== undefined || from.indexFret === to.indexFret;
}

/** All hands for a moment, given where the hand may have been before. */
export function handsOf(
  moment: Moment,
  neck: Neck,
  before: readonly { readonly hand: Hand }[],
): readonly Hand[] {
  const earlier = [...new Set(before.map((state) => state.hand.indexFret))];
  const staying = earlier.length > 0 ? earlier : [undefined];
  return gripsOf(moment, neck).flatMap((grip): Hand[] => {
    if (!grip.fretted) return staying.map((indexFret) => ({ grip, indexFret }));
    return indexFretsOf(grip.fretted, neck).map((indexFret) => ({ grip, indexFret }));
  });
}

/** One finger a fret: the first finger lies on the lowest fret, or up to three frets below the highest. */
function indexFretsOf(
  { lowest, highest }: { readonly lowest: number; readonly highest: number },
  neck: Neck,
): readonly number[] {
  const frets = [lowest];
  for (let at = lowest - 1; at > neck.capo.fret && highest - at <= 3; at--) {
    if (fingertipMm(highest, neck) - fingertipMm(at, neck) > REACH_MM) break;
    frets.push(at);
  }
  return frets;
}
