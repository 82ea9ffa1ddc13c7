import { addUp, holdTerms, type Judgement } from "./cost-model";
import { handsFor, widestGripMm } from "./fingering";
import { fromNutOf, gripOf, gripsOf, placeCode, type Grip, type Hand } from "./grip";
import type { HandTask, PlacingNote } from "./hand-task";
import { keepTerms, OPEN_CHORDS_TO } from "./keep-terms";
import { AT_THE_NUT, shiftTerms, stringTerms, UP_THE_NECK } from "./move-terms";
import { hasKeepTerms, haste, passing, type Passing } from "./passing";
import { barHandsFor, isBarred } from "./slide-bar";
import type { Sink } from "./terms";

/** Every hand that can hold one moment, and what each costs by itself. */
export interface Column {
  readonly id: number;
  readonly hands: readonly Hand[];
  /** Points, by hand. */
  readonly own: readonly number[];
  /** Every fret that the first finger may lie on. */
  readonly indexFrets: readonly (number | undefined)[];
  /** By hand and note: one number a place. */
  readonly codes: readonly (readonly number[])[];
  readonly shiftKinds: Kinds;
  readonly stringKinds: Kinds;
  readonly gripKinds: Kinds;
}

/** Points from each hand of one column to each of the next: row after row. */
export type Steps = Float64Array;

const MOST_REMEMBERED = 20_000;

/**
 * Works out hands and costs, and remembers them: a riff asks for the same few moments again and
 * again. Everything in it follows from the judgement it was made with.
 */
export class HandTable {
  private readonly columns = new Map<string, Column>();
  private readonly steps = new Map<number, Steps>();
  private count = 0;

  constructor(readonly judgement: Judgement) {}

  /**
   * The hands for a moment.
   * @param staying Frets under the first finger where the hand may come from.
   * @returns a column without hands where none can hold it.
   */
  columnOf(moment: HandTask, staying: readonly (number | undefined)[]): Column {
    const key = momentKey(moment);
    const known = this.columns.get(key);
    if (known) return known;
    const carried = `${key} from ${staying.join()}`;
    const knownHere = this.columns.get(carried);
    if (knownHere) return knownHere;
    const hands = handsOf(moment.notes, this.judgement, staying);
    const column: Column = {
      id: this.count++,
      hands,
      own: hands.map((hand) => addUp((sink) => holdTerms(hand, moment, this.judgement, sink))),
      indexFrets: [...new Set(hands.map(({ indexFret }) => indexFret))],
      codes: hands.map(({ grip }) => grip.holds.map(placeCode)),
      shiftKinds: kindsBy(hands, shiftKey),
      stringKinds: kindsBy(hands, stringKey),
      gripKinds: kindsBy(hands, gripKey),
    };
    if (this.columns.size >= MOST_REMEMBERED) this.columns.clear();
    const leavesHandAlone = hands.some(({ grip }) => !grip.fretted);
    this.columns.set(leavesHandAlone ? carried : key, column);
    return column;
  }

  /**
   * What every step between two neighbouring moments costs; infinite where the hand would jump while
   * open strings sound.
   */
  stepsBetween(from: Column, to: Column, before: HandTask, after: HandTask): Steps {
    const hurry = haste(after.gapSeconds);
    const free = haste(after.gapSeconds + before.gapSeconds);
    const key = stepKey(from.id, to.id, hurry, free);
    const known = this.steps.get(key);
    if (known) return known;
    const steps = stepsOf(from, to, passing(before, after), this.judgement);
    if (this.steps.size >= MOST_REMEMBERED) this.steps.clear();
    this.steps.set(key, steps);
    return steps;
  }
}

const MOST_COLUMNS = 2 ** 21;
const MOST_TENTHS = 2 ** 5;

/** Haste comes in tenths, from 0.6 to 1.8. */
function stepKey(from: number, to: number, hurry: number, free: number): number {
  const ids = from * MOST_COLUMNS + to;
  return (ids * MOST_TENTHS + Math.round(10 * hurry)) * MOST_TENTHS + Math.round(10 * free);
}

/** Hands that a group of terms cannot tell apart are worked out once. */
interface Kinds {
  /** By hand: the number of its kind. */
  readonly of: readonly number[];
  /** One hand of each kind. */
  readonly examples: readonly Hand[];
}

function kindsBy(hands: readonly Hand[], key: (hand: Hand) => unknown): Kinds {
  const known = new Map<unknown, number>();
  const examples: Hand[] = [];
  const of = hands.map((hand) => {
    const own = key(hand);
    let kind = known.get(own);
    if (kind === undefined) {
      kind = examples.push(hand) - 1;
      known.set(own, kind);
    }
    return kind;
  });
  return { of, examples };
}

function shiftKey({ indexFret, grip, isBar, barFret }: Hand): unknown {
  if (isBar) return `${indexFret} ${barFret}`;
  return grip.fretted ? indexFret : -1 - (indexFret ?? NOWHERE);
}

/** Stands for a hand that has not been on the neck yet. */
const NOWHERE = 99;

/** Of a grip the first finger matters to what is kept only where it is near the nut, or not. */
function gripKey({ grip, indexFret }: Hand): unknown {
  return (indexFret ?? 0) >= OPEN_CHORDS_TO ? grip.holds : grip;
}

function stringKey({ grip, indexFret = 0 }: Hand): number {
  const [{ fret }] = grip.holds as [Hand["grip"]["holds"][number]];
  const kind = grip.holds.length > 1 ? 3 : fret === undefined ? 2 : fret === 0 ? 1 : 0;
  const height = indexFret >= UP_THE_NECK ? 2 : indexFret > AT_THE_NUT ? 1 : 0;
  return 12 * (100 * grip.thinnest + grip.thickest) + 3 * kind + height;
}

function stepsOf(from: Column, to: Column, between: Passing, by: Judgement): Steps {
  let sum = 0;
  const add: Sink = (_, points) => (sum += points);
  const shifts = crossTable(from.shiftKinds, to.shiftKinds, (a, b) => {
    if (!isCarried(a, b)) return Number.POSITIVE_INFINITY;
    sum = 0;
    shiftTerms(a, b, between, by, add);
    return sum;
  });
  const strings = crossTable(from.stringKinds, to.stringKinds, (a, b) => {
    sum = 0;
    stringTerms(a, b, by.weights, add);
    return sum;
  });
  const tables = [shifts, strings];
  if (hasKeepTerms(between)) {
    const keeps = crossTable(from.gripKinds, to.gripKinds, (a, b) => {
      sum = 0;
      keepTerms(a, b, between, by.weights, add);
      return sum;
    });
    tables.push(keeps);
  }
  const steps = new Float64Array(from.hands.length * to.hands.length);
  for (const { points, from: rows, to: columns, width } of tables) {
    let at = 0;
    for (let hand = 0; hand < rows.length; hand++) {
      const row = rows[hand]! * width;
      for (let next = 0; next < columns.length; next++) {
        steps[at++]! += points[row + columns[next]!]!;
      }
    }
  }
  return steps;
}

/** Points by kinds, row after row, and the kinds of the hands that they are for. */
interface CrossTable {
  readonly points: readonly number[];
  readonly from: readonly number[];
  readonly to: readonly number[];
  readonly width: number;
}

function crossTable(from: Kinds, to: Kinds, cost: (a: Hand, b: Hand) => number): CrossTable {
  const points: number[] = [];
  for (const a of from.examples) for (const b of to.examples) points.push(cost(a, b));
  return { points, from: from.of, to: to.of, width: to.examples.length };
}

/** While nothing is fretted the hand stays where it was. */
function isCarried(from: Hand, to: Hand): boolean {
  return to.grip.fretted !== undefined || to.indexFret === from.indexFret;
}

/** Equal for moments that have the same hands at the same costs; time apart. */
function momentKey({ notes }: HandTask): string {
  let key = "";
  for (const note of notes) {
    if (note.kind === "dead") {
      key += `x${note.string} `;
      continue;
    }
    const { midi, isNarrowed, places, bond, isBent, needsFret, isHarmonic, isLowest, isHeld } =
      note;
    key += midi;
    if (bond) key += `${bond.kind[0]}${bond.to}`;
    if (note.isBarred) key += `s${note.cents}`;
    if (isBent) key += "b";
    if (needsFret) key += "f";
    if (isHarmonic) key += "h";
    if (isLowest) key += "l";
    if (isHeld) key += "~";
    if (note.isFixed) key += "!";
    if (note.isPedal) key += "p";
    if (note.chord !== undefined) key += "c";
    if (isNarrowed || isHarmonic) {
      for (const { string, fret } of places) key += `@${string}:${fret}`;
    }
    key += " ";
  }
  return key;
}

/** Every hand that holds the notes. Where every place is fixed and no hand fits, the teacher is believed. */
function handsOf(
  notes: readonly PlacingNote[],
  { neck, player }: Pick<Judgement, "neck" | "player">,
  staying: readonly (number | undefined)[],
): readonly Hand[] {
  const hands = isBarred(notes)
    ? gripsOf(notes, neck).flatMap((grip) => barHandsFor(grip, notes, neck, staying))
    : gripsOf(notes, neck, widestGripMm(player)).flatMap((grip) =>
        handsFor(grip, neck, player, staying),
      );
  if (hands.length > 0) return hands;
  const isForced = notes.every((note) => note.kind === "dead" || note.isFixed);
  return isForced ? gripsOf(notes, neck).map(believed) : [];
}

/** A grip beyond any hand, with a finger a note as far as there are fingers. */
function believed(grip: Grip): Hand {
  const rows = grip.holds.map((hold, index) => ({ hold, index }));
  const pressed = rows.filter(({ hold }) => hold.fret !== undefined && hold.fret > 0);
  pressed.sort((a, b) => fromNutOf(a.hold) - fromNutOf(b.hold) || b.hold.string - a.hold.string);
  const fingers = grip.holds.map((): 0 | 1 | 2 | 3 | 4 => 0);
  for (const [order, { index }] of pressed.entries()) {
    fingers[index] = Math.min(4, order + 1) as 1 | 2 | 3 | 4;
  }
  return { grip, indexFret: gripOf(grip.holds).fretted?.lowest, fingers };
}
