import { midi, type Midi } from "../pitch/pitch";
import { fret, isOnNeck, midiAt, placesOf, type Neck, type Place } from "./neck";

/** A string that sounds in parts: touched over a fret, or fretted and pinched to its nth partial. */
export type Harmonic =
  { readonly kind: "natural" } | { readonly kind: "pinched"; readonly partial: number };

/**
 * Semitones of the partials above their fundamental, rounded: the nth partial has n times its
 * frequency (the harmonic series). `cents` is what the rounding leaves.
 */
const PARTIALS: Readonly<Record<number, { readonly semitones: number; readonly cents: number }>> =
  Object.fromEntries(
    [2, 3, 4, 5, 6, 7, 8].map((partial) => {
      const exact = 12 * Math.log2(partial);
      const semitones = Math.round(exact);
      return [partial, { semitones, cents: Math.round(100 * (exact - semitones)) }];
    }),
  );

export const MAX_PARTIAL = 8;

/**
 * Which partial speaks when the string is touched over a fret: the nodes of the nth partial divide
 * the string in n parts, and fret f stands at 1 − 2^(−f/12) of it; only frets that lie on a node,
 * or beside it, are listed.
 */
const PARTIAL_OVER_FRET: Readonly<Record<number, number>> = {
  2: 8,
  3: 6,
  4: 5,
  5: 4,
  7: 3,
  9: 5,
  12: 2,
  16: 5,
  19: 3,
  24: 4,
  28: 5,
};

/** The frets over which natural harmonics are played, lowest first. */
export const HARMONIC_FRETS: readonly number[] = Object.keys(PARTIAL_OVER_FRET).map(Number);

function partialOf(place: Place, harmonic: Harmonic): number | undefined {
  return harmonic.kind === "pinched" ? harmonic.partial : PARTIAL_OVER_FRET[place.fret];
}

/** How far the partial that sounds lies from the semitone it is written as, in cents. */
export function harmonicCents(place: Place, harmonic: Harmonic): number {
  const partial = partialOf(place, harmonic);
  return partial === undefined ? 0 : (PARTIALS[partial]?.cents ?? 0);
}

/**
 * What is heard at a place, as a harmonic or fretted.
 * @returns undefined where no harmonic speaks, or none within MIDI 0–127.
 * @throws RangeError when the neck has no such place.
 */
export function soundedAt(place: Place, neck: Neck, harmonic?: Harmonic): Midi | undefined {
  if (!harmonic) return midiAt(place, neck);
  const partial = partialOf(place, harmonic);
  const above = partial === undefined ? undefined : PARTIALS[partial]?.semitones;
  if (above === undefined) return undefined;
  const base = harmonic.kind === "pinched" ? midiAt(place, neck) : neck.openMidi[place.string - 1]!;
  return base + above > 127 ? undefined : midi(base + above);
}

/** Every place where `pitch` is heard: fretted, or as that harmonic. Lowest fret first. */
export function placesSounding(pitch: Midi, neck: Neck, harmonic?: Harmonic): readonly Place[] {
  if (!harmonic) return placesOf(pitch, neck);
  if (harmonic.kind === "pinched") {
    const base = pitch - (PARTIALS[harmonic.partial]?.semitones ?? 0);
    return base < 0 ? [] : placesOf(midi(base), neck);
  }
  return HARMONIC_FRETS.flatMap((at) =>
    neck.openMidi.flatMap((_, index): Place[] => {
      const place = { string: index + 1, fret: fret(at) };
      return isOnNeck(place, neck) && soundedAt(place, neck, harmonic) === pitch ? [place] : [];
    }),
  );
}
