import type { Grip, PitchedHold } from "./grip";
import { KNOWN_SHAPES } from "./shapes.data";

/** Two notes make no shape that would need knowing. */
const FEWEST_NOTES = 3;

const FRETS_OF_A_SHAPE = 9;

/** By pattern, as one number. */
const remembered = new Map<number, boolean>();

/**
 * Whether hands know a grip: whether its frets, from its lowest one, lie in a known shape. Of fewer
 * than three notes there is nothing to know.
 * @param base The fret of open strings as the hand sees them, counted from the nut.
 */
export function isKnownShape({ holds, thickest }: Grip, base: number): boolean {
  let notes = 0;
  let lowest = Number.POSITIVE_INFINITY;
  for (const hold of holds) {
    if (hold.fret === undefined) continue;
    notes++;
    lowest = Math.min(lowest, handFret(hold, base));
  }
  if (notes < FEWEST_NOTES) return true;
  let code = 0;
  for (const hold of holds) {
    if (hold.fret === undefined) continue;
    const above = handFret(hold, base) - lowest;
    if (above > FRETS_OF_A_SHAPE) return false;
    code += (above + 1) * (FRETS_OF_A_SHAPE + 2) ** (thickest - hold.string);
  }
  let isKnown = remembered.get(code);
  if (isKnown === undefined) {
    const pattern = patternOf(code);
    isKnown = KNOWN_SHAPES.some((shape) => liesIn(pattern, shape));
    remembered.set(code, isKnown);
  }
  return isKnown;
}

function handFret(hold: PitchedHold, base: number): number {
  return hold.fret === 0 ? base : hold.fromNut;
}

/** From thick strings to thin ones: frets above the lowest, a dot for strings between. */
function patternOf(code: number): string {
  const frets: string[] = [];
  for (let rest = code; rest > 0; rest = Math.floor(rest / (FRETS_OF_A_SHAPE + 2))) {
    const digit = rest % (FRETS_OF_A_SHAPE + 2);
    frets.push(digit === 0 ? "." : String(digit - 1));
  }
  // Dead strings at the edge belong to no shape.
  return frets.join("").replace(/^\.+/u, "");
}

/** A pattern lies in a shape where each of its strings has the shape's fret, all so many higher. */
function liesIn(pattern: string, shape: string): boolean {
  for (let start = 0; start + pattern.length <= shape.length; start++) {
    let lift: number | undefined;
    let fits = true;
    for (let at = 0; fits && at < pattern.length; at++) {
      if (pattern[at] === ".") continue;
      const own = shape[start + at]!;
      if (own === "x") fits = false;
      else {
        const above = Number(own) - Number(pattern[at]);
        lift ??= above;
        fits = above === lift;
      }
    }
    if (fits) return true;
  }
  return false;
}
