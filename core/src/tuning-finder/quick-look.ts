import type { Candidate } from "./candidates";
import type { Evidence, Sound } from "./evidence";

/** What a look at the strings alone tells of a candidate; its places are found later, for the best few. */
export interface QuickLook {
  /** Of all sounds, 0–1: those that it cannot play. */
  readonly unplayable: number;
  /** Of all notes, 0–1: those that are one of its open strings. */
  readonly open: number;
  /** Mean effort of its chords: a quarter a finger, more for wide ones; 0 without chords. */
  readonly chordEffort: number;
  readonly chords: number;
  /** Of the notes of chords of four or more, 0–1: those that are one of its open strings. */
  readonly openInChords: number;
  /** Semitones from its lowest open string up to the lowest note. */
  readonly aboveLowest: number;
  /** Marks that it agrees with, and that it cannot be brought together with. */
  readonly agrees: number;
  readonly disagrees: number;
}

/** Highest fret that is looked at, from the capo. */
const FRETS = 19;
const WIDEST = 4;
const IMPOSSIBLE = 3;
const FULL_CHORD = 4;

/** Sounds that are the same count together. */
export interface Pooled {
  readonly sound: Sound;
  readonly times: number;
}

export function pool({ sounds }: Evidence): readonly Pooled[] {
  const known = new Map<string, { sound: Sound; times: number }>();
  for (const sound of sounds) {
    const key = `${sound.pitches.join()} ${sound.open} ${sound.openPitches.join()} ${sound.isBent} ${sound.isCertain}`;
    const one = known.get(key);
    if (one) one.times++;
    else known.set(key, { sound, times: 1 });
  }
  return [...known.values()];
}

export function quickLook({ open, capo }: Candidate, pooled: readonly Pooled[]): QuickLook {
  const frets = FRETS - Math.floor(capo / 2);
  let sounds = 0;
  let notes = 0;
  let unplayable = 0;
  let openNotes = 0;
  let chords = 0;
  let effort = 0;
  let inChords = 0;
  let openInChords = 0;
  let lowest = Number.POSITIVE_INFINITY;
  let agrees = 0;
  let disagrees = 0;
  for (const { sound, times } of pooled) {
    const { pitches } = sound;
    sounds += times;
    notes += times * pitches.length;
    lowest = Math.min(lowest, pitches[0]!);
    const openAmong = pitches.filter((pitch) => open.includes(pitch)).length;
    // What was heard as fretted does not speak for a string that would have it open.
    if (sound.open !== false) openNotes += times * openAmong;
    if (pitches.length === 1) {
      if (!isReached(pitches[0]!, open, frets)) unplayable += times;
    } else {
      const own = chordEffort(pitches, open, frets);
      chords += times;
      if (pitches.length >= FULL_CHORD) {
        inChords += pitches.length * times;
        openInChords += openAmong * times;
      }
      effort += times * (own ?? IMPOSSIBLE);
      if (own === undefined) unplayable += times;
    }
    if (sound.open !== undefined) {
      const isPossible = sound.open
        ? openAmong > 0 && isHeldAsTold(sound, open, frets)
        : canBeFretted(pitches, open, frets);
      if (isPossible) agrees += times;
      else disagrees += times;
    }
    if (sound.isCertain && !isReached(pitches[0]!, open, frets)) disagrees += times;
    if (sound.isBent && !canBeFretted(pitches, open, frets)) disagrees += times;
  }
  return {
    unplayable: unplayable / Math.max(1, sounds),
    open: openNotes / Math.max(1, notes),
    chordEffort: chords === 0 ? 0 : effort / chords,
    chords,
    openInChords: openInChords / Math.max(1, inChords),
    aboveLowest: Number.isFinite(lowest) ? lowest - Math.min(...open) : 0,
    agrees,
    disagrees,
  };
}

function isReached(pitch: number, open: readonly number[], frets: number): boolean {
  return open.some((string) => pitch >= string && pitch - string <= frets);
}

function canBeFretted(pitches: readonly number[], open: readonly number[], frets: number): boolean {
  return pitches.every((pitch) => open.some((string) => pitch > string && pitch - string <= frets));
}

/** Whether those of its pitches that were told to be open can be, on strings of their own, and the others be fretted beside them. */
function isHeldAsTold(
  { pitches, openPitches }: Sound,
  open: readonly number[],
  frets: number,
): boolean {
  if (openPitches.length === 0) return true;
  const taken = new Set<number>();
  const extend = (index: number, low: number, high: number): boolean => {
    const pitch = pitches[index];
    if (pitch === undefined) return true;
    const mustBeOpen = openPitches.includes(pitch);
    return open.some((string, at) => {
      const fret = pitch - string;
      if (taken.has(at) || (fret === 0) !== mustBeOpen || fret < 0 || fret > frets) return false;
      const nextLow = mustBeOpen ? low : Math.min(low, fret);
      const nextHigh = mustBeOpen ? high : Math.max(high, fret);
      if (nextHigh - nextLow > WIDEST) return false;
      taken.add(at);
      const isHeld = extend(index + 1, nextLow, nextHigh);
      taken.delete(at);
      return isHeld;
    });
  };
  return extend(0, Number.POSITIVE_INFINITY, 0);
}

/** The least effort of a chord on these strings; undefined where no hand holds it. */
export function chordEffort(
  pitches: readonly number[],
  open: readonly number[],
  frets: number,
): number | undefined {
  if (pitches.length > open.length) return undefined;
  const taken = new Set<number>();
  const held: number[] = [];
  let best: number | undefined;
  const extend = (index: number, low: number, high: number) => {
    if (index === pitches.length) {
      const own = effortOf(held, low, high);
      if (own <= MOST_EFFORT && (best === undefined || own < best)) best = own;
      return;
    }
    for (const [string, pitch] of open.entries()) {
      const fret = pitches[index]! - pitch;
      if (fret < 0 || fret > frets || taken.has(string)) continue;
      const nextLow = fret === 0 ? low : Math.min(low, fret);
      const nextHigh = fret === 0 ? high : Math.max(high, fret);
      if (nextHigh - nextLow > WIDEST) continue;
      taken.add(string);
      held.push(fret);
      extend(index + 1, nextLow, nextHigh);
      held.pop();
      taken.delete(string);
    }
  };
  extend(0, Number.POSITIVE_INFINITY, 0);
  return best;
}

const MOST_EFFORT = 1.6;

/** A quarter a finger; one finger lies across the lowest fret where nothing is open. */
function effortOf(frets: readonly number[], low: number, high: number): number {
  const fretted = frets.filter((fret) => fret > 0);
  if (fretted.length === 0) return 0;
  const across = frets.includes(0) ? 0 : fretted.filter((fret) => fret === low).length - 1;
  const fingers = fretted.length - Math.max(0, across);
  return (fingers > 4 ? 4 * fingers : fingers) / 4 + (high - low > 3 ? 0.3 : 0);
}
