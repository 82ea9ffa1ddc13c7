import { midiOf, type Pitch } from "./pitch";

/**
 * Frequency in Hz in twelve-tone equal temperament: `reference · 2^((midi − 69)/12 + cents/1200)`
 * with A4 = MIDI 69 (ISO 16 fixes A4 at 440 Hz).
 */
export function frequencyHzOf(pitch: Pitch, referenceHz = 440): number {
  return referenceHz * 2 ** ((midiOf(pitch) - 69) / 12 + (pitch.cents ?? 0) / 1200);
}
