import type { StringSet } from "./string-set";
import type { Tuning } from "./tuning";

/** What stands in the rack. */
export const INSTRUMENT_KINDS = [
  "electric",
  "acoustic",
  "classical",
  "bass",
  "baritone",
  "slide",
  "other",
] as const;
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number];

/** Whose strings and tunings an instrument shares: decides string names and what "standard" is. */
export type InstrumentFamily = "guitar" | "baritone" | "bass";

/** Nut to saddle in mm: one length, or one a string (index 0 is string 1) where the frets are fanned. */
export type ScaleLength = number | readonly number[];

/** A fretted instrument as it lies in the hand, without capo. */
export interface Instrument {
  readonly name: string;
  readonly kind: InstrumentKind;
  readonly tuning: Tuning;
  /** The last fret, counted from the nut. Integer, 1–36. */
  readonly frets: number;
  /** The fret where the neck meets the body, counted from the nut; beyond it the hand is cramped. */
  readonly bodyFret?: number;
  readonly scaleLengthMm: ScaleLength;
  /** Which hand picks. */
  readonly handed: "right" | "left";
  readonly strings?: StringSet;
  /** Height of the strings above the 12th fret's wire, in mm. */
  readonly actionMm?: number;
}

export const MAX_FRETS = 36;
export const MAX_CAPO = 12;
export const MIN_SCALE_MM = 200;
export const MAX_SCALE_MM = 1500;
export const MAX_ACTION_MM = 8;

type Build = Pick<Instrument, "kind" | "frets" | "scaleLengthMm" | "handed">;

/** What instruments of a family usually are; used where nobody said otherwise. */
export const USUAL_BUILD: Readonly<
  Record<InstrumentFamily, Build & { readonly scaleLengthMm: number }>
> = {
  guitar: { kind: "electric", frets: 22, scaleLengthMm: 648, handed: "right" },
  baritone: { kind: "baritone", frets: 22, scaleLengthMm: 686, handed: "right" },
  bass: { kind: "bass", frets: 21, scaleLengthMm: 864, handed: "right" },
};

export function familyOf({ kind }: Pick<Instrument, "kind">): InstrumentFamily {
  return kind === "bass" || kind === "baritone" ? kind : "guitar";
}

/** How long one string is. @throws RangeError when a fanned scale has no such string. */
export function stringLengthMm(scale: ScaleLength, string: number): number {
  if (typeof scale === "number") return scale;
  const length = scale[string - 1];
  if (length === undefined) throw new RangeError(`string must be 1–${scale.length}, got ${string}`);
  return length;
}

/** One length for the whole neck: of fanned frets the mean. */
export function meanScaleLengthMm(scale: ScaleLength): number {
  if (typeof scale === "number") return scale;
  return scale.reduce((sum, length) => sum + length, 0) / scale.length;
}

/** An instrument built the way its family usually is. */
export function usualInstrument(
  { family, tuning }: { readonly family: InstrumentFamily; readonly tuning: Tuning },
  name: string,
): Instrument {
  return { ...USUAL_BUILD[family], name, tuning };
}
