import { CHORD_TONES, type Chord } from "../pitch/chord";
import { chromaOf, type PitchClass } from "../pitch/pitch";
import { degreeOf } from "./degree";

export interface ChordDegree {
  /** Counted from the root: `♭3`, `♯4`, and past the seventh `9`, `11`, `13`. */
  readonly degree: string;
  /** Whether it is of the chord: a note to aim at. */
  readonly isTarget: boolean;
}

/** Above a seventh a chord is coloured by its upper thirds: a sixth is called the thirteenth. */
const UPPER: Readonly<Record<string, string>> = { "2": "9", "4": "11", "6": "13" };

/**
 * Where a note stands against a chord. A second is the ninth of every chord that has a third; fourth
 * and sixth become eleventh and thirteenth over a seventh.
 * @example degreeInChord(name("A"), chord("Gm")) // { degree: "9", isTarget: false }
 */
export function degreeInChord(name: PitchClass, { root, quality }: Chord): ChordDegree {
  const tones: readonly number[] = CHORD_TONES[quality];
  const step = (chromaOf(name) - chromaOf(root) + 12) % 12;
  const plain = degreeOf(name, { tonic: root, mode: "major" });
  const number = plain.at(-1)!;
  const hasSeventh = tones.includes(10) || tones.includes(11);
  const hasThird = tones.includes(3) || tones.includes(4);
  const goesUp = number === "2" ? hasThird : hasSeventh && hasThird;
  const upper = goesUp ? UPPER[number] : undefined;
  return {
    degree: upper ? plain.slice(0, -1) + upper : plain,
    isTarget: tones.includes(step),
  };
}
