import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { midiOf } from "../pitch/pitch";
import type { Bar } from "../score/bar";
import type { LinkKind } from "../score/technique";
import { addUp, holdTerms } from "./cost-model";
import { moveTerms } from "./move-terms";
import { passing } from "./passing";
import type { Hand } from "./grip";
import { chartOf, planLine, type LineChart } from "./plan-line";
import { ledgerOf, totalOf } from "./ledger";
import { anyPart, asked, partOn, soundingBar, tableOn } from "./placement.test-kit";
import { PROFILES } from "./profiles";

/** Short lines of few pitches, so that pitches, motifs and pedals come again. */
const anyShortLine = anyPart.chain((part) => {
  const lowest = Math.min(...part.instrument.tuning.map((open) => midiOf(open)));
  const pitch = fc.nat({ max: 16 }).map((above) => lowest + part.capo.fret + above);
  const link = fc.constantFrom<LinkKind | undefined>(
    undefined,
    undefined,
    undefined,
    "hammer-on",
    "slide",
    "tie",
  );
  const moment = fc.record({ first: pitch, second: fc.option(pitch, { freq: 3 }), link });
  return fc
    .array(moment, { minLength: 1, maxLength: 4 })
    .map((moments) => ({ part, bars: [barOf(moments)] }));
});

/** A motif, the same a step or more higher, and again: on a neck with few places for each pitch. */
const anyLineOfMotifs = fc
  .record({
    motif: fc.array(fc.constantFrom(0, 2, 3, 5, 7), { minLength: 3, maxLength: 4 }),
    lifts: fc.array(fc.constantFrom(0, 0, 2, 5), { minLength: 2, maxLength: 2 }),
    pedal: fc.boolean(),
  })
  .map(({ motif, lifts, pedal }) => {
    const bass = partOn("bass-standard");
    const part = { ...bass, instrument: { ...bass.instrument, frets: 6 } };
    const heights = [0, ...lifts].flatMap((lift) => motif.map((step) => 33 + lift + step));
    const line = pedal ? heights.slice(0, 5).flatMap((height) => [height, 28]) : heights;
    const moments = line.slice(0, 9).map((first) => ({ first, second: null, link: undefined }));
    return { part, bars: [barOf(moments)] };
  });

interface Said {
  readonly first: number;
  readonly second: number | null;
  readonly link: LinkKind | undefined;
}

function barOf(moments: readonly Said[]): Bar {
  return soundingBar(
    moments.map(({ first, second, link }) => ({
      heights: second === null || second === first ? [first] : [first, second],
      link,
    })),
  );
}

/** The least that any row of hands costs, found by trying all of them. */
function exhaustive(chart: LineChart): number {
  const { columns, moments, table } = chart;
  const { weights } = table.judgement;
  let least = Number.POSITIVE_INFINITY;
  const row: Hand[] = [];
  const extend = (index: number, points: number) => {
    if (index === columns.length) {
      least = Math.min(
        least,
        points +
          echoed(
            row,
            moments.map(({ notes }) => notes),
            weights,
          ),
      );
      return;
    }
    for (const hand of columns[index]!.hands) {
      const before = row.at(-1);
      if (before && !hand.grip.fretted && hand.indexFret !== before.indexFret) continue;
      const own = addUp((sink) => holdTerms(hand, moments[index]!, table.judgement, sink));
      const between = before
        ? addUp((sink) =>
            moveTerms(
              before,
              hand,
              passing(moments[index - 1]!, moments[index]!),
              table.judgement,
              sink,
            ),
          )
        : 0;
      // Echoes only add, and what holding gives back at most is known.
      if (points + own + between - MOST_GIVEN_BACK * (columns.length - index) > least) continue;
      row.push(hand);
      extend(index + 1, points + own + between);
      row.pop();
    }
  };
  extend(0, 0);
  return least;
}

/** No moment is cheaper than this below nothing, in any profile. */
const MOST_GIVEN_BACK = 6000;

type Weights = LineChart["weights"];

/** The echoes' costs, worked out anew from their description in docs/placement.md. */
function echoed(
  hands: readonly Hand[],
  notes: LineChart["moments"][number]["notes"][],
  weights: Weights,
): number {
  const place = (at: number) => hands[at]!.grip.holds.map((h) => `${h.string}:${h.fret}`).join("+");
  const pitches = notes.map((all) => all.map((n) => (n.kind === "dead" ? "x" : n.midi)));
  const sound = pitches.map((all) => all.join("+"));
  const points = (weight: number) => Math.round(1000 * weight);
  let sum = 0;
  for (let at = 0; at < hands.length; at++) {
    const last = sound.lastIndexOf(sound[at]!, at - 1);
    if (at > 0 && last >= 0 && place(last) !== place(at)) sum += points(weights.pitchElsewhere);
    const likeBefore = (back: number, length: number) => {
      if (at - length + 1 - back < 0) return undefined;
      const lifts = new Set<number>();
      for (let k = at - length + 1; k <= at; k++) {
        const own = pitches[k]!;
        const other = pitches[k - back]!;
        if (own.length !== other.length || gapOf(k) !== gapOf(k - back)) return undefined;
        own.forEach((p, i) => lifts.add(Number(p) - Number(other[i])));
      }
      return lifts.size === 1 ? [...lifts][0] : undefined;
    };
    const gapOf = (k: number) => (k === 0 ? "first" : "later");
    const backs = Array.from({ length: at }, (_, k) => k + 1);
    const repeat = backs.find((back) => back >= 4 && likeBefore(back, 4) === 0);
    if (repeat && place(at - repeat) !== place(at)) sum += points(weights.repeatMoved);
    const motif = backs.find((back) => back >= 4 && (likeBefore(back, 4) ?? 0) !== 0);
    const isMelodic = [0, 1, 2, 3].map((k) => at - k).every((k) => pitches[k]?.length === 1);
    if (motif && isMelodic) {
      const steps = [0, 1, 2, 3].map((k) => {
        const [own, other] = [hands[at - k]!, hands[at - motif - k]!].map((h) => h.grip.holds[0]!);
        return `${own!.string - other!.string} ${Number(own!.fret) - Number(other!.fret)}`;
      });
      const lift = Math.abs(Number(pitches[at]![0]) - Number(pitches[at - motif]![0]));
      const leavesItsStrings = lift <= 3 && !steps[0]!.startsWith("0 ");
      if (new Set(steps).size > 1 || leavesItsStrings) sum += points(weights.motifReshaped);
    }
    sum += pedalCost(at, hands, notes, points(weights.pedal));
    sum += chordCost(at, hands, notes, points(weights.chordLetGo));
    // A chord at another pitch, with something in between: as it lay.
    const shape = (k: number) => pitches[k]!.map((p) => Number(p) - Number(pitches[k]![0])).join();
    const sameShape = backs.find(
      (back) => pitches[at]!.length > 1 && shape(at - back) === shape(at),
    );
    if (sameShape && sameShape > 1 && sound[at - sameShape] !== sound[at]) {
      const [own, other] = [hands[at]!.grip.holds, hands[at - sameShape]!.grip.holds];
      const frets = own.map((hold, k) => Number(hold.fret) - Number(other[k]!.fret));
      const isMoved = own.some((hold, k) => hold.string !== other[k]!.string);
      if (isMoved || new Set(frets).size > 1) sum += points(weights.shapeElsewhere);
    }
  }
  return sum;
}

function pedalCost(
  at: number,
  hands: readonly Hand[],
  notes: LineChart["moments"][number]["notes"][],
  points: number,
): number {
  const pitches = notes.map((all) => all.map((n) => (n.kind === "dead" ? "x" : n.midi)));
  // What a pedal is, is for `pedalsIn` and the lowest string to say.
  const isNamed = (k: number) => {
    const [note] = notes[k] ?? [];
    return note?.kind === "pitched" && (note.isLowest || note.isPedal) && notes[k]!.length === 1;
  };
  const isLow = (k: number) =>
    isNamed(k) &&
    pitches.filter((p, other) => isNamed(other) && p[0] === pitches[k]![0]).length > 1;
  if (pitches[at]!.length !== 1 || isLow(at)) return 0;
  let before = at - 1;
  while (before >= 0 && at - before < 4 && isLow(before)) before--;
  if (before < 0 || before === at - 1 || isLow(before) || pitches[before]!.length !== 1) return 0;
  if (Math.abs(Number(pitches[before]![0]) - Number(pitches[at]![0])) > 4) return 0;
  const between = hands.slice(before + 1, at);
  if (between.some((hand) => hand.grip.holds[0]!.fret !== 0)) return 0;
  const [one, other] = [hands[before]!, hands[at]!].map((hand) => hand.grip.holds[0]!);
  return one!.string === other!.string || one!.fret === 0 || other!.fret === 0 ? 0 : points;
}

/** Each other note of a broken chord, where it stood last, has to be within reach on another string. */
function chordCost(
  at: number,
  hands: readonly Hand[],
  notes: LineChart["moments"][number]["notes"][],
  points: number,
): number {
  const own = single(notes[at]!);
  if (own?.chord === undefined) return 0;
  let sum = 0;
  const judged = new Set<number>([own.midi]);
  for (let k = at - 1; k >= 0 && single(notes[k]!)?.chord === own.chord; k--) {
    const { midi } = single(notes[k]!)!;
    if (judged.has(midi)) continue;
    judged.add(midi);
    const [one, other] = [hands[k]!, hands[at]!].map((hand) => hand.grip.holds[0]!);
    const isApart = one!.fret! > 0 && other!.fret! > 0 && Math.abs(one!.fret! - other!.fret!) > 4;
    if (one!.string === other!.string || isApart) sum += points;
  }
  return sum;
}

function single([note, ...more]: LineChart["moments"][number]["notes"]) {
  return note?.kind === "pitched" && more.length === 0 ? note : undefined;
}

const anyProfile = fc.constantFrom(...PROFILES.map(({ id }) => id));

describe("the search", () => {
  it.each([
    ["short lines, on any tuning and capo", anyShortLine, 150],
    ["motifs that come again, on a short neck", anyLineOfMotifs, 60],
  ])("finds what an exhaustive search finds, to the last digit: %s", (_, anyLine, numRuns) => {
    fc.assert(
      fc.property(anyLine, anyProfile, ({ part, bars }, profile) => {
        const table = tableOn(part, "A minor", profile);
        const chart = chartOf(asked(bars), table);
        const plan = planLine(asked(bars), table);
        const least = chart.columns.length === 0 ? 0 : exhaustive(chart);
        expect(plan.points).toBe(least);
        expect(plan.isProven).toBe(true);
      }),
      { numRuns },
    );
  });

  it("costs what its ledger says, term by term", () => {
    fc.assert(
      fc.property(anyShortLine, anyProfile, ({ part, bars }, profile) => {
        const table = tableOn(part, "C major", profile);
        const line = asked([...bars, ...bars], { wishes: { around: 5 } });
        const plan = planLine(line, table);
        expect(totalOf(ledgerOf(plan, line, table.judgement))).toBe(plan.points);
      }),
      { numRuns: 100 },
    );
  });
});
