import {
  alternativesFor,
  lineRequest,
  type HandTable,
  type LineRequest,
} from "@intonazione/core/placement";
import {
  HandTable as Table,
  judgementOf,
  profileById,
  withPlan,
} from "@intonazione/core/placement";
import { fret } from "@intonazione/core/neck";
import { eventsOf, notesOf } from "@intonazione/core/score";
import { keyOf, partFor } from "../../cli/src/batch/asked";
import { requestFor } from "../../cli/src/batch/place-batch";
import {
  askedIn,
  judged,
  readTaught,
  truthOf,
  MODES,
  type Mode,
  type Places,
  type TaughtPhrase,
} from "./teacher-places";
import { chartOf, planAlong, planOf, type LineChart } from "../../core/src/placement/plan-line";
import { bestRoute } from "../../core/src/placement/search";
import { ledgerOf } from "../../core/src/placement/ledger";
import { routePoints } from "../../core/src/placement/chart";
import { USUAL_WEIGHTS, type Weights } from "../../core/src/placement/weights";
void [
  alternativesFor,
  lineRequest,
  Table,
  judgementOf,
  profileById,
  fret,
  keyOf,
  partFor,
  routePoints,
  planAlong,
];

const [, , path, what = "eval", ...rest] = process.argv;
const phrases = readTaught(path!);
const kinds = new Map(phrases.map((p) => [p.id, p]));

export type W = Record<string, number>;

function tablesWith(weights: W) {
  return new Map<string, HandTable>() as Map<string, HandTable> & { weights?: W } & object;
  void weights;
}
void tablesWith;

function placesOf(chart: LineChart, hands: readonly number[], phrase: TaughtPhrase): Places {
  const plan = planAlong(chart, hands, { points: 0, bound: 0 });
  const bars = withPlan(chart.request.bars, plan, chart.request.scope);
  void phrase;
  return eventsOf(bars).map((e) =>
    notesOf(e).flatMap((n) =>
      n.kind === "pitched" && n.place ? [[n.place.string, n.place.fret] as [number, number]] : [],
    ),
  );
}

export function evaluate(
  weights: W,
  modes: readonly Mode[],
  only: (p: TaughtPhrase) => boolean = () => true,
) {
  const result: Record<string, Record<string, { right: number; whole: boolean }>> = {};
  const tables = new Map<string, HandTable>();
  for (const mode of modes) {
    const items = askedIn(mode, phrases);
    const own: Record<string, { right: number; whole: boolean }> = (result[mode] = {});
    for (const item of items) {
      if (item.places) continue;
      const phrase = kinds.get(item.id)!;
      if (!only(phrase)) continue;
      const { request, table } = requestFor(item, items, tables, weights as Weights);
      const plans = alternativesFor(request, table, mode === "of three" ? 3 : 1);
      let best = { right: -1, whole: false };
      for (const plan of plans) {
        const bars = withPlan(request.bars, plan, request.scope);
        const got = eventsOf(bars).map((e) =>
          notesOf(e).flatMap((n) =>
            n.kind === "pitched" && n.place
              ? [[n.place.string, n.place.fret] as [number, number]]
              : [],
          ),
        );
        const j = judged(phrase, got);
        if (j.right > best.right || j.whole) best = j;
      }
      own[phrase.id] = best;
    }
  }
  return result;
}

export function total(rows: Record<string, { right: number; whole: boolean }>) {
  let notes = 0,
    right = 0,
    n = 0,
    whole = 0;
  for (const [id, r] of Object.entries(rows)) {
    notes += truthOf(kinds.get(id)!).flat().length;
    right += r.right;
    n++;
    whole += r.whole ? 1 : 0;
  }
  return `${((100 * right) / notes).toFixed(1)}/${((100 * whole) / n).toFixed(1)}`;
}

interface Case {
  phrase: TaughtPhrase;
  request: LineRequest;
  truth: LineRequest;
  key: string;
  part: Parameters<typeof judgementOf>[0];
  k: ReturnType<typeof keyOf>;
}

/** Structured learning: the ledger's terms are the features. */
export function fit(
  train: readonly Case[],
  start: W,
  {
    rounds = 25,
    rate = 0.05,
    hold = 0.05,
    loss = 0.3,
    free = Object.keys(start),
  }: {
    rounds?: number;
    rate?: number;
    hold?: number;
    loss?: number;
    free?: readonly string[];
  } = {},
): W {
  let w = { ...start };
  const sum: W = Object.fromEntries(free.map((t) => [t, 0]));
  let count = 0;
  for (let round = 0; round < rounds; round++) {
    const tables = new Map<string, HandTable>();
    const grad: W = Object.fromEntries(free.map((t) => [t, 0]));
    let objective = 0;
    for (const { phrase, request, truth, key, part, k } of train) {
      let table = tables.get(key);
      if (!table)
        tables.set(
          key,
          (table = new Table({ ...judgementOf(part, k), weights: w as unknown as Weights })),
        );
      const right = planOf(chartOf(truth, table));
      const chart = chartOf(request, table);
      const truthPlaces = truthOf(phrase).flat();
      const n = truthPlaces.length;
      const codes = new Map<string, string>();
      let id = 0;
      for (const [e, event] of truthOf(phrase).entries())
        for (const [o, [s, f]] of event.entries()) {
          codes.set(`${e}.${o}`, `${s}:${f}`);
          id++;
        }
      void id;
      const extra = chart.columns.map(({ hands }, m) =>
        hands.map((hand, h) => {
          let wrong = 0;
          for (const [i, hold] of hand.grip.holds.entries()) {
            const one = chart.notes[m]![i]!;
            if (one.isHeld || hold.fret === undefined) continue;
            if (codes.get(one.note.id) !== `${hold.string}:${hold.fret}`) wrong++;
          }
          return (chart.extra[m]?.[h] ?? 0) - Math.round(1000 * loss * wrong);
        }),
      );
      const { hands, points } = bestRoute({ ...chart, extra });
      const gotPlan = planAlong(chart, hands, { points, bound: 0 });
      const rightPoints = right.points;
      const violation = (rightPoints - points) / 1000;
      objective += Math.max(0, violation) / Math.sqrt(n);
      if (violation <= 1e-9) continue;
      const scale = 1 / Math.sqrt(n);
      const add = (plan: typeof right, sign: number, req: LineRequest) => {
        for (const { term, points: p } of ledgerOf(plan, req, table!.judgement)) {
          if (!(term in grad)) continue;
          grad[term]! += (sign * scale * p) / 1000 / (w[term] || 1e-9);
        }
      };
      add(right, 1, truth);
      add(gotPlan, -1, request);
    }
    const step = rate / Math.sqrt(1 + round / 5);
    for (const t of free) {
      const g =
        grad[t]! / train.length + (hold * (w[t]! - start[t]!)) / Math.max(0.1, Math.abs(start[t]!));
      w = { ...w, [t]: w[t]! - step * g * Math.max(0.3, Math.abs(start[t]!)) };
      // Keep signs: what is a cost stays one.
      if (start[t]! > 0 && w[t]! < 0.001) w[t] = 0.001;
      if (start[t]! < 0 && w[t]! > -0.001) w[t] = -0.001;
    }
    if (round >= rounds / 2) {
      for (const t of free) sum[t]! += w[t]!;
      count++;
    }
    if (process.env["TELL"])
      process.stderr.write(`round ${round} ${(objective / train.length).toFixed(4)}\n`);
  }
  return { ...w, ...Object.fromEntries(free.map((t) => [t, sum[t]! / count])) };
}

export function casesOf(): readonly Case[] {
  const items = askedIn("none", phrases);
  return items.map((item, i): Case => {
    const phrase = phrases[i]!;
    const part = partFor(item);
    const k = keyOf(item);
    const { request } = requestFor(item, items, new Map(), undefined);
    const places = truthOf(phrase).map((ev) => ev.map(([s, f]): [number, number] => [s, f]));
    const fixed = { ...item, places };
    const { request: truth } = requestFor(fixed, items, new Map(), undefined);
    return {
      phrase,
      request,
      truth,
      part,
      k,
      key: [item.strings, item.capo, item.instrument, item.key].join(),
    };
  });
}

const changes = (text: string): W =>
  text
    ? Object.fromEntries(
        text.split(",").map((p) => {
          const [t, v] = p.split("=");
          return [
            t!,
            v!.startsWith("x") ? (USUAL_WEIGHTS as W)[t!]! * Number(v!.slice(1)) : Number(v),
          ];
        }),
      )
    : {};

if (what === "eval") {
  const w = { ...(USUAL_WEIGHTS as W), ...changes(rest[0] ?? "") };
  const modes = (rest[1]?.split(",") ?? ["none", "of three"]) as Mode[];
  const r = evaluate(w, modes);
  for (const mode of modes) console.log(mode, total(r[mode]!));
  if (rest[2] === "each")
    for (const m of modes)
      for (const [id, x] of Object.entries(r[m]!))
        console.log(m, id, x.right, truthOf(kinds.get(id)!).flat().length, x.whole ? "whole" : "");
  if (rest[2] === "kinds") {
    for (const kind of [...new Set(phrases.map((p) => p.kind))].sort()) {
      console.log(
        kind.padEnd(18),
        modes
          .map((m) =>
            total(
              Object.fromEntries(
                Object.entries(r[m]!).filter(([id]) => kinds.get(id)!.kind === kind),
              ),
            ).padStart(12),
          )
          .join(""),
      );
    }
  }
}
if (what === "show") {
  const w = { ...(USUAL_WEIGHTS as W), ...changes(rest[0] ?? "") };
  const mode = rest[1] as Mode;
  const items = askedIn(mode, phrases);
  const tables = new Map<string, HandTable>();
  for (const item of items) {
    if (item.places) continue;
    const phrase = kinds.get(item.id)!;
    if (rest[2] && !item.id.includes(rest[2]) && phrase.kind !== rest[2]) continue;
    const { request, table } = requestFor(item, items, tables, w as unknown as Weights);
    const plans = alternativesFor(request, table, mode === "of three" ? 3 : 1);
    const texts = plans.map((plan) =>
      eventsOf(withPlan(request.bars, plan, request.scope)).map((e) =>
        notesOf(e).flatMap((n) =>
          n.kind === "pitched" && n.place
            ? [[n.place.string, n.place.fret] as [number, number]]
            : [],
        ),
      ),
    );
    if (judged(phrase, texts[0]!).whole && !rest[2]) continue;
    const show = (pl: Places) =>
      pl.map((e) => e.map((x) => x.join(":")).join("+") || "-").join(" ");
    console.log(
      `\n${phrase.id} (${phrase.kind}) ${item.around ?? ""} ${judged(phrase, texts[0]!).right}/${truthOf(phrase).flat().length}\n  chosen ${show(truthOf(phrase))}`,
    );
    for (const t of texts) console.log("  got    " + show(t));
    const places = truthOf(phrase).map((ev) => ev.map(([s, f]): [number, number] => [s, f]));
    const fixed = requestFor({ ...item, places }, items, tables, w as unknown as Weights).request;
    const right = planOf(chartOf(fixed, table));
    const sumOf = (plan: typeof right) => {
      const m = new Map<string, number>();
      for (const { term, points } of ledgerOf(plan, request, table.judgement))
        m.set(term, (m.get(term) ?? 0) + points);
      return m;
    };
    const a = sumOf(right),
      b = sumOf(plans[0]!);
    const diff = [...new Set([...a.keys(), ...b.keys()])]
      .map((t) => [t, ((a.get(t) ?? 0) - (b.get(t) ?? 0)) / 1000] as const)
      .filter(([, d]) => Math.abs(d) > 0.05)
      .sort((x, y) => y[1] - x[1]);
    console.log(
      `  chosen costs ${((right.points - plans[0]!.points) / 1000).toFixed(2)} more: ` +
        diff.map(([t, d]) => `${t} ${d.toFixed(2)}`).join(", "),
    );
  }
}
if (what === "fit") {
  const start = { ...(USUAL_WEIGHTS as W), ...changes(rest[0] ?? "") };
  const opts = JSON.parse(rest[1] ?? "{}") as object;
  const folds = Number(rest[2] ?? 0);
  const cases = casesOf();
  const songs = [...new Set(phrases.map((p) => p.song))];
  if (folds === 0) {
    const w = fit(cases, start, opts);
    for (const t of Object.keys(start))
      if (Math.abs(w[t]! - start[t]!) > 0.005)
        console.log(t.padEnd(18), start[t]!.toFixed(3), w[t]!.toFixed(3));
    const r = evaluate(
      w,
      MODES.filter((m) => m !== "song"),
    );
    for (const mode of Object.keys(r)) console.log(mode, "fitted", total(r[mode]!));
    console.log(JSON.stringify(w));
  } else {
    const rows: Record<string, { right: number; whole: boolean }>[] = [{}, {}];
    for (let f = 0; f < folds; f++) {
      const out = new Set(songs.filter((_, i) => i % folds === f));
      const w = fit(
        cases.filter(({ phrase }) => !out.has(phrase.song)),
        start,
        opts,
      );
      const r = evaluate(w, ["none", "of three"], (p) => out.has(p.song));
      Object.assign(rows[0]!, r["none"]);
      Object.assign(rows[1]!, r["of three"]);
    }
    console.log("held out: none", total(rows[0]!), "of three", total(rows[1]!));
  }
}
export { fit as fitWeights };
