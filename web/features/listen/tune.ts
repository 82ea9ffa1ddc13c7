import type { Reference } from "@intonazione/core/listening";
import { lastFretOf, type Neck } from "@intonazione/core/neck";
import { frequencyHzAt } from "@intonazione/core/pitch";
import type { Take } from "@intonazione/core/takes";

/** By how many cents the take has to be shifted to be in tune with the guitar. */
export function tuneCents(take: Take, heard: Reference | undefined): number {
  const cents = take.reference?.cents ?? heard?.cents ?? 0;
  return cents === 0 ? 0 : -Math.round(cents);
}

/** The lowest and the highest pitch of a neck, as MIDI numbers. */
export function rangeOfNeck(neck: Neck): { readonly low: number; readonly high: number } {
  const highest = neck.openMidi.map((open, index) => open + lastFretOf(neck, index + 1));
  return { low: Math.min(...neck.openMidi), high: Math.max(...highest) };
}

/** The fundamentals of an instrument, with a semitone or two around them, in hertz. */
export function bandOfNeck(neck: Neck): { readonly aboveHz: number; readonly belowHz: number } {
  const { low, high } = rangeOfNeck(neck);
  return {
    aboveHz: Math.floor(frequencyHzAt(low - 2)),
    belowHz: Math.ceil(frequencyHzAt(high + 2)),
  };
}
