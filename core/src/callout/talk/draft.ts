import type { Fraction } from "../../rhythm/fraction";
import type {
  BendCourse,
  EventTechnique,
  LinkKind,
  Pluck,
  Stroke,
  Technique,
} from "../../score/technique";

/** A note in the making: its string may be said later. */
export interface DraftNote {
  string?: number;
  /** What else the string's name may mean. */
  others?: readonly number[];
  /** The word that names it, for an answer that says which of two. */
  letterAt?: number;
  fret: number | "x";
  finger?: 1 | 2 | 3 | 4;
  pinned?: true;
}

/** How a note's string is known. */
export type Binding =
  /** Named with the note. */
  | "own"
  /** Named before its frets, in the same breath. */
  | "header"
  /** Named some time before. */
  | "carried"
  /** Named in an earlier sentence. */
  | "kept"
  | "missing";

/** What stands between an event and the one before it. */
export type Join = "none" | "and" | "comma" | "then" | "sentence";

/** An event in the making. */
export interface Draft {
  readonly kind: "notes" | "rest" | "bar-line";
  notes: DraftNote[];
  /** The call-out's own words for it, where it was said in those. */
  signs?: string;
  /** What stands before it in those words: what is sung with it, free words. */
  quoted?: string;
  link?: LinkKind;
  techniques: Technique[];
  manners: EventTechnique[];
  stroke?: Stroke;
  pluck?: Pluck;
  bend?: {
    cents?: number;
    course: BendCourse;
    to?: { string: number; fret: number };
    /** The words that say no more than that it is bent “a bit”. */
    vague?: { readonly start: number; readonly end: number };
  };
  /** What was said before, once more. */
  isCopy?: true;
  isUnisonBend?: true;
  /** “A 5 with D 7”: what follows an “and” sounds with them as well. */
  isTakenWith?: true;
  fermata?: true;
  duration?: Fraction;
  /** How often it comes in all. */
  times: number;
  binding: Binding;
  join: Join;
  clause: number;
  segment: number;
  sentence: number;
  /** The words it was said with. */
  from: number;
  to: number;
  /** Nobody is sure of it: it belongs to the question of this number. */
  question?: number;
}

/** Whether nobody said its string with it. */
export const isStringOpen = ({ binding }: Draft) => binding !== "own" && binding !== "header";

/** Whether its string is one that was spoken of before. */
export const isCarried = ({ binding }: Draft) => binding === "carried" || binding === "kept";

/** A draft of which nothing is known but where it was said. */
export function newDraft(
  kind: Draft["kind"],
  where: Pick<Draft, "join" | "clause" | "segment" | "sentence" | "from" | "to">,
): Draft {
  return { kind, notes: [], techniques: [], manners: [], times: 1, binding: "own", ...where };
}

/** Copies that share nothing. */
export function copyOf(draft: Draft): Draft {
  return {
    ...draft,
    notes: draft.notes.map((note) => ({ ...note })),
    techniques: [...draft.techniques],
    manners: [...draft.manners],
    ...(draft.bend && { bend: { ...draft.bend } }),
  };
}

/** Of each kind the one said last counts. */
export function addTechnique(draft: Draft, technique: Technique): void {
  draft.techniques = [...draft.techniques.filter(({ kind }) => kind !== technique.kind), technique];
}

/** The notes of another in one with its own, and what is done to them. */
export function addNotes(draft: Draft, more: Draft): void {
  draft.notes.push(...more.notes);
  for (const technique of more.techniques) addTechnique(draft, technique);
  for (const manner of more.manners) addManner(draft, manner);
}

export function addManner(draft: Draft, manner: EventTechnique): void {
  draft.manners = [...draft.manners.filter(({ kind }) => kind !== manner.kind), manner];
}

/** The note whose pitch the lower-lying string of a unison bend is bent to. */
export function unisonTarget(note: DraftNote, notes: readonly DraftNote[]): DraftNote | undefined {
  const [bent, held] = [...notes].sort((a, b) => Number(b.fret) - Number(a.fret));
  return note === bent ? held : undefined;
}

/** How far a bend goes where nobody says it, in cents. */
export const WHOLE_STEP = 200;
