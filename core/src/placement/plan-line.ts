import { fretFromNut, type Neck } from "../neck/neck";
import { midiOf, type Midi } from "../pitch/pitch";
import { eventsOf } from "../score/bar";
import { harmonicOf, notesOf, type PitchedNote } from "../score/event";
import type { Column, HandTable, Steps } from "./hand-table";
import {
  lineMoments,
  placingNotes,
  type Allow,
  type LineMoment,
  type LineNote,
} from "./line-moments";
import type { HandTask } from "./hand-task";
import type { Chart } from "./chart";
import { carriedInto, echoesWith, outsideCosts } from "./outside-costs";
import { bestRoute } from "./search";
import { reduceToPlayable, type WhyUnreachable } from "./unreachable";
import { BROKEN_RULE_POINTS } from "./weights";
import type { LineRequest, PlannedHand, Scope } from "./line-request";
import { allowedBy } from "./wishes";

/** One way through a line. */
export interface Plan {
  readonly moments: readonly PlannedHand[];
  /** By note id: what has no place, and why. */
  readonly unreachable: ReadonlyMap<string, WhyUnreachable>;
  /** Moments where a rule could not be kept: a slur across strings, a ringing note that is let go. */
  readonly broken: readonly LineMoment[];
  /** What it costs, in points. */
  readonly points: number;
  /** No plan costs less. */
  readonly bound: number;
  /** Whether that proves this one best: nothing is cheaper under these weights. */
  readonly isProven: boolean;
}

/** A line worked out as far as the search needs it. */
export interface LineChart extends Chart {
  readonly table: HandTable;
  readonly request: LineRequest;
  readonly at: readonly LineMoment[];
  readonly notes: readonly (readonly LineNote[])[];
  readonly moments: readonly HandTask[];
  readonly unreachable: ReadonlyMap<string, WhyUnreachable>;
}

/** The best plan for a line. Pinned notes stay where they are; pitches never change. */
export function planLine(request: LineRequest, table: HandTable): Plan {
  return planOf(chartOf(request, table));
}

export function planOf(chart: LineChart): Plan {
  const { hands, points, bound } = bestRoute(chart);
  return planAlong(chart, hands, { points, bound });
}

export function planAlong(
  chart: LineChart,
  hands: readonly number[],
  { points, bound }: { readonly points: number; readonly bound: number },
): Plan {
  const { at, notes, moments: sought, columns, unreachable } = chart;
  const moments = hands.map((hand, index): PlannedHand => ({
    at: at[index]!,
    notes: notes[index]!,
    moment: sought[index]!,
    hand: columns[index]!.hands[hand]!,
  }));
  const broken = at.filter((_, index) => isRuleBroken(chart, hands, index));
  return { moments, unreachable, broken, points, bound, isProven: points <= bound };
}

/** Nothing but a broken rule makes a step or a wish so dear. */
function isRuleBroken(
  { columns, steps, extra }: LineChart,
  hands: readonly number[],
  index: number,
): boolean {
  const hand = hands[index]!;
  const wished = extra[index]?.[hand] ?? 0;
  const step = steps[index];
  const width = columns[index]!.hands.length;
  const moved = step ? step[hands[index - 1]! * width + hand]! : 0;
  return Math.max(wished, moved) > BROKEN_RULE_POINTS / 2;
}

export function chartOf(request: LineRequest, table: HandTable): LineChart {
  const { neck, weights, withBar } = table.judgement;
  const allow = allowanceOf(request, neck);
  const { moments: all, pedals } = lineMoments(request.bars, neck, request.secondsPerWhole, allow);
  const lowest = lowestPitch(all);
  const pitches = { lowest, isBass: lowest === Math.min(...neck.openMidi), pedals };
  const unreachable = new Map<string, WhyUnreachable>();
  const at: LineMoment[] = [];
  const notes: (readonly LineNote[])[] = [];
  const moments: HandTask[] = [];
  const columns: Column[] = [];
  const steps: (Steps | undefined)[] = [];
  const last = request.after?.last;
  let staying: readonly (number | undefined)[] = [undefined];
  let lostGap = 0;
  for (const one of all) {
    const before = notes.at(-1) ?? last?.notes ?? [];
    const gapSeconds = one.gapSeconds + lostGap;
    const { kept, held, lost } = reduceToPlayable(one.notes, neck, (some) => {
      const moment = { notes: placingNotes(one, some, before, pitches, withBar), gapSeconds };
      const column = table.columnOf(moment, staying);
      return column.hands.length > 0 ? { moment, column } : undefined;
    });
    for (const [id, why] of lost) if (!isHeldOn(one, id)) unreachable.set(id, why);
    if (!held) {
      lostGap = gapSeconds;
      continue;
    }
    lostGap = 0;
    const { moment, column } = held;
    const previous = columns.at(-1);
    steps.push(previous && table.stepsBetween(previous, column, moments.at(-1)!, moment));
    at.push(one);
    notes.push(kept);
    moments.push(moment);
    columns.push(column);
    staying = column.indexFrets;
  }
  const here = carriedInto(moments, request);
  const echoes = echoesWith(moments, here);
  const extra = outsideCosts(request, table, at, moments, columns, here);
  return {
    table,
    request,
    at,
    notes,
    moments,
    columns,
    steps,
    extra,
    echoes,
    weights,
    unreachable,
  };
}

function isHeldOn({ notes }: LineMoment, id: string): boolean {
  return notes.some(({ note, isHeld }) => isHeld && note.id === id);
}

/** A note that is not ours to move keeps its place, even where two voices want the same string. */
export function isFixed(note: PitchedNote, scope: Scope): boolean {
  return note.place !== undefined && (note.pinned || scope === "unplaced");
}

function allowanceOf({ scope, wishes, bars, onlyBar }: LineRequest, neck: Neck): Allow {
  const wished = allowedBy(wishes, bars);
  const others = onlyBar === undefined ? [] : bars.filter((_, index) => index !== onlyBar);
  const staying = new Set(eventsOf(others).flatMap((event) => notesOf(event).map(({ id }) => id)));
  return (note, places) => {
    if (!note.place || !(isFixed(note, scope) || staying.has(note.id)))
      return { places: wished(note, places), isFixed: false };
    const { string, fret } = note.place;
    const isOnIt = fretFromNut(note.place, neck) <= neck.frets;
    return { places: isOnIt ? [{ string, fret }] : [], isFixed: true };
  };
}

function lowestPitch(moments: readonly LineMoment[]): Midi | undefined {
  let lowest: Midi | undefined;
  for (const { notes } of moments) {
    for (const { note } of notes) {
      if (note.kind === "dead" || harmonicOf(note)) continue;
      const midi = midiOf(note.pitch);
      if (lowest === undefined || midi < lowest) lowest = midi;
    }
  }
  return lowest;
}
