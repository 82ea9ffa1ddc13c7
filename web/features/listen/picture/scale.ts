/** Where moments and pitches stand in the picture. */
export interface PictureScale {
  readonly width: number;
  readonly height: number;
  /** In seconds. */
  readonly from: number;
  readonly to: number;
  /** MIDI numbers at the lower and the upper edge. */
  readonly low: number;
  readonly high: number;
}

export const xAt = ({ width, from, to }: PictureScale, seconds: number): number =>
  ((seconds - from) / (to - from)) * width;

export const secondsAtX = ({ width, from, to }: PictureScale, x: number): number =>
  from + (x / Math.max(1, width)) * (to - from);

export const yAt = ({ height, low, high }: PictureScale, midi: number): number =>
  ((high - midi) / (high - low)) * height;

/** Semitones that are shown at once. */
export const SHOWN_SEMITONES = 38;
