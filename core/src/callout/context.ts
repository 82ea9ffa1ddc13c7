import type { Instrument } from "../instrument/instrument";
import { stringNames, type StringSchool } from "../instrument/string-names";
import { neckOf, type Neck } from "../neck/neck";
import type { Key } from "../pitch/key";
import type { Metre } from "../rhythm/metre";

/** What a call-out is understood against. */
export interface CalloutContext {
  /** Index 0 is string 1. */
  readonly stringNames: readonly string[];
  readonly neck: Neck;
  /** The sounding key, for the spelling of pitches. */
  readonly key: Key;
  readonly metre: Metre;
}

/** How a string is said before its fret: `A`, or `5:` where its name is a number. */
export function sayString(name: string): string {
  return /^\d/u.test(name) ? `${name}:` : name;
}

export function calloutContext(
  part: { readonly instrument: Instrument; readonly capo: number },
  song: { readonly key: Key; readonly metre: Metre; readonly stringSchool: StringSchool },
): CalloutContext {
  const { tuning, kind } = part.instrument;
  return {
    stringNames: stringNames(tuning, kind, song.stringSchool),
    neck: neckOf(part.instrument, part.capo),
    key: song.key,
    metre: song.metre,
  };
}
