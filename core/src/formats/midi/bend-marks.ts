import type { Technique } from "../../score/technique";
import type { BendPoint } from "./midi-notes";

/** What a pitch wheel did while one note sounded, as a player would call it. */
export interface BendMarks {
  readonly techniques: readonly Technique[];
  /** What was heard at first, in cents from the key that was struck, where it stays there. */
  readonly offsetCents: number;
  /** The wheel went further than a string is bent: the bend ends where that ends. */
  readonly isBeyond: boolean;
}

/** As far as strings are bent. */
export const MOST_BENT_CENTS = 600;
const NOTHING: BendMarks = { techniques: [], offsetCents: 0, isBeyond: false };
/** Less is how strings and players are. */
const LEAST_CENTS = 35;
/** A wheel that turns back so often shakes: vibrato. */
const VIBRATO_TURNS = 3;
const WIDE_VIBRATO_CENTS = 40;

/**
 * Names the movement of the pitch wheel between a note's start and end.
 * @param bends of the note's channel, in order
 */
export function bendMarks(
  start: number,
  end: number,
  bends: readonly BendPoint[],
  from: number,
): BendMarks {
  // At the very start of a note the wheel is where it was set for it.
  const grace = Math.max(1, (end - start) / 32);
  let first = 0;
  const course: { at: number; cents: number }[] = [];
  for (let index = from; index < bends.length && bends[index]!.tick < end; index++) {
    const { tick, cents } = bends[index]!;
    if (tick <= start + grace) first = cents;
    else course.push({ at: (tick - start) / (end - start), cents });
  }
  const points = [{ at: 0, cents: first }, ...course];
  const heights = points.map(({ cents }) => cents);
  // A wheel may be turned a hundred thousand times in a note: too many for arguments of a call.
  const most = heights.reduce((a, b) => Math.max(a, b));
  const least = heights.reduce((a, b) => Math.min(a, b));
  if (most < LEAST_CENTS && least > -LEAST_CENTS) {
    return turnsOf(heights) >= VIBRATO_TURNS ? vibrato(most - least) : NOTHING;
  }
  const last = heights.at(-1)!;
  if (turnsOf(heights) >= VIBRATO_TURNS && most - least < 160) {
    const middle = (most + least) / 2;
    const shaken = vibrato(most - least);
    return middle < LEAST_CENTS ? shaken : bent(most, "bend", shaken.techniques);
  }
  const isHigh = (cents: number) => cents > most / 2;
  if (most >= LEAST_CENTS) {
    // Far up and only at the end: out of the note to nowhere.
    const rise = points.find(({ cents }) => isHigh(cents))!.at;
    if (rise > 0.7 && most >= 300) return only({ kind: "slide-out", to: "above" });
    if (isHigh(first)) {
      return course.length === 0 && most % 100 > LEAST_CENTS && most % 100 < 100 - LEAST_CENTS
        ? { ...NOTHING, offsetCents: Math.round(most) }
        : bent(most, isHigh(last) ? "pre-bend" : "pre-bend-and-release");
    }
    return bent(most, isHigh(last) ? "bend" : "bend-and-release");
  }
  // From below: in from nowhere; downwards at the end: out to nowhere.
  if (first < -LEAST_CENTS && last > -LEAST_CENTS) return only({ kind: "slide-in", from: "below" });
  if (last < -LEAST_CENTS && first > -LEAST_CENTS) return only({ kind: "slide-out", to: "below" });
  return NOTHING;
}

function only(technique: Technique): BendMarks {
  return { ...NOTHING, techniques: [technique] };
}

function vibrato(span: number): BendMarks {
  return only({ kind: "vibrato", width: span / 2 > WIDE_VIBRATO_CENTS ? "wide" : "narrow" });
}

/** To the quarter tone, as far as strings are bent. */
function bent(
  cents: number,
  course: Extract<Technique, { readonly kind: "bend" }>["course"],
  more: readonly Technique[] = [],
): BendMarks {
  const rounded = Math.min(MOST_BENT_CENTS, Math.max(50, 50 * Math.round(cents / 50)));
  const isBeyond = cents > MOST_BENT_CENTS + LEAST_CENTS;
  return { ...NOTHING, techniques: [{ kind: "bend", cents: rounded, course }, ...more], isBeyond };
}

/** How often the wheel turns back by more than a tremble of the hand. */
function turnsOf(heights: readonly number[]): number {
  let turns = 0;
  let direction = 0;
  let edge = heights[0] ?? 0;
  for (const height of heights) {
    const step = height - edge;
    if (Math.abs(step) < 8) continue;
    if (direction !== 0 && Math.sign(step) !== direction) turns++;
    direction = Math.sign(step);
    edge = height;
  }
  return turns;
}
