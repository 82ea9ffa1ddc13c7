import { alternativesFor, planLine, withPlan, type LineRequest } from "@intonazione/core/placement";
import { eventsOf, notesOf, withEvents, withNotes, type Bar } from "@intonazione/core/score";
import { PLAYED, WRITTEN } from "./study-cases";

/**
 * How often the placement puts notes where their writer put them: for lines written for this, and
 * for the demo songs. Prints the shares as JSON; with the argument "lines" every line that differs.
 */

const isTold = process.argv.includes("lines");

interface Agreement {
  readonly same: number;
  readonly all: number;
}

function placesOf(bars: readonly Bar[]): readonly string[] {
  return eventsOf(bars)
    .flatMap(notesOf)
    .map((note) =>
      note.kind === "dead" ? "" : note.place ? `${note.place.string}:${note.place.fret}` : "none",
    );
}

function agreement(bars: readonly Bar[], wanted: readonly string[]): Agreement {
  const got = placesOf(bars);
  const heard = wanted.flatMap((place, index) => (place === "" ? [] : [place === got[index]]));
  return { same: heard.filter(Boolean).length, all: heard.length };
}

const better = (a: Agreement, b: Agreement) => (b.same > a.same ? b : a);
/** The line with its first note that lies elsewhere put where its writer had it, and pinned. */
function withOneRight(bars: readonly Bar[], placed: readonly Bar[], written: readonly Bar[]) {
  const wanted = eventsOf(written).flatMap(notesOf);
  const got = placesOf(placed);
  const wrong = placesOf(written).findIndex((place, index) => place !== "" && place !== got[index]);
  const { id } = eventsOf(bars).flatMap(notesOf)[wrong] ?? {};
  const right = wanted[wrong];
  const place = right?.kind === "pitched" ? right.place : undefined;
  return bars.map((bar) =>
    withEvents(bar, (event) =>
      withNotes(event, (note) =>
        note.kind === "pitched" && note.id === id && place
          ? { ...note, place, pinned: true }
          : note,
      ),
    ),
  );
}

const totals = {
  first: [0, 0],
  ofThree: [0, 0],
  around: [0, 0],
  opening: [0, 0],
  oneRight: [0, 0],
};
const add = (kind: keyof typeof totals, { same, all }: Agreement) => {
  totals[kind][0]! += same;
  totals[kind][1]! += all;
};
let proven = 0;
const cases = [...WRITTEN, ...PLAYED];
for (const { name, bars, request, table } of cases) {
  const wanted = placesOf(bars);
  const agreementWith = (wishes: LineRequest["wishes"]) => {
    const plan = planLine({ ...request, wishes }, table);
    return { plan, ...agreement(withPlan(request.bars, plan, "unpinned"), wanted) };
  };
  const first = agreementWith({});
  if (first.plan.isProven) proven++;
  const plans = alternativesFor(request, table, 3);
  const all = plans.map((plan) => agreement(withPlan(request.bars, plan, "unpinned"), wanted));
  // One hint, as a teacher gives it who sees that the first answer is not it.
  const frets = wanted.flatMap((place) => {
    const fret = Number(place.split(":")[1]);
    return place !== "" && fret > 0 ? [fret] : [];
  });
  const around = Math.round(frets.reduce((sum, fret) => sum + fret, 0) / Math.max(1, frets.length));
  const [string, fret] = (wanted.find((place) => place !== "") ?? "1:0").split(":").map(Number);
  add("first", first);
  add("ofThree", all.reduce(better));
  add("around", better(first, agreementWith({ around })));
  const opening = { string: string!, fret: fret as never };
  add("opening", better(first, agreementWith({ first: opening })));
  const oneRight = withOneRight(request.bars, withPlan(request.bars, first.plan, "unpinned"), bars);
  const mended = planLine({ ...request, bars: oneRight }, table);
  add("oneRight", better(first, agreement(withPlan(oneRight, mended, "unpinned"), wanted)));
  if (isTold && first.same < first.all) {
    process.stderr.write(
      `${name}: ${first.same} of ${first.all}, of three ${all.reduce(better).same}\n`,
    );
  }
}
const shares = Object.fromEntries(
  Object.entries(totals).map(([kind, [same, all]]) => [
    kind,
    Math.round((1000 * same!) / all!) / 10,
  ]),
);
process.stdout.write(
  JSON.stringify({ lines: cases.length, notes: totals.first[1], ...shares, proven }),
);
