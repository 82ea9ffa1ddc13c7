import { lastFretOf, placesOf, type Neck } from "../neck/neck";
import type { Midi } from "../pitch/pitch";
import { gripsOf, placesOfNote, type Moment, type MomentNote } from "./grip";

export type WhyUnreachable =
  | { readonly kind: "too-low" | "too-high"; readonly semitones: number }
  | { readonly kind: "between-strings" }
  | { readonly kind: "no-harmonic" }
  | { readonly kind: "no-free-string" }
  | { readonly kind: "no-grip" };

/** Why no string has this pitch; undefined when one does. */
export function whyUnreachable(pitch: Midi, neck: Neck): WhyUnreachable | undefined {
  if (placesOf(pitch, neck).length > 0) return undefined;
  const lowest = Math.min(...neck.openMidi);
  const highest = Math.max(
    ...neck.openMidi.map((open, index) => open + lastFretOf(neck, index + 1)),
  );
  if (pitch < lowest) return { kind: "too-low", semitones: lowest - pitch };
  if (pitch > highest) return { kind: "too-high", semitones: pitch - highest };
  return { kind: "between-strings" };
}

/** In a teacher's words. */
export function explainUnreachable(why: WhyUnreachable): string {
  switch (why.kind) {
    case "too-low":
      return `out of range: ${semitones(why.semitones)} below the lowest open string`;
    case "too-high":
      return `out of range: ${semitones(why.semitones)} above the last fret`;
    case "between-strings":
      return "no string has this pitch: it lies above one string's last fret and below the next open string";
    case "no-harmonic":
      return "no string has this pitch as a harmonic";
    case "no-free-string":
      return "no string is left for it beside the other notes of this moment";
    case "no-grip":
      return "the hand cannot hold it together with the other notes of this moment";
  }
}

function semitones(count: number): string {
  return count === 1 ? "1 semitone" : `${count} semitones`;
}

export interface Reduction {
  /** Indices of the notes that can be held together. */
  readonly kept: readonly number[];
  readonly lost: ReadonlyMap<number, WhyUnreachable>;
}

/**
 * Keeps as many notes of a moment as one hand can hold on this neck. Dead strokes
 * stay, since their string is all they have; of equal numbers the outer voices are kept: bass and
 * melody carry more than what lies between.
 */
export function reduceToPlayable(moment: Moment, neck: Neck): Reduction {
  const lost = new Map<number, WhyUnreachable>();
  const inRange: number[] = [];
  for (const [index, note] of moment.notes.entries()) {
    const why =
      note.kind === "pitched" && placesOfNote(note, neck).length === 0
        ? (whyUnreachable(note.midi, neck) ?? { kind: "no-harmonic" as const })
        : undefined;
    if (why) lost.set(index, why);
    else inRange.push(index);
  }
  const pitched = inRange.filter((index) => moment.notes[index]!.kind === "pitched");
  const byInnerFirst = pitched.sort(
    (a, b) => distanceToEdge(b, moment, inRange) - distanceToEdge(a, moment, inRange) || a - b,
  );
  const isFixed = (index: number) => {
    const note = moment.notes[index]!;
    return note.kind === "pitched" && note.fixed !== undefined;
  };
  const unfixed = byInnerFirst.filter((index) => !isFixed(index));
  // What a teacher pinned goes last, and only where two pins want the same string.
  for (const [among, least] of [
    [unfixed, 0],
    [byInnerFirst, 1],
  ] as const) {
    for (const drop of subsets(among, least)) {
      const kept = inRange.filter((index) => !drop.includes(index));
      if (gripsOf({ notes: kept.map((index) => moment.notes[index]!) }, neck).length === 0)
        continue;
      const why = {
        kind: inRange.length > neck.openMidi.length ? "no-free-string" : "no-grip",
      } as const;
      for (const index of drop) lost.set(index, why);
      return { kept, lost };
    }
  }
  return { kept: [], lost };
}

/** How deep a note lies inside the chord: 0 for its lowest and highest, and for pinned notes. */
function distanceToEdge(index: number, moment: Moment, among: readonly number[]): number {
  const note = moment.notes[index]!;
  if (note.kind === "dead" || note.fixed) return 0;
  const heights = among.flatMap((other) => midisOf(moment.notes[other]!)).sort((a, b) => a - b);
  const rank = heights.indexOf(note.midi);
  return Math.min(rank, heights.length - 1 - rank);
}

function midisOf(note: MomentNote): readonly Midi[] {
  return note.kind === "dead" ? [] : [note.midi];
}

/** From small to large, beginning with those of `least` items. */
function* subsets(items: readonly number[], least: number): Generator<readonly number[]> {
  for (let size = least; size <= items.length; size++) yield* combinations(items, size);
}

function* combinations(items: readonly number[], size: number): Generator<readonly number[]> {
  if (size === 0) {
    yield [];
    return;
  }
  for (const [index, item] of items.entries()) {
    for (const rest of combinations(items.slice(index + 1), size - 1)) yield [item, ...rest];
  }
}
