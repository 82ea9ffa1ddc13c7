import {
  addUp,
  haste,
  hasKeepTerms,
  holdTerms,
  keepTerms,
  passing,
  shiftTerms,
  stringTerms,
  UP_THE_NECK,
  type Judgement,
  type Passing,
} from "./cost-model";
import { handsFor } from "./fingering";
import { gripOf, gripsOf, placeCode, type Grip, type Hand } from "./grip";
import type { PlacingMoment, PlacingNote } from "./moment";
import { barHandsFor, isBarred } from "./slide-bar";
import type { Sink } from "./terms";

/** Every hand that can hold one moment, and what each costs by itself. */
export interface Column {
  readonly id: number;
  readonly hands: readonly Hand[];
  /** Points, by hand. */
  readonly own: readonly number[];
  /** By hand and note: one number a place. */
  readonly codes: readonly (readonly number[])[];
  readonly shiftKinds: Kinds;
  readonly stringKinds: Kinds;
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
  private readonly steps = new Map<string, Steps>();
  private count = 0;

  constructor(readonly judgement: Judgement) {}

  /**
   * The hands for a moment.
   * @param staying Frets under the first finger where the hand may come from.
   * @returns a column without hands where none can hold it.
   */
  columnOf(moment: PlacingMoment, staying: readonly (number | undefined)[]): Column {
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
      codes: hands.map(({ grip }) => grip.holds.map(placeCode)),
      shiftKinds: kindsBy(hands, shiftKey),
      stringKinds: kindsBy(hands, stringKey),
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
  stepsBetween(from: Column, to: Column, before: PlacingMoment, after: PlacingMoment): Steps {
    const hurry = haste(after.gapSeconds);
    const free = haste(after.gapSeconds + before.gapSeconds);
    const key = `${from.id} ${to.id} ${hurry} ${free}`;
    const known = this.steps.get(key);
    if (known) return known;
    const steps = stepsOf(from, to, passing(before, after), this.judgement);
    if (this.steps.size >= MOST_REMEMBERED) this.steps.clear();
    this.steps.set(key, steps);
    return steps;
  }
}

/** Hands that a group of terms cannot tell apart are worked out once. */
interface Kinds {
  /** By hand: the number of its kind. */
  readonly of: readonly number[];
  /** One hand of each kind. */
  readonly examples: readonly Hand[];
}

function kindsBy(hands: readonly Hand[], key: (hand: Hand) => string): Kinds {
  const known = new Map<string, number>();
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

const shiftKey = ({ indexFret, grip, isBar, barFret }: Hand) =>
  `${indexFret} ${grip.fretted !== undefined} ${isBar} ${barFret}`;

function stringKey({ grip, indexFret }: Hand): string {
  const isUp = (indexFret ?? 0) >= UP_THE_NECK;
  return `${grip.thinnest} ${grip.thickest} ${grip.holds[0]!.fret === 0} ${isUp}`;
}

function stepsOf(from: Column, to: Column, between: Passing, by: Judgement): Steps {
  let sum = 0;
  const add: Sink = (_, points) => (sum += points);
  const counted = (count: () => void): number => {
    sum = 0;
    count();
    return sum;
  };
  const shifts = crossTable(from.shiftKinds, to.shiftKinds, (a, b) =>
    isCarried(a, b) ? counted(() => shiftTerms(a, b, between, by, add)) : Number.POSITIVE_INFINITY,
  );
  const strings = crossTable(from.stringKinds, to.stringKinds, (a, b) =>
    counted(() => stringTerms(a, b, by.weights, add)),
  );
  const steps = new Float64Array(from.hands.length * to.hands.length);
  const keeps = hasKeepTerms(between);
  let at = 0;
  for (const [index, hand] of from.hands.entries()) {
    const shiftRow = shifts[from.shiftKinds.of[index]!]!;
    const stringRow = strings[from.stringKinds.of[index]!]!;
    for (const [other, next] of to.hands.entries()) {
      sum = shiftRow[to.shiftKinds.of[other]!]! + stringRow[to.stringKinds.of[other]!]!;
      if (keeps) keepTerms(hand, next, between, by.weights, add);
      steps[at++] = sum;
    }
  }
  return steps;
}

function crossTable(
  from: Kinds,
  to: Kinds,
  cost: (a: Hand, b: Hand) => number,
): readonly (readonly number[])[] {
  return from.examples.map((a) => to.examples.map((b) => cost(a, b)));
}

/** While nothing is fretted the hand stays where it was. */
export function isCarried(from: Hand, to: Hand): boolean {
  return to.grip.fretted !== undefined || to.indexFret === from.indexFret;
}

/** Equal for moments that have the same hands at the same costs; time apart. */
function momentKey({ notes }: PlacingMoment): string {
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
  const grips = gripsOf(notes, neck);
  const hands = isBarred(notes)
    ? grips.flatMap((grip) => barHandsFor(grip, notes, neck, staying))
    : grips.flatMap((grip) => handsFor(grip, neck, player, staying));
  if (hands.length > 0) return hands;
  const isForced = notes.every((note) => note.kind === "dead" || note.isFixed);
  return isForced ? grips.map(believed) : [];
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

function fromNutOf(hold: Grip["holds"][number]): number {
  return hold.fret === undefined ? 0 : hold.fromNut;
}
