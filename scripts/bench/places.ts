import {
  alternativesFor,
  ledgerOf,
  planLine,
  USUAL_WEIGHTS,
  withPlan,
  type HandTable,
  type Plan,
  type Weights,
} from "@intonazione/core/placement";
import type { AskedPhrase } from "../../cli/src/batch/asked";
import { placesIn, requestFor } from "../../cli/src/batch/place-batch";
import { fitWeights, USUAL_FIT } from "./fit-weights";
import {
  askedIn,
  judged,
  MODES,
  readTaught,
  truthOf,
  type Judged,
  type Mode,
  type Places,
  type TaughtPhrase,
} from "./teacher-places";

/**
 * How often placement agrees with a teacher, for a set of phrases with the places that one chose:
 *
 *     places SET.json                    notes right / phrases wholly right, by kind
 *     places SET.json misses MODE        what lies elsewhere, and by which terms of the ledger
 *     places SET.json fit [FOLDS]        weights fitted to it, and what songs left out in turn make of them
 */

const [, , path, what = "figures", choice] = process.argv;
if (path === undefined) throw new Error("expected the set: places SET.json [figures|misses|fit]");
const phrases = readTaught(path);
const byId = new Map(phrases.map((phrase) => [phrase.id, phrase]));
const say = (line: string) => process.stdout.write(`${line}\n`);

interface Answer {
  readonly item: AskedPhrase;
  readonly phrase: TaughtPhrase;
  readonly plans: readonly Plan[];
  readonly ways: readonly Places[];
  readonly table: HandTable;
  readonly best: Judged;
}

function answersIn(mode: Mode, weights: Weights): readonly Answer[] {
  const items = askedIn(mode, phrases);
  const tables = new Map<string, HandTable>();
  return items.flatMap((item): Answer[] => {
    if (item.places) return [];
    const phrase = byId.get(item.id)!;
    const { request, table } = requestFor(item, items, tables, weights);
    const plans = alternativesFor(request, table, mode === "of three" ? 3 : 1);
    const ways = plans.map((plan) => placesIn(withPlan(request.bars, plan, request.scope)));
    const all = ways.map((way) => judged(phrase, way));
    const best = all.find(({ whole }) => whole) ?? all.toSorted((a, b) => b.right - a.right)[0]!;
    return [{ item, phrase, plans, ways, table, best }];
  });
}

function share(answers: readonly Pick<Answer, "phrase" | "best">[]): string {
  const notes = answers.reduce((sum, { phrase }) => sum + truthOf(phrase).flat().length, 0);
  const right = answers.reduce((sum, { best }) => sum + best.right, 0);
  const whole = answers.filter(({ best }) => best.whole).length;
  return `${((100 * right) / notes).toFixed(1)}/${((100 * whole) / answers.length).toFixed(1)}`;
}

const row = (name: string, cells: readonly string[]) =>
  say(name.padEnd(18) + cells.map((cell) => cell.padStart(13)).join(""));

function figures(): void {
  const all = MODES.map((mode) => answersIn(mode, USUAL_WEIGHTS));
  row("kind", MODES);
  for (const kind of [...new Set(phrases.map((phrase) => phrase.kind))].sort()) {
    const cells = all.map((answers) => share(answers.filter(({ phrase }) => phrase.kind === kind)));
    row(kind, cells);
  }
  row("all", all.map(share));
}

function misses(mode: Mode): void {
  for (const { item, phrase, plans, ways, table, best } of answersIn(mode, USUAL_WEIGHTS)) {
    if (best.whole) continue;
    const places = truthOf(phrase).map((event) => event.map(([s, f]): [number, number] => [s, f]));
    const others = askedIn(mode, phrases).filter(({ id }) => id !== item.id);
    const { request } = requestFor({ ...item, places }, [...others, item], new Map());
    const taught = planLine(request, table);
    const cost = (plan: Plan, term: string) =>
      ledgerOf(plan, request, table.judgement)
        .filter((entry) => entry.term === term)
        .reduce((sum, { points }) => sum + points / 1000, 0);
    const terms = [...Object.keys(USUAL_WEIGHTS), "awayFromHint"]
      .map((term) => [term, cost(taught, term) - cost(plans[0]!, term)] as const)
      .filter(([, more]) => Math.abs(more) > 0.05)
      .sort((a, b) => b[1] - a[1]);
    const told = (way: Places) =>
      way.map((event) => event.map((place) => place.join(":")).join("+") || "-").join(" ");
    say(`\n${phrase.id} (${phrase.kind}): ${best.right} of ${places.flat().length}`);
    say(`  chosen ${told(truthOf(phrase))}`);
    for (const way of ways) say(`  got    ${told(way)}`);
    say(
      `  chosen costs more by ${terms.map(([term, more]) => `${term} ${more.toFixed(2)}`).join(", ")}`,
    );
  }
}

function fit(folds: number): void {
  const fitted = fitWeights(phrases, USUAL_WEIGHTS, USUAL_FIT);
  for (const [term, weight] of Object.entries(fitted)) {
    const was = USUAL_WEIGHTS[term as keyof Weights];
    if (Math.abs(weight - was) > 0.005) row(term, [was.toFixed(3), weight.toFixed(3)]);
  }
  const songs = [...new Set(phrases.map(({ song }) => song))];
  const heldOut = Array.from({ length: folds }, (_, fold) => {
    const out = new Set(songs.filter((_song, index) => index % folds === fold));
    const without = phrases.filter(({ song }) => !out.has(song));
    const weights = fitWeights(without, USUAL_WEIGHTS, USUAL_FIT);
    return (["none", "of three"] as const).map((mode) =>
      answersIn(mode, weights).filter(({ phrase }) => out.has(phrase.song)),
    );
  });
  row("", ["none", "of three"]);
  row("as they are", [
    share(answersIn("none", USUAL_WEIGHTS)),
    share(answersIn("of three", USUAL_WEIGHTS)),
  ]);
  row("fitted", [share(answersIn("none", fitted)), share(answersIn("of three", fitted))]);
  row("songs left out", [
    share(heldOut.flatMap(([none]) => none!)),
    share(heldOut.flatMap(([, three]) => three!)),
  ]);
}

if (what === "figures") figures();
else if (what === "misses") misses(MODES.find((mode) => mode === choice) ?? "none");
else if (what === "fit") fit(Number(choice ?? 6));
else throw new Error(`expected figures, misses or fit, got ${what}`);
