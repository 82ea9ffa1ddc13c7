import { ECHO_REACH, MOTIF, type Echo } from "./echoes";
import { CODES_A_STRING, stringOfCode } from "./grip";
import type { Column } from "./hand-table";
import { ECHO_TERMS, type EchoTerm } from "./terms";
import { inPoints, type Weights } from "./weights";

/** The hands of the last `ECHO_REACH` moments of a beginning, each at its moment modulo that. */
export interface Trail {
  readonly hands: Int16Array;
  /** Where in `hands` it starts. */
  readonly offset: number;
}

export type EchoPoints = Readonly<Record<EchoTerm, number>>;

export function echoPointsOf(weights: Weights): EchoPoints {
  const points = ECHO_TERMS.map((term) => [term, inPoints(weights[term])]);
  return Object.fromEntries(points) as EchoPoints;
}

/** What the echoes of moment `index` cost when `hand` holds it and `trail` led there. */
export function echoCost(
  echoes: readonly Echo[],
  index: number,
  hand: number,
  columns: readonly Pick<Column, "codes">[],
  trail: Trail,
  points: EchoPoints,
): number {
  let cost = 0;
  for (const echo of echoes) {
    if (isBroken(echo, index, hand, columns, trail)) cost += points[echo.term];
  }
  return cost;
}

/**
 * The echo costs of one moment for every hand, worked out once for each hand of the moment that an
 * echo asks back to: many beginnings of routes come through the same few.
 */
export class EchoRows {
  private readonly rows: readonly (Float64Array | undefined)[][];

  constructor(
    private readonly echoes: readonly Echo[],
    private readonly index: number,
    private readonly columns: readonly Pick<Column, "codes">[],
    private readonly points: EchoPoints,
  ) {
    this.rows = echoes.map(() => []);
  }

  /** As `echoCost`. */
  cost(hand: number, trail: Trail): number {
    const { echoes, index, columns, points } = this;
    let cost = 0;
    for (let order = 0; order < echoes.length; order++) {
      const echo = echoes[order]!;
      if (echo.term === "motifReshaped" || echo.term === "pedal") {
        if (isBroken(echo, index, hand, columns, trail)) cost += points[echo.term];
        continue;
      }
      cost += this.rowOf(order, echo, trail)[hand]!;
    }
    return cost;
  }

  private rowOf(order: number, echo: Echo, trail: Trail): Float64Array {
    const { index, columns, points } = this;
    const rows = this.rows[order]!;
    const chosen = chosenAt(trail, echo.from);
    let row = rows[chosen];
    if (!row) {
      row = new Float64Array(columns[index]!.codes.length);
      for (let hand = 0; hand < row.length; hand++) {
        if (isBroken(echo, index, hand, columns, trail)) row[hand] = points[echo.term];
      }
      rows[chosen] = row;
    }
    return row;
  }
}

/** Whether an echo is not placed alike. */
export function isBroken(
  echo: Echo,
  index: number,
  hand: number,
  columns: readonly Pick<Column, "codes">[],
  trail: Trail,
): boolean {
  const { from } = echo;
  const codes = columns[index]!.codes[hand]!;
  const before = columns[from]!.codes[chosenAt(trail, from)]!;
  switch (echo.term) {
    case "shapeCarried":
      return codes[0]! - before[0]! !== echo.by;
    case "chordLetGo":
      return !isHeldTogether(codes[0]!, before[0]!);
    case "shapeElsewhere": {
      const lift = codes[0]! - before[0]!;
      return (
        stringOfCode(codes[0]!) !== stringOfCode(before[0]!) ||
        codes.some((code, note) => code - before[note]! !== lift)
      );
    }
    case "pitchElsewhere":
    case "repeatMoved":
      return !isSamePlaces(codes, before);
    case "motifReshaped": {
      const lift = codes[0]! - before[0]!;
      if (echo.keepsStrings && stringOfCode(codes[0]!) !== stringOfCode(before[0]!)) return true;
      for (let back = 1; back < MOTIF; back++) {
        const own = columns[index - back]!.codes[chosenAt(trail, index - back)]!;
        const other = columns[from - back]!.codes[chosenAt(trail, from - back)]!;
        if (own[0]! - other[0]! !== lift) return true;
      }
      return false;
    }
    case "pedal": {
      for (let at = from + 1; at < index; at++) {
        if (columns[at]!.codes[chosenAt(trail, at)]![0]! % CODES_A_STRING !== 0) return false;
      }
      if (codes[0]! % CODES_A_STRING === 0 || before[0]! % CODES_A_STRING === 0) return false;
      return stringOfCode(codes[0]!) !== stringOfCode(before[0]!);
    }
  }
}

/** Frets that a hand keeps together while it breaks a chord. */
const HELD_FRETS = 4;

function isHeldTogether(one: number, other: number): boolean {
  if (stringOfCode(one) === stringOfCode(other)) return false;
  const frets = [one % CODES_A_STRING, other % CODES_A_STRING] as const;
  return frets[0] === 0 || frets[1] === 0 || Math.abs(frets[0] - frets[1]) <= HELD_FRETS;
}

function isSamePlaces(codes: readonly number[], before: readonly number[]): boolean {
  for (let note = 0; note < codes.length; note++) if (codes[note] !== before[note]) return false;
  return true;
}

function chosenAt({ hands, offset }: Trail, moment: number): number {
  return hands[offset + (moment % ECHO_REACH)]!;
}

/** The last moment that asks back for each moment; the moment itself where none does. */
export function lastAsked(echoes: readonly (readonly Echo[])[]): Int32Array {
  const last = Int32Array.from(echoes.keys());
  for (const [index, list] of echoes.entries()) {
    for (const echo of list) {
      for (const at of asksFor(echo, index)) last[at] = Math.max(last[at]!, index);
    }
  }
  return last;
}

function asksFor(echo: Echo, index: number): readonly number[] {
  if (echo.term === "pedal") {
    return Array.from({ length: index - echo.from }, (_, step) => echo.from + step);
  }
  if (echo.term !== "motifReshaped") return [echo.from];
  return Array.from({ length: MOTIF }, (_, back) => [echo.from - back, index - back]).flat();
}
