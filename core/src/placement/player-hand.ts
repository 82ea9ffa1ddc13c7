export const HAND_SIZES = ["small", "medium", "large"] as const;
export type HandSize = (typeof HAND_SIZES)[number];

/** The fretting hand of whoever will play it. */
export interface PlayerHand {
  readonly size: HandSize;
  /** Whether the thumb may come over the neck to the thickest string. */
  readonly usesThumb: boolean;
}

export const USUAL_HAND: PlayerHand = { size: "medium", usesThumb: false };

export type FrettingFinger = 1 | 2 | 3 | 4;

/**
 * How far two fingertips of a medium hand lie apart at most, in mm along the neck: four frets at
 * the nut of a guitar, three at the nut of a bass, five from the 5th fret of a guitar on. Wider up
 * the neck in frets, never in mm.
 */
const REACH_MM: readonly (readonly number[])[] = [
  [0, 62, 92, 118],
  [62, 0, 46, 88],
  [92, 46, 0, 52],
  [118, 88, 52, 0],
];

const SIZE: Readonly<Record<HandSize, number>> = { small: 0.87, medium: 1, large: 1.13 };

/** How far two fingers of this hand reach, in mm along the neck. */
export function reachMm(hand: PlayerHand, one: FrettingFinger, other: FrettingFinger): number {
  return REACH_MM[one - 1]![other - 1]! * SIZE[hand.size];
}

/** A span that strains nobody, in mm; what goes beyond it costs. */
export const COMFORT_MM = 85;

/** How much wider or narrower than a medium hand this one is. */
export function handScale(hand: PlayerHand): number {
  return SIZE[hand.size];
}
