import { shareOfBeat } from "./beat-evidence";
import type { Envelopes } from "./envelope";

/** Whether what lies between two beats lies halfway, or later as in swing. */
export type TakeFeel = "straight" | "swing";

const NEAR = 0.07;

/**
 * Straight, unless more begins at two thirds of the beat than halfway, and little at one third: that many
 * of both are triplets. The other way round the beats that were found are the late ones themselves.
 */
export function feelOf(beats: readonly number[], period: number, { attacks }: Envelopes): TakeFeel {
  let [early, halfway, late, index] = [0, 0, 0, 0];
  for (const { seconds, weight } of attacks) {
    while (index + 1 < beats.length && beats[index + 1]! <= seconds) index += 1;
    const share = shareOfBeat(seconds, beats, index, period);
    if (Math.abs(share - 1 / 3) < NEAR) early += weight;
    else if (Math.abs(share - 1 / 2) < NEAR) halfway += weight;
    else if (Math.abs(share - 2 / 3) < NEAR) late += weight;
  }
  const isUneven = Math.max(early, late) > 3 * Math.min(early, late);
  return isUneven && Math.max(early, late) > 1.5 * halfway ? "swing" : "straight";
}
