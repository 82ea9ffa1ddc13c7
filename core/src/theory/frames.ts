import { fifthsOf, pitchClassAtFifths, type Key } from "../pitch/key";
import type { Chord, ChordQuality } from "../pitch/chord";

/** A row of chords by degree, a bar each, to begin a phrase with. */
export interface ChordFrame {
  readonly name: string;
  /** Degrees of the major or minor scale: I, IV7 … */
  readonly bars: readonly string[];
}

/** Common forms, as every textbook of popular harmony has them. */
export const CHORD_FRAMES: readonly ChordFrame[] = [
  { name: "Twelve bars", bars: bars("I7 I7 I7 I7 IV7 IV7 I7 I7 V7 IV7 I7 V7") },
  { name: "Twelve bars, quick change", bars: bars("I7 IV7 I7 I7 IV7 IV7 I7 I7 V7 IV7 I7 V7") },
  { name: "Eight bars", bars: bars("I7 V7 IV7 IV7 I7 V7 I7 V7") },
  { name: "Four chords", bars: bars("I V VI IV") },
  { name: "Two and two", bars: bars("I I IV IV I I V V") },
];

function bars(text: string): readonly string[] {
  return text.split(" ");
}

/** Fifths above the tonic, and the triad's quality, by degree in major and minor. */
const DEGREES: Readonly<
  Record<Key["mode"], Readonly<Record<string, readonly [fifths: number, quality: ChordQuality]>>>
> = {
  major: { I: [0, ""], IV: [-1, ""], V: [1, ""], VI: [3, "m"] },
  minor: { I: [0, "m"], IV: [-1, "m"], V: [1, ""], VI: [-4, ""] },
};
const SEVENTHS: Readonly<Partial<Record<ChordQuality, ChordQuality>>> = { "": "7", m: "m7" };

/**
 * The chords of a frame in a key, spelled by it.
 * @throws RangeError for a degree that no frame has.
 */
export function chordsOfFrame(
  { bars: degrees }: ChordFrame,
  { tonic, mode }: Key,
): readonly Chord[] {
  return degrees.map((degree) => {
    const triad = DEGREES[mode][degree.replace("7", "")];
    if (!triad) throw new RangeError(`degree must be I, IV, V or VI, got ${degree}`);
    const [fifths, quality] = triad;
    return {
      root: pitchClassAtFifths(fifthsOf(tonic) + fifths),
      quality: degree.endsWith("7") ? SEVENTHS[quality]! : quality,
    };
  });
}
