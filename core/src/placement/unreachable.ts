import { lastFretOf, placesOf, type Neck } from "../neck/neck";
import { midiOf, type Midi } from "../pitch/pitch";
import { combinations } from "./combinations";
import type { LineNote } from "./line-moments";

export type WhyUnreachable =
  | { readonly kind: "too-low" | "too-high"; readonly semitones: number }
  | { readonly kind: "between-strings" }
  | { readonly kind: "no-harmonic" }
  | { readonly kind: "ruled-out" }
  | { readonly kind: "no-such-place" }
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

/** In a teacher's words, with what can be done where something can. */
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
    case "ruled-out":
      return "every string that has this pitch is ruled out";
    case "no-such-place":
      return "the neck has no such string or fret";
    case "no-free-string":
      return "no string is left for it beside the other notes of this moment: split them between two players, or play them one after the other";
    case "no-grip":
      return "the hand cannot hold it together with the other notes of this moment: split them between two players, play them one after the other, or voice the chord anew";
  }
}

function semitones(count: number): string {
  return count === 1 ? "1 semitone" : `${count} semitones`;
}

export interface Reduction<Held> {
  readonly kept: readonly LineNote[];
  /** What holds them; absent where nothing is kept. */
  readonly held: Held | undefined;
  /** By note id; what was only held on is let go without a word. */
  readonly lost: ReadonlyMap<string, WhyUnreachable>;
}

/**
 * Keeps as many notes of a moment as one hand can hold. What is held on goes first. Dead strokes
 * stay, since their string is all they have. Bass and top are kept before all others, even where
 * more notes could be held without them; then the third, then as many as can be. What a teacher
 * fixed goes last, and only where two fixed notes want the same string.
 * @param hold What holds these notes together; undefined where no hand does.
 */
export function reduceToPlayable<Held>(
  notes: readonly LineNote[],
  neck: Neck,
  hold: (notes: readonly LineNote[]) => Held | undefined,
): Reduction<Held> {
  const lost = new Map<string, WhyUnreachable>();
  const inReach: LineNote[] = [];
  const damped = new Set<number>();
  for (const one of notes) {
    if (one.note.kind === "dead") {
      // Two voices that damp one string do it with one hand.
      if (!damped.has(one.note.string)) inReach.push(one);
      damped.add(one.note.string);
    } else if (one.places.length > 0) inReach.push(one);
    else lost.set(one.note.id, whyNowhere(one, neck));
  }
  const fresh = inReach.filter(({ isHeld }) => !isHeld);
  for (const kept of [inReach, fresh]) {
    const held = kept.length > 0 ? hold(kept) : undefined;
    if (held) return { kept, held, lost };
  }
  const strings = neck.openMidi.length;
  const why = { kind: fresh.length > strings ? "no-free-string" : "no-grip" } as const;
  const letGo = (notes: readonly LineNote[]) => {
    for (const { note } of notes) lost.set(note.id, why);
  };
  const pitched = fresh
    .filter(({ note }) => note.kind === "pitched")
    .sort((a, b) => dispensable(b, fresh) - dispensable(a, fresh));
  // A note for each string at most, before any choice is weighed.
  const beyond = Math.max(0, fresh.length - strings);
  const tooMany = new Set(pitched.filter(({ isFixed }) => !isFixed).slice(0, beyond));
  letGo([...tooMany]);
  const few = fresh.filter((one) => !tooMany.has(one));
  const left = pitched.filter((one) => !tooMany.has(one));
  const free = left.filter(({ isFixed }) => !isFixed);
  const inner = free.filter((one) => dispensable(one, fresh) > 0);
  for (const among of [inner, free, left]) {
    for (const drop of [[], ...subsets(among)]) {
      const kept = besides(
        drop,
        few.filter((one) => !drop.includes(one)),
      );
      const held = kept.length > 0 ? hold(kept) : undefined;
      if (kept.length > 0 && !held) continue;
      letGo(drop);
      return { kept, held, lost };
    }
  }
  letGo(pitched);
  return { kept: [], held: undefined, lost };
}

/** What stays, off the strings of fixed notes that had to go: those keep their place, if nobody holds it. */
function besides(gone: readonly LineNote[], kept: readonly LineNote[]): readonly LineNote[] {
  const taken = new Set(
    gone.flatMap(({ isFixed, places }) => (isFixed ? places.map(({ string }) => string) : [])),
  );
  if (taken.size === 0) return kept;
  return kept.map((one) => {
    if (one.isFixed || one.note.kind === "dead") return one;
    const places = one.places.filter(({ string }) => !taken.has(string));
    return places.length === one.places.length ? one : { ...one, places, isNarrowed: true };
  });
}

function whyNowhere({ note }: LineNote, neck: Neck): WhyUnreachable {
  if (note.kind === "dead") return { kind: "no-free-string" };
  const why = whyUnreachable(midiOf(note.pitch), neck);
  if (why) return why;
  const isHarmonic = note.techniques.some(({ kind }) => kind.endsWith("harmonic"));
  return { kind: isHarmonic ? "no-harmonic" : "ruled-out" };
}

/** Thirds above the bass, in semitones. */
const THIRDS: readonly number[] = [3, 4];

/**
 * How easily a chord does without a note: not at all without its bass and its top, hardly without
 * the third above the bass, easily without what sounds in another octave too.
 */
function dispensable({ note }: LineNote, among: readonly LineNote[]): number {
  const heights = among.flatMap((other) =>
    other.note.kind === "pitched" ? [midiOf(other.note.pitch)] : [],
  );
  if (note.kind === "dead") return 0;
  const own = midiOf(note.pitch);
  const bass = Math.min(...heights);
  if (own === bass || own === Math.max(...heights)) return 0;
  const isDoubled = heights.filter((height) => (height - own) % 12 === 0).length > 1;
  if (isDoubled) return 3;
  return THIRDS.includes((own - bass) % 12) ? 1 : 2;
}

/** From one item to all of them. */
function* subsets<Item>(items: readonly Item[]): Generator<readonly Item[]> {
  for (let size = 1; size <= items.length; size++) yield* combinations(items, size);
}
