import { fifthsOf, pitchClassAtFifths } from "../pitch/key";
import type { Chord } from "../pitch/chord";
import { chromaOf, type PitchClass } from "../pitch/pitch";
import { degreeInChord, type ChordDegree } from "../theory/chord-degree";
import type { HeardNote } from "./heard";

export interface ChangesRow {
  readonly chord: Chord;
  /** By note of the line, in its order. */
  readonly degrees: readonly ChordDegree[];
  /** How many of the notes are of the chord. */
  readonly targets: number;
  /** What the line brings to this chord, its commonest colours first. */
  readonly colours: readonly string[];
}

/** The same line over each chord, or bare bass note, of a progression. */
export function overChanges(
  heard: readonly HeardNote[],
  chords: readonly Chord[],
): readonly ChangesRow[] {
  return chords.map((chord) => {
    const root = chord.root;
    const degrees = heard.map(({ midi, pitch }) =>
      degreeInChord(nameOver(midi % 12, pitch, root), chord),
    );
    const colours = new Map<string, number>();
    for (const { degree, isTarget } of degrees) {
      if (!isTarget) colours.set(degree, (colours.get(degree) ?? 0) + 1);
    }
    return {
      chord,
      degrees,
      targets: degrees.filter(({ isTarget }) => isTarget).length,
      colours: [...colours].sort((a, b) => b[1] - a[1]).map(([degree]) => degree),
    };
  });
}

/** A note keeps its name where that gives a usual degree (♭♭3 helps nobody); else its other name. */
function nameOver(chroma: number, own: PitchClass, root: PitchClass): PitchClass {
  const usual = (name: PitchClass) => {
    const steps = fifthsOf(name) - fifthsOf(root);
    return steps >= -6 && steps <= 9;
  };
  if (chromaOf(own) === chroma && usual(own)) return own;
  const from = fifthsOf(root);
  const steps = (((chroma * 7 - from) % 12) + 12) % 12;
  const fifths = from + (steps > 6 ? steps - 12 : steps);
  return pitchClassAtFifths(Math.max(-15, Math.min(19, fifths)));
}
