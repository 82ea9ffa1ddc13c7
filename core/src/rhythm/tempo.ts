import { err, ok, type Result } from "../foundation/result";

/** Tempos that a song, a bar or a tablature may have, in quarter notes a minute. */
export const MIN_TEMPO_BPM = 20;
export const MAX_TEMPO_BPM = 400;

export function isTempo(bpm: number): boolean {
  return bpm >= MIN_TEMPO_BPM && bpm <= MAX_TEMPO_BPM;
}

/** How long a whole note lasts, in seconds. */
export function wholeSeconds(bpm: number): number {
  return 240 / bpm;
}

/** Reads a tempo that was typed, like `96` or `97.5`. */
export function parseTempo(text: string): Result<number> {
  const bpm = Number(text);
  if (isTempo(bpm)) return ok(bpm);
  return err(`${MIN_TEMPO_BPM} to ${MAX_TEMPO_BPM} a minute, got “${text}”`);
}
