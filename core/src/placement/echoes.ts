import type { HandTask } from "./hand-task";
import { chordKey, heightOf, shapeOf } from "./likeness";
import { isBarred } from "./slide-bar";

/**
 * A later moment that sounds like an earlier one of its phrase, and what it costs when it is not
 * placed alike. Echoes reach back no further than `ECHO_REACH` moments, and never cost less than
 * nothing: that is what lets the search prove a plan best.
 */
export type Echo =
  /** A note that returns, or a chord, comes back to its place. */
  | { readonly term: "pitchElsewhere"; readonly from: number }
  /** A repeat is placed alike. */
  | { readonly term: "repeatMoved"; readonly from: number }
  /** Four single notes that come again at another pitch go as many strings and frets on, all alike. */
  | { readonly term: "motifReshaped"; readonly from: number; readonly keepsStrings: boolean }
  /** A pedal on an open string does not make the line change strings. */
  | { readonly term: "pedal"; readonly from: number }
  /** Two notes of a chord that is broken can be held together. */
  | { readonly term: "chordLetGo"; readonly from: number }
  /** A chord that comes again at another pitch lies on the same strings in the same shape. */
  | { readonly term: "shapeElsewhere"; readonly from: number }
  /** A phrase that comes again at another pitch goes on from place to place as it did before. */
  | { readonly term: "shapeCarried"; readonly from: number; readonly by: number };

export const ECHO_REACH = 128;
const SHORTEST_REPEAT = 4;
/** So many single notes make a motif. */
export const MOTIF = 4;
/** A motif that comes again no further than so many semitones away stays on its strings. */
const ON_THE_SAME_STRINGS = 3;
/** Neighbours of a line that a pedal may stand between, in semitones. */
const NEXT_TO_EACH_OTHER = 4;

/** By moment: which earlier moments it answers. */
export function echoesOf(moments: readonly HandTask[]): readonly (readonly Echo[])[] {
  const lastWith = new Map<string, number>();
  const pedals = pedalPitches(moments);
  const lastOfShape = new Map<string, number>();
  const likeness = new Likeness(moments);
  return moments.map((moment, index): readonly Echo[] => {
    const echoes: Echo[] = [];
    const sound = soundOf(moment);
    const from = lastWith.get(sound);
    lastWith.set(sound, index);
    // A slid note in unison with an open string is meant.
    if (from !== undefined && index - from < ECHO_REACH && !isBarred(moment.notes)) {
      echoes.push({ term: "pitchElsewhere", from });
    }
    const { repeat, motif } = likeness.at(index);
    if (repeat !== undefined) echoes.push({ term: "repeatMoved", from: index - repeat });
    if (motif !== undefined && isMelodic(moments, index)) {
      const lift = heightOf(moment.notes) - heightOf(moments[index - motif]!.notes);
      const keepsStrings = Math.abs(lift) <= ON_THE_SAME_STRINGS;
      echoes.push({ term: "motifReshaped", from: index - motif, keepsStrings });
    }
    const pedal = beforePedal(moments, index, pedals);
    if (pedal !== undefined) echoes.push({ term: "pedal", from: pedal });
    for (const at of heldWith(moments, index)) echoes.push({ term: "chordLetGo", from: at });
    const shape = shapeOf(moment);
    if (shape !== undefined) {
      const before = lastOfShape.get(shape);
      // Neighbours are judged as they move.
      if (
        before !== undefined &&
        index - before < ECHO_REACH &&
        index - before > 1 &&
        from !== before
      ) {
        echoes.push({ term: "shapeElsewhere", from: before });
      }
      lastOfShape.set(shape, index);
    }
    return echoes;
  });
}

function soundOf({ notes }: HandTask): string {
  return notes
    .map((note) => (note.kind === "dead" ? "x" : `${note.midi}${note.isHarmonic ? "h" : ""}`))
    .join("+");
}

/** How long, at each distance back, the line has been the same up to here, or the same but higher. */
class Likeness {
  private readonly lengths = new Int32Array(ECHO_REACH);
  private readonly lifts = new Int32Array(ECHO_REACH);
  private readonly chords: Int32Array;
  private readonly heights: Int32Array;

  constructor(moments: readonly HandTask[]) {
    const known = new Map<string, number>();
    this.heights = Int32Array.from(moments, ({ notes }) => heightOf(notes));
    this.chords = Int32Array.from(moments, (moment, index) => {
      const key = chordKey(moment, this.heights[index]);
      if (!known.has(key)) known.set(key, known.size);
      return known.get(key)!;
    });
  }

  /**
   * The shortest distances back at which the line repeats itself, and comes again at another pitch.
   * To be asked for each moment in turn.
   */
  at(index: number): { readonly repeat: number | undefined; readonly motif: number | undefined } {
    let repeat: number | undefined;
    let motif: number | undefined;
    const { lengths, lifts, chords, heights } = this;
    for (let back = 1; back < ECHO_REACH - MOTIF && back <= index; back++) {
      if (chords[index] !== chords[index - back]) {
        lengths[back] = 0;
        continue;
      }
      const lift = heights[index]! - heights[index - back]!;
      lengths[back] = lengths[back]! > 0 && lifts[back] === lift ? lengths[back]! + 1 : 1;
      lifts[back] = lift;
      if (lift === 0) {
        if (lengths[back]! >= SHORTEST_REPEAT && back >= SHORTEST_REPEAT) repeat ??= back;
      } else if (lengths[back]! >= MOTIF && back >= MOTIF) motif ??= back;
    }
    return { repeat, motif };
  }
}

function isMelodic(moments: readonly HandTask[], index: number): boolean {
  for (let at = index - MOTIF + 1; at <= index; at++) {
    const { notes } = moments[at]!;
    if (notes.length !== 1 || notes[0]!.kind === "dead") return false;
  }
  return true;
}

/** The one note of a moment that has a pitch and stands alone. */
function singleNote(moment: HandTask | undefined) {
  const [note, ...more] = moment?.notes ?? [];
  return note?.kind === "pitched" && more.length === 0 ? note : undefined;
}

function singlePitch(moment: HandTask | undefined): number | undefined {
  return singleNote(moment)?.midi;
}

/** Of a chord that is broken: where each of its other notes stood last. */
function heldWith(moments: readonly HandTask[], index: number): readonly number[] {
  const own = singleNote(moments[index]);
  if (own?.chord === undefined) return [];
  const seen = new Set([own.midi]);
  const found: number[] = [];
  for (let at = index - 1; at >= 0; at--) {
    const other = singleNote(moments[at]);
    if (!other || other.chord !== own.chord) break;
    if (seen.has(other.midi)) continue;
    seen.add(other.midi);
    found.push(at);
  }
  return found;
}

/** Pitches that stand by themselves again and again: below all that stands around them, or on open strings. */
function pedalPitches(moments: readonly HandTask[]): ReadonlySet<number> {
  const count = new Map<number, number>();
  for (const moment of moments) {
    const [note] = moment.notes;
    if (note?.kind === "pitched" && (note.isLowest || note.isPedal) && moment.notes.length === 1) {
      count.set(note.midi, (count.get(note.midi) ?? 0) + 1);
    }
  }
  return new Set([...count].filter(([, times]) => times > 1).map(([pitch]) => pitch));
}

/** The last note of the line before a pedal that stands right before this one. */
function beforePedal(
  moments: readonly HandTask[],
  index: number,
  pedals: ReadonlySet<number>,
): number | undefined {
  const own = singlePitch(moments[index]);
  if (own === undefined || pedals.has(own)) return undefined;
  let at = index - 1;
  const isPedal = (one: number) => pedals.has(singlePitch(moments[one]) ?? -1);
  while (at >= 0 && index - at < 4 && isPedal(at)) at--;
  if (at < 0 || at === index - 1 || isPedal(at)) return undefined;
  const before = singlePitch(moments[at]);
  return before !== undefined && Math.abs(before - own) <= NEXT_TO_EACH_OTHER ? at : undefined;
}
