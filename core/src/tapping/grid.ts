import { playedOnsets, type Feel } from "../rhythm/feel";
import { add, fraction, multiply, toNumber, type Fraction } from "../rhythm/fraction";
import { barLength, type Metre } from "../rhythm/metre";

/** How a beat is divided at a place of the grid. */
export type Division = "beat" | "half" | "quarter" | "third";

/** A place of a bar at which something may be struck. */
export interface GridPlace {
  /** From the start of the bar, as a fraction of a whole note. */
  readonly at: Fraction;
  /** Where it is played, in whole notes: swing moves it. */
  readonly played: number;
  readonly division: Division;
  /** The beat that it lies in, from 0. */
  readonly beat: number;
}

const INSIDE: readonly (readonly [Division, Fraction])[] = [
  ["beat", fraction(0)],
  ["half", fraction(1, 2)],
  ["quarter", fraction(1, 4)],
  ["quarter", fraction(3, 4)],
  ["third", fraction(1, 3)],
  ["third", fraction(2, 3)],
];

/** Beats of three: what halves and quarters are in others are thirds and sixths here. */
const INSIDE_COMPOUND: readonly (readonly [Division, Fraction])[] = [
  ["beat", fraction(0)],
  ["half", fraction(1, 3)],
  ["half", fraction(2, 3)],
  ["quarter", fraction(1, 6)],
  ["quarter", fraction(1, 2)],
  ["quarter", fraction(5, 6)],
];

/** The note value that feet beat: a dotted quarter in 6/8, 9/8 and 12/8. */
export function beatOf({ beats, unit }: Metre): Fraction {
  return isCompound({ beats, unit }) ? fraction(3, unit) : fraction(1, unit);
}

/** Beats of three parts, by the usual rule: a multiple of three short units, more than three of them. */
export function isCompound({ beats, unit }: Metre): boolean {
  return unit >= 8 && beats > 3 && beats % 3 === 0;
}

/** Every place of a bar at which something may be struck, in the order in which they are played. */
export function gridOf(metre: Metre, feel: Feel): readonly GridPlace[] {
  const beat = beatOf(metre);
  const count = Math.round(toNumber(barLength(metre)) / toNumber(beat));
  const inside = isCompound(metre) ? INSIDE_COMPOUND : INSIDE;
  const places = Array.from({ length: count }, (_, index) =>
    inside.map(([division, within]): GridPlace => {
      const at = add(multiply(beat, fraction(index)), multiply(beat, within));
      const [played] = playedOnsets([at], feel);
      return { at, played: toNumber(played!), division, beat: index };
    }),
  );
  return places.flat().sort((a, b) => a.played - b.played);
}
