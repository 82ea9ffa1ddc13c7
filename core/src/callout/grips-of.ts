import { parseChord, type Chord } from "../pitch/chord";
import { chromaOf } from "../pitch/pitch";
import { isSame } from "../foundation/same";
import { OPEN_SHAPES } from "../theory/capo-finder";
import { MOVABLE_SHAPES } from "../theory/movable-shapes.data";
import type { CalloutContext } from "./context";

/** What the shapes that move along the neck are called, by quality, behind the root of their open chord. */
const SHAPE_OF: Readonly<Record<string, string>> = {
  "": " shape",
  m: " minor shape",
  "7": "7 shape",
  m7: " minor 7 shape",
  "5": "5 shape",
};
/** The roots of those shapes: the string that carries them, 12 semitones an octave. */
const ROOTS = { E: 4, A: 9 } as const;
/** The open strings that such shapes are named for, thinnest first, against the thickest. */
const STANDARD_ABOVE_THICKEST = [24, 19, 15, 10, 5, 0];
/** Signs have one place each. */
const HIGHEST = 9;

/**
 * Grips that a chord's name may mean as a shape, as signs from the thick string to the thin one: the
 * open one and those with a barre, like x02210 and 577555 for Am. None where the strings do not lie as
 * those shapes need them.
 */
export function gripsOf(name: string, context: Pick<CalloutContext, "neck">): readonly string[] {
  const chord = parseChord(name);
  return chord.ok ? gripsOfChord(chord.value, context) : [];
}

/** As `gripsOf`. */
export function gripsOfChord(
  chord: Chord,
  { neck }: Pick<CalloutContext, "neck">,
): readonly string[] {
  const thickest = neck.openMidi.at(-1);
  if (thickest === undefined) return [];
  const above = neck.openMidi.map((midi) => midi - thickest);
  if (!isSame(above, STANDARD_ABOVE_THICKEST)) return [];
  const open = OPEN_SHAPES.filter((shape) => isSame(shape.chord, chord)).map(({ frets }) => frets);
  const barres = Object.entries(ROOTS).flatMap(([root, chroma]) => {
    const name = root + SHAPE_OF[chord.quality];
    const shape = MOVABLE_SHAPES.find((one) => one.name === name);
    const at = (chromaOf(chord.root) - chroma + 12) % 12;
    const frets = (shape?.frets ?? []).map((fret) => (fret === undefined ? undefined : fret + at));
    const isHeld = shape !== undefined && at > 0 && frets.every((fret = 0) => fret <= HIGHEST);
    // Shapes stand thinnest string first.
    return isHeld ? [frets.toReversed()] : [];
  });
  return [...open, ...barres].map((frets) => frets.map((fret) => fret ?? "x").join(""));
}
