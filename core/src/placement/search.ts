import { routePoints, type Chart, type Route } from "./chart";
import { echoPointsOf, EchoRows, lastAsked } from "./echo-costs";
import { ECHO_REACH } from "./echoes";
import type { Column } from "./hand-table";

/** How many beginnings of routes are carried on side by side, at most; fewer in very long lines. */
const WIDEST = 64;
const NARROWEST = 4;
const WIDTH_BY_LENGTH = 20_000;

/**
 * The cheapest way through a chart, echoes included.
 *
 * What joins neighbours only is solved exactly from the end backwards (Bellman 1957). Echoes join
 * moments that lie apart, and only ever add: so the exact costs to the end are a bound that never
 * promises too much (Hart, Nilsson and Raphael 1968), and beginnings of routes are carried forward
 * in its order. Of two beginnings that no later moment can tell apart the dearer one is dropped for
 * good; others are only dropped for lack of room. The least bound among those is kept: a route that
 * costs no more is proven best.
 *
 * @throws RangeError when a moment has no hand.
 */
export function bestRoute(chart: Chart): Route {
  if (chart.columns.length === 0) return { hands: [], points: 0, bound: 0 };
  const toEnd = costsToEnd(chart);
  const plain = followBounds(chart, toEnd);
  const bound = least(toEnd[0]!, startCosts(chart, 0));
  if (plain.points === bound) return { ...plain, bound };
  return carryForward(chart, toEnd, plain);
}

/** By column and hand: the least that the moments after it cost, echoes apart. */
function costsToEnd({ columns, steps, extra }: Chart): readonly Float64Array[] {
  const toEnd: Float64Array[] = Array.from({ length: columns.length });
  for (let index = columns.length - 1; index >= 0; index--) {
    const { hands } = columns[index]!;
    if (hands.length === 0) throw new RangeError(`moment ${index} has no hand`);
    const costs = new Float64Array(hands.length);
    const next = columns[index + 1];
    if (next) {
      const after = toEnd[index + 1]!;
      const ownAfter = ownCosts(next, extra[index + 1]);
      const step = steps[index + 1]!;
      const width = next.hands.length;
      for (let from = 0; from < hands.length; from++) {
        let best = Number.POSITIVE_INFINITY;
        for (let to = 0; to < width; to++) {
          const cost = step[from * width + to]! + ownAfter[to]! + after[to]!;
          if (cost < best) best = cost;
        }
        costs[from] = best;
      }
    }
    toEnd[index] = costs;
  }
  return toEnd;
}

function ownCosts(column: Column, extra: readonly number[] | undefined): readonly number[] {
  return extra ? column.own.map((own, hand) => own + extra[hand]!) : column.own;
}

function startCosts({ columns, extra }: Chart, index: number): readonly number[] {
  return ownCosts(columns[index]!, extra[index]);
}

function least(toEnd: Float64Array, own: readonly number[]): number {
  let best = Number.POSITIVE_INFINITY;
  for (const [hand, cost] of own.entries()) best = Math.min(best, cost + toEnd[hand]!);
  return best;
}

/** The best route but for its echoes, with what it costs with them. */
function followBounds(chart: Chart, toEnd: readonly Float64Array[]): Omit<Route, "bound"> {
  const { columns, steps } = chart;
  const hands: number[] = [];
  for (let index = 0; index < columns.length; index++) {
    const own = startCosts(chart, index);
    const before = hands[index - 1];
    const step = steps[index];
    let best = -1;
    let lowest = Number.POSITIVE_INFINITY;
    for (const [hand, cost] of own.entries()) {
      const getting = before === undefined ? 0 : step![before * own.length + hand]!;
      if (getting + cost + toEnd[index]![hand]! < lowest) {
        lowest = getting + cost + toEnd[index]![hand]!;
        best = hand;
      }
    }
    hands.push(best);
  }
  return { hands, points: routePoints(chart, hands) };
}

/** Beginnings of routes up to one moment, best bound first. */
interface Front {
  readonly hand: Int32Array;
  readonly parent: Int32Array;
  /** The class of its parent. */
  readonly sameAs: Int32Array;
  readonly points: Float64Array;
  readonly bound: Float64Array;
  /** The hands of the last moments, one row a beginning. */
  readonly recent: Int16Array;
  size: number;
}

function emptyFront(width: number): Front {
  return {
    hand: new Int32Array(width),
    parent: new Int32Array(width),
    sameAs: new Int32Array(width),
    points: new Float64Array(width),
    bound: new Float64Array(width),
    recent: new Int16Array(width * ECHO_REACH),
    size: 0,
  };
}

function carryForward(
  chart: Chart,
  toEnd: readonly Float64Array[],
  known: Omit<Route, "bound">,
): Route {
  const { columns, steps, echoes, weights } = chart;
  const width = Math.min(WIDEST, Math.max(NARROWEST, Math.floor(WIDTH_BY_LENGTH / columns.length)));
  const asked = lastAsked(echoes);
  const echoPoints = echoPointsOf(weights);
  const parents: Int32Array[] = [];
  const chosen: Int32Array[] = [];
  let dropped = known.points;
  let front = emptyFront(width);
  let next = emptyFront(width);
  for (let index = 0; index < columns.length; index++) {
    const own = startCosts(chart, index);
    const remaining = toEnd[index]!;
    const step = steps[index];
    const active = stillAsked(asked, index);
    next.size = 0;
    const beginnings = index === 0 ? 1 : front.size;
    const classes = classesOf(front, active);
    const rows = new EchoRows(echoes[index]!, index, columns, echoPoints);
    for (let from = 0; from < beginnings; from++) {
      const trail = { hands: front.recent, offset: from * ECHO_REACH };
      const before = index === 0 ? 0 : front.points[from]!;
      const stepRow = index === 0 ? 0 : front.hand[from]! * own.length;
      for (let hand = 0; hand < own.length; hand++) {
        let points = before + own[hand]! + (index === 0 ? 0 : step![stepRow + hand]!);
        // The order of the fronts is by bound: what fails here would fail with its echoes too.
        if (points + remaining[hand]! >= known.points) continue;
        if (echoes[index]!.length > 0) {
          points += rows.cost(hand, trail);
        }
        const bound = points + remaining[hand]!;
        if (bound >= known.points) continue;
        dropped = Math.min(dropped, insert(next, hand, from, classes[from] ?? 0, points, bound));
      }
    }
    if (next.size === 0) return { ...known, bound: dropped };
    copyRecent(front, next, index, active);
    parents.push(next.parent.slice(0, next.size));
    chosen.push(next.hand.slice(0, next.size));
    [front, next] = [next, front];
  }
  const points = front.points[0]!;
  const hands: number[] = Array.from({ length: columns.length });
  let at = 0;
  for (let index = columns.length - 1; index >= 0; index--) {
    hands[index] = chosen[index]![at]!;
    at = parents[index]![at]!;
  }
  return { hands, points, bound: Math.min(points, dropped) };
}

/** Earlier moments that a later one than `index` will ask back for. */
function stillAsked(asked: Int32Array, index: number): readonly number[] {
  const active: number[] = [];
  for (let at = Math.max(0, index - ECHO_REACH + 2); at < index; at++) {
    if (asked[at]! > index) active.push(at);
  }
  return active;
}

/**
 * Puts a beginning where its bound belongs, unless one that is no dearer stands for it.
 * @returns the bound of what had to go for lack of room; infinite where nothing had.
 */
function insert(
  front: Front,
  hand: number,
  parent: number,
  sameAs: number,
  points: number,
  bound: number,
): number {
  const width = front.hand.length;
  const isFull = front.size === width;
  if (isFull && bound >= front.bound[width - 1]!) return bound;
  let place = 0;
  while (place < front.size && front.bound[place]! <= bound) {
    if (front.hand[place] === hand && front.sameAs[place] === sameAs) {
      return Number.POSITIVE_INFINITY;
    }
    place++;
  }
  // What the newcomer stands for goes; else, without room, the last one.
  let gone = place;
  while (gone < front.size && (front.hand[gone] !== hand || front.sameAs[gone] !== sameAs)) gone++;
  let lost = Number.POSITIVE_INFINITY;
  if (gone === front.size) {
    if (isFull) lost = front.bound[--gone]!;
    else front.size++;
  }
  // By hand: for a few places `copyWithin` costs more than what it moves.
  for (let at = gone; at > place; at--) {
    front.hand[at] = front.hand[at - 1]!;
    front.parent[at] = front.parent[at - 1]!;
    front.sameAs[at] = front.sameAs[at - 1]!;
    front.points[at] = front.points[at - 1]!;
    front.bound[at] = front.bound[at - 1]!;
  }
  front.hand[place] = hand;
  front.parent[place] = parent;
  front.sameAs[place] = sameAs;
  front.points[place] = points;
  front.bound[place] = bound;
  return lost;
}

/**
 * Beginnings that no later moment can tell apart but for their last hand have the same class.
 * @returns by beginning the first one of its class.
 */
function classesOf({ recent, size }: Front, active: readonly number[]): Int32Array {
  const classes = new Int32Array(size);
  const digests = new Int32Array(size);
  for (let at = 0; at < size; at++) {
    const row = at * ECHO_REACH;
    let digest = 0;
    for (const moment of active) {
      digest = (Math.imul(digest, 31) + recent[row + (moment % ECHO_REACH)]!) | 0;
    }
    digests[at] = digest;
    let first = 0;
    while (first < at && (digests[first] !== digest || !isAlike(recent, first, at, active)))
      first++;
    classes[at] = first;
  }
  return classes;
}

function isAlike(
  recent: Int16Array,
  one: number,
  other: number,
  active: readonly number[],
): boolean {
  return active.every((moment) => {
    const slot = moment % ECHO_REACH;
    return recent[one * ECHO_REACH + slot] === recent[other * ECHO_REACH + slot];
  });
}

/** Only what will be asked for needs to be known on. */
function copyRecent(before: Front, after: Front, index: number, active: readonly number[]): void {
  for (let at = 0; at < after.size; at++) {
    const from = after.parent[at]! * ECHO_REACH;
    const to = at * ECHO_REACH;
    for (const moment of active) {
      const slot = moment % ECHO_REACH;
      after.recent[to + slot] = before.recent[from + slot]!;
    }
    after.recent[to + (index % ECHO_REACH)] = after.hand[at]!;
  }
}
