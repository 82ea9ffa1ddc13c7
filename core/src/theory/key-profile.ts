import type { Mode } from "../pitch/key";
import type { ScaleKind } from "./scale";

/**
 * How well each semitone above the tonic fits a major or minor key, as listeners rated it: the
 * probe-tone profiles of Krumhansl and Kessler (1982; Krumhansl, Cognitive Foundations of Musical
 * Pitch, 1990, table 2.1).
 */
const PROFILES: Readonly<Record<Mode, readonly number[]>> = {
  major: [6.35, 2.23, 3.48, 2.33, 4.38, 4.09, 2.52, 5.19, 2.39, 3.66, 2.29, 2.88],
  minor: [6.33, 2.68, 3.52, 5.38, 2.6, 3.53, 2.54, 4.75, 3.98, 2.69, 3.34, 3.17],
};

const SCALE_OF: Readonly<Record<Mode, readonly number[]>> = {
  major: [0, 2, 4, 5, 7, 9, 11],
  minor: [0, 2, 3, 5, 7, 8, 10],
};

const known = new Map<string, readonly number[]>();

/**
 * The profile of a scale: that of its family, where each degree that the scale raises or lowers has
 * changed places with the one it stands for. Ours; for major and minor it is the published one.
 */
export function profileOf({ name, family, semitones }: ScaleKind): readonly number[] {
  const remembered = known.get(name);
  if (remembered) return remembered;
  const profile = [...PROFILES[family]];
  const added = semitones.filter((step) => !SCALE_OF[family].includes(step));
  const missing = SCALE_OF[family].filter((step) => !semitones.includes(step));
  for (const step of added) {
    const from = missing.findIndex((other) => Math.abs(other - step) === 1);
    if (from < 0) {
      profile[step] = Math.max(profile[step]!, 3.4);
      continue;
    }
    const other = missing.splice(from, 1)[0]!;
    [profile[step], profile[other]] = [profile[other]!, profile[step]!];
  }
  known.set(name, profile);
  return profile;
}

/** Pearson's correlation of a profile on `tonic` with the weights of the twelve pitch classes. */
export function correlation(
  weights: readonly number[],
  profile: readonly number[],
  tonic: number,
): number {
  const meanW = weights.reduce((sum, one) => sum + one, 0) / 12;
  const meanP = profile.reduce((sum, one) => sum + one, 0) / 12;
  let [both, ofW, ofP] = [0, 0, 0];
  for (let step = 0; step < 12; step++) {
    const w = weights[(tonic + step) % 12]! - meanW;
    const p = profile[step]! - meanP;
    both += w * p;
    ofW += w * w;
    ofP += p * p;
  }
  return ofW === 0 || ofP === 0 ? 0 : both / Math.sqrt(ofW * ofP);
}
