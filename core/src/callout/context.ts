import type { Capo } from "../instrument/capo";
import type { Instrument } from "../instrument/instrument";
import { neckOf, type Neck } from "../neck/neck";
import { placeNamesOf, type PlaceNames, type PlaceStyle } from "../neck/place-names";
import type { Key } from "../pitch/key";
import type { Metre } from "../rhythm/metre";
import type { BarMark } from "../score/frame";
import { soundingShift } from "../theory/fingered";

/** What a call-out is understood against. */
export interface CalloutContext {
  readonly names: PlaceNames;
  readonly neck: Neck;
  /** The sounding key, for the spelling of pitches. */
  readonly key: Key;
  readonly metre: Metre;
  readonly tempoBpm: number;
  /** Semitones from what a shape is called to what it sounds. */
  readonly shift: number;
  /** How many bars of the part stand before the phrase: findings count through the part. */
  readonly barsBefore?: number;
  /** What the phrase's bars say already, which holds unless the call-out says otherwise. */
  readonly marks?: readonly BarMark[];
}

/** How a string is said before its fret: `A`, or `5:` where its name is a number. */
export function sayString(name: string): string {
  return /^\d/u.test(name) ? `${name}:` : name;
}

export function calloutContext(
  part: { readonly instrument: Instrument; readonly capo: Capo },
  { key, metre, tempoBpm }: Pick<CalloutContext, "key" | "metre" | "tempoBpm">,
  style: PlaceStyle,
): CalloutContext {
  return {
    names: placeNamesOf(part, style),
    neck: neckOf(part.instrument, part.capo),
    key,
    metre,
    tempoBpm,
    shift: soundingShift(part.instrument, part.capo),
  };
}
