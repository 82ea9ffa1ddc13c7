import type { Grip } from "./grip";
import { KNOWN_SHAPES } from "./shapes.data";

/** Two notes make no shape that would need knowing. */
const FEWEST_NOTES = 3;

const remembered = new Map<string, boolean>();

/**
 * Whether hands know a grip: whether its frets, from its lowest one, lie in a known shape. Of fewer
 * than three notes there is nothing to know.
 * @param base The fret of open strings as the hand sees them, counted from the nut.
 */
export function isKnownShape({ holds }: Grip, base: number): boolean {
  const sounding = holds.filter((hold) => hold.fret !== undefined);
  if (sounding.length < FEWEST_NOTES) return true;
  const rows = [...sounding].sort((a, b) => b.string - a.string);
  const frets = rows.map(({ fret, fromNut }) => (fret === 0 ? base : fromNut));
  const lowest = Math.min(...frets);
  const thickest = rows[0]!.string;
  const pattern = Array.from<string>({ length: thickest - rows.at(-1)!.string + 1 }).fill(".");
  for (const [index, { string }] of rows.entries()) {
    const above = frets[index]! - lowest;
    if (above > 9) return false;
    pattern[thickest - string] = String(above);
  }
  const text = pattern.join("");
  let isKnown = remembered.get(text);
  if (isKnown === undefined) {
    isKnown = KNOWN_SHAPES.some((shape) => liesIn(text, shape));
    remembered.set(text, isKnown);
  }
  return isKnown;
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
