import { isBarred } from "./slide-bar";
import type { Bonding, HandTask, PlacingNote } from "./hand-task";

/** What time leaves for a shift, in steps of a tenth: 1 at a quarter of a second, dearer in less. */
export function haste(gapSeconds: number): number {
  const factor = Math.sqrt(0.25 / Math.max(0.01, gapSeconds));
  return Math.round(10 * Math.min(1.8, Math.max(0.6, factor))) / 10;
}

/** Two moments that follow each other, and what of them matters to every pair of their hands. */
export interface Passing {
  readonly bonds: readonly (Bonding & { readonly note: number })[];
  /** Notes before and after that sound the same. */
  readonly same: readonly (readonly [before: number, after: number])[];
  /** How a chord moves on: all its notes alike, or nearly so, as sixths and thirds of a key do. */
  readonly parallel: "exactly" | "nearly" | undefined;
  /** Whether both are chords, of as many notes. */
  readonly areChords: boolean;
  /** Of two single notes: how many semitones lie between them. */
  readonly step: number | undefined;
  readonly isLegato: boolean;
  readonly isSlide: boolean;
  readonly hurry: number;
  /** After an open string or a damped one the hand has had that moment's time for its shift as well. */
  readonly hurryAfterOpen: number;
}

export function passing(before: HandTask, after: HandTask): Passing {
  const same = after.notes.flatMap((note, index) =>
    before.notes.flatMap((other, at) => (isSameSound(note, other) ? [[at, index] as const] : [])),
  );
  const bonds = after.notes.flatMap((note, index) =>
    note.kind === "pitched" && note.bond ? [{ ...note.bond, note: index }] : [],
  );
  const parallel = parallelBetween(before, after);
  return {
    bonds,
    // What moves in parallel takes its pitches along.
    same: parallel || isBarred(after.notes) ? [] : same,
    parallel,
    areChords: isChord(before) && isChord(after) && after.notes.length === before.notes.length,
    step: stepBetween(before, after),
    isLegato: bonds.some(({ kind }) => kind === "legato"),
    isSlide: bonds.some(({ kind }) => kind === "slide"),
    hurry: haste(after.gapSeconds),
    hurryAfterOpen: haste(after.gapSeconds + before.gapSeconds),
  };
}

/** Whether several notes begin at once, and none is held on. */
function isChord({ notes }: HandTask): boolean {
  return notes.length > 1 && notes.every((note) => note.kind === "dead" || !note.isHeld);
}

/** Whether anything of the two moments asks to be kept together. */
export function hasKeepTerms({ bonds, same, areChords, step }: Passing): boolean {
  return bonds.length > 0 || same.length > 0 || areChords || step === 1;
}

function stepBetween(before: HandTask, after: HandTask): number | undefined {
  const [one, ...others] = before.notes;
  const [next, ...more] = after.notes;
  if (one?.kind !== "pitched" || next?.kind !== "pitched") return undefined;
  return others.length + more.length > 0 ? undefined : Math.abs(next.midi - one.midi);
}

function isSameSound(one: PlacingNote, other: PlacingNote): boolean {
  return (
    one.kind === "pitched" &&
    other.kind === "pitched" &&
    one.midi === other.midi &&
    one.isHarmonic === other.isHarmonic
  );
}

/** Whether all notes of a chord go as many semitones on, or within a semitone of that; and somewhere else. */
function parallelBetween(before: HandTask, after: HandTask): Passing["parallel"] {
  const { length } = after.notes;
  if (length < 2 || before.notes.length !== length) return undefined;
  let least = Number.POSITIVE_INFINITY;
  let most = Number.NEGATIVE_INFINITY;
  for (const [index, other] of after.notes.entries()) {
    const one = before.notes[index]!;
    if (one.kind === "dead" || other.kind === "dead") return undefined;
    const lift = other.midi - one.midi;
    least = Math.min(least, lift);
    most = Math.max(most, lift);
  }
  if (least === most) return least === 0 ? undefined : "exactly";
  return most - least === 1 && least * most > 0 ? "nearly" : undefined;
}
