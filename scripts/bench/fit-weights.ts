import {
  bestRoute,
  chartOf,
  HandTable,
  judgementOf,
  ledgerOf,
  planAlong,
  planOf,
  POINTS,
  type LineRequest,
  type Plan,
  type Weights,
} from "@intonazione/core/placement";
import { partFor, keyOf, type AskedPhrase } from "../../cli/src/batch/asked";
import { idOf } from "../../cli/src/batch/bars-of-events";
import { requestFor } from "../../cli/src/batch/place-batch";
import { bareOf, truthOf, type TaughtPhrase } from "./teacher-places";

type Numbers = Record<string, number>;

export interface FitOptions {
  readonly rounds: number;
  readonly rate: number;
  /** How dearly a weight leaves what it was. */
  readonly hold: number;
  /** By how much, in units of the weights, the teacher's places shall be cheaper for each note that differs. */
  readonly margin: number;
}

export const USUAL_FIT: FitOptions = { rounds: 30, rate: 0.8, hold: 0.2, margin: 0.3 };

interface Case {
  readonly item: AskedPhrase;
  readonly free: LineRequest;
  readonly taught: LineRequest;
  /** By note id: where the teacher has it. */
  readonly places: ReadonlyMap<string, string>;
}

function caseOf(phrase: TaughtPhrase): Case {
  const item = bareOf(phrase);
  const truth = truthOf(phrase);
  const fixed = {
    ...item,
    places: truth.map((event) => event.map(([s, f]): [number, number] => [s, f])),
  };
  return {
    item,
    free: requestFor(item, [item], new Map()).request,
    taught: requestFor(fixed, [fixed], new Map()).request,
    places: new Map(
      truth.flatMap((event, at) => event.map(([s, f], note) => [idOf(at, note), `${s}:${f}`])),
    ),
  };
}

/**
 * Weights under which the places of teachers are the cheapest, as far as the terms of the ledger can
 * tell: the structured hinge loss by subgradients, held near the weights it starts from (Taskar,
 * Guestrin and Koller 2003, max-margin Markov networks).
 */
export function fitWeights(
  phrases: readonly TaughtPhrase[],
  start: Weights,
  { rounds, rate, hold, margin }: FitOptions = USUAL_FIT,
): Weights {
  const cases = phrases.map(caseOf);
  const from = start as unknown as Numbers;
  let weights: Numbers = { ...from };
  const sum: Numbers = Object.fromEntries(Object.keys(from).map((term) => [term, 0]));
  let summed = 0;
  for (let round = 0; round < rounds; round++) {
    const tables = new Map<string, HandTable>();
    const slope: Numbers = Object.fromEntries(Object.keys(from).map((term) => [term, 0]));
    for (const one of cases) addSlope(slope, one, tableFor(one, weights, tables), weights, margin);
    const step = rate / Math.sqrt(1 + round / 5);
    for (const [term, was] of Object.entries(from)) {
      const size = Math.max(0.1, Math.abs(was));
      const pull = slope[term]! / cases.length + (hold * (weights[term]! - was)) / size;
      const next = weights[term]! - step * pull * Math.max(0.3, Math.abs(was));
      // What is a cost stays one.
      weights = { ...weights, [term]: was > 0 ? Math.max(0.001, next) : Math.min(-0.001, next) };
    }
    if (round < rounds / 2) continue;
    summed++;
    for (const term of Object.keys(sum)) sum[term]! += weights[term]!;
  }
  const mean = Object.fromEntries(Object.entries(sum).map(([term, all]) => [term, all / summed]));
  return mean as unknown as Weights;
}

function tableFor({ item }: Case, weights: Numbers, tables: Map<string, HandTable>): HandTable {
  const key = [item.strings, item.capo, item.instrument, item.key].join();
  let table = tables.get(key);
  if (!table) {
    const judgement = judgementOf(partFor(item), keyOf(item));
    table = new HandTable({ ...judgement, weights: weights as unknown as Weights });
    tables.set(key, table);
  }
  return table;
}

/** Adds how the loss of one phrase changes with each weight. */
function addSlope(
  slope: Numbers,
  { free, taught, places }: Case,
  table: HandTable,
  weights: Numbers,
  margin: number,
): void {
  const right = planOf(chartOf(taught, table));
  const chart = chartOf(free, table);
  const extra = chart.columns.map(({ hands }, moment) =>
    hands.map(({ grip }, hand) => {
      const wrong = grip.holds.filter((hold, index) => {
        const { note, isHeld } = chart.notes[moment]![index]!;
        const is = `${hold.string}:${hold.fret}`;
        return !isHeld && hold.fret !== undefined && places.get(note.id) !== is;
      });
      const own = chart.extra[moment]?.[hand] ?? 0;
      return own - Math.round(POINTS * margin * wrong.length);
    }),
  );
  const rival = bestRoute({ ...chart, extra });
  if (right.points <= rival.points) return;
  const scale = 1 / Math.sqrt(places.size);
  const add = (plan: Plan, request: LineRequest, sign: number) => {
    for (const { term, points } of ledgerOf(plan, request, table.judgement)) {
      if (term in slope) slope[term]! += (sign * scale * points) / POINTS / weights[term]!;
    }
  };
  add(right, taught, 1);
  add(planAlong(chart, rival.hands, { points: 0, bound: 0 }), free, -1);
}
