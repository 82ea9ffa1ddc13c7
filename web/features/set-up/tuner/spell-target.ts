import type { TunerReading } from "@intonazione/core/ear";
import type { StringTarget } from "@intonazione/core/neck";
import { midiOf, spellPlainly, type Key, type Pitch } from "@intonazione/core/pitch";

/** How the tuner names what strings shall sound, and what is heard. */
export interface SpellTarget {
  readonly target: (target: StringTarget) => Pitch;
  readonly heard: (reading: TunerReading) => Pitch;
}

/** Open strings have names of their own; with the capo on they sound in the song's key. */
export function spellTarget(isCapoOn: boolean, key: Key): SpellTarget {
  const target = ({ pitch }: StringTarget) => (isCapoOn ? spellPlainly(midiOf(pitch), key) : pitch);
  return {
    target,
    heard: ({ target: meant, midi }) =>
      midiOf(meant.pitch) === midi ? target(meant) : spellPlainly(midi, key),
  };
}
