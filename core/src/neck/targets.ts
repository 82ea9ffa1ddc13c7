import { openOffsetsOf, type Capo } from "../instrument/capo";
import type { Instrument } from "../instrument/instrument";
import { frequencyHzOf } from "../pitch/frequency";
import type { Pitch } from "../pitch/pitch";
import { transposed } from "../pitch/transpose";

/** What a string shall sound, played open with the capo on. */
export interface StringTarget {
  readonly string: number;
  /** With the string's own deviation in cents, if it has one. */
  readonly pitch: Pitch;
  readonly hz: number;
}

/**
 * What each string shall sound with the capo on; index 0 is string 1. The names follow the strings'
 * own: under a capo all covered strings move alike.
 *
 * @example targetsOf({ tuning: standard }, { fret: 7 })[1].pitch // pitch("F#4")
 */
export function targetsOf(
  { tuning }: Pick<Instrument, "tuning">,
  capo: Capo,
  referenceHz?: number,
): readonly StringTarget[] {
  const openOffsets = openOffsetsOf(capo, tuning.length);
  const covered = tuning.filter((_, index) => openOffsets[index]! > 0);
  const moved = [...transposed(covered, capo.fret)];
  return tuning.map((open, index): StringTarget => {
    const pitch = openOffsets[index]! > 0 ? moved.shift()! : open;
    return { string: index + 1, pitch, hz: frequencyHzOf(pitch, referenceHz) };
  });
}
