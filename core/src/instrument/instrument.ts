import type { Tuning } from "./tuning";

export type InstrumentKind = "guitar" | "baritone" | "bass";

/** A fretted instrument as it lies in the hand, without capo. */
export interface Instrument {
  readonly name: string;
  readonly kind: InstrumentKind;
  readonly tuning: Tuning;
  /** The last fret, counted from the nut. Integer, 1–36. */
  readonly frets: number;
  /** Nut to saddle, in mm. */
  readonly scaleLengthMm: number;
}

export const MAX_FRETS = 36;
export const MAX_CAPO = 12;

/** What instruments of a kind usually measure; used where nobody said otherwise. */
export const USUAL_BUILD: Readonly<
  Record<InstrumentKind, { readonly frets: number; readonly scaleLengthMm: number }>
> = {
  guitar: { frets: 22, scaleLengthMm: 648 },
  baritone: { frets: 22, scaleLengthMm: 686 },
  bass: { frets: 21, scaleLengthMm: 864 },
};
