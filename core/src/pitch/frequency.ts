import { err, ok, type Result } from "../foundation/result";
import { midiOf, type Pitch } from "./pitch";

/** ISO 16 fixes A4 at 440 Hz. */
export const STANDARD_REFERENCE_HZ = 440;
/** From the old French and baroque pitches' neighbourhood to the highest a record may run at. */
export const MIN_REFERENCE_HZ = 415;
export const MAX_REFERENCE_HZ = 466;

/**
 * Frequency in Hz in twelve-tone equal temperament: `reference · 2^((midi − 69)/12 + cents/1200)`
 * with A4 = MIDI 69.
 */
export function frequencyHzOf(pitch: Pitch, referenceHz = STANDARD_REFERENCE_HZ): number {
  return frequencyHzAt(midiOf(pitch) + (pitch.cents ?? 0) / 100, referenceHz);
}

/** The same for a height in semitones, fractions allowed; 69 is A4. */
export function frequencyHzAt(semitones: number, referenceHz = STANDARD_REFERENCE_HZ): number {
  return referenceHz * 2 ** ((semitones - 69) / 12);
}

/** How far `hz` lies above `fromHz`, in cents: `1200 · log2(hz / fromHz)`. */
export function centsBetween(fromHz: number, hz: number): number {
  return 1200 * Math.log2(hz / fromHz);
}

/** Reads what A4 shall be. @returns an error outside 415–466 Hz. */
export function parseReference(text: string): Result<number> {
  const hz = /^\s*\d{1,4}(?:[.,]\d{1,2})?\s*$/u.test(text)
    ? Number(text.replace(",", "."))
    : Number.NaN;
  if (hz >= MIN_REFERENCE_HZ && hz <= MAX_REFERENCE_HZ) return ok(hz);
  return err(`A is ${MIN_REFERENCE_HZ} to ${MAX_REFERENCE_HZ} Hz, got “${text.trim()}”`);
}
