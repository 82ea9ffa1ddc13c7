import { parseChord } from "../../pitch/chord";
import { isSame } from "../../foundation/same";
import { OPEN_SHAPES } from "../../theory/capo-finder";
import type { CalloutContext } from "../context";

/** Shapes that lie anywhere on the neck, by quality: frets above the barre, thickest string first. */
const BARRES: Readonly<Record<string, readonly (readonly (number | undefined)[])[]>> = {
  "": [
    [0, 2, 2, 1, 0, 0],
    [undefined, 0, 2, 2, 2, 0],
  ],
  m: [
    [0, 2, 2, 0, 0, 0],
    [undefined, 0, 2, 2, 1, 0],
  ],
  "7": [
    [0, 2, 0, 1, 0, 0],
    [undefined, 0, 2, 0, 2, 0],
  ],
  m7: [
    [0, 2, 0, 0, 0, 0],
    [undefined, 0, 2, 0, 1, 0],
  ],
  "5": [
    [0, 2, 2, undefined, undefined, undefined],
    [undefined, 0, 2, 2, undefined, undefined],
  ],
};
/** The open strings that such shapes are named for, thinnest first, against the thickest. */
const STANDARD_ABOVE_THICKEST = [24, 19, 15, 10, 5, 0];
/** What the thickest and the next string are called by, in semitones above C. */
const ROOTS = [4, 9];
/** Signs have one place each. */
const HIGHEST = 9;

/**
 * Grips that a chord's name may mean as a shape, as signs from the thick string to the thin one: the
 * open one and those with a barre, like x02210 and 577555 for Am. None where the strings do not lie as
 * those shapes need them.
 */
export function gripsOf(name: string, { neck }: Pick<CalloutContext, "neck">): readonly string[] {
  const chord = parseChord(name);
  const thickest = neck.openMidi.at(-1);
  if (!chord.ok || thickest === undefined) return [];
  const above = neck.openMidi.map((midi) => midi - thickest);
  if (!isSame(above, STANDARD_ABOVE_THICKEST)) return [];
  const open = OPEN_SHAPES.filter((shape) => isSame(shape.chord, chord.value)).map(
    ({ frets }) => frets,
  );
  const barres = (BARRES[chord.value.quality] ?? []).flatMap((shape, index) => {
    const at = (chromaOfRoot(name) - ROOTS[index]! + 12) % 12;
    const frets = shape.map((fret) => (fret === undefined ? undefined : fret + at));
    return at > 0 && frets.every((fret) => (fret ?? 0) <= HIGHEST) ? [frets] : [];
  });
  return [...open, ...barres].map((frets) => frets.map((fret) => fret ?? "x").join(""));
}

function chromaOfRoot(name: string): number {
  const letter = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }[name[0]!]!;
  return letter + (/^.[#♯]/u.test(name) ? 1 : /^.[b♭]/u.test(name) ? -1 : 0);
}
