import type { Finding } from "../../foundation/finding";
import type { Fraction } from "../../rhythm/fraction";
import type { EventTechnique, LinkKind, Pluck, Stroke } from "../../score/technique";
import type { Atom, AtomOf, PauseStrength, StringsMeaning } from "./atom";
import { newDraft, type Draft, type DraftNote, type Join } from "./draft";
import type { StringCalls } from "./string-calls";
import type { Word } from "./words";

/** One thing that was not decided, with what could be meant. */
export interface TalkQuestion {
  /** Where in the text, from 0. */
  readonly start: number;
  readonly end: number;
  readonly text: string;
  readonly answers: readonly TalkAnswer[];
}

/** An answer says the doubtful words anew, so that nobody needs to ask any more. */
export interface TalkAnswer {
  readonly label: string;
  readonly edit: { readonly start: number; readonly end: number; readonly text: string };
}

/** A place as it is said: its fret counted as the song counts frets. */
export interface SaidPlace {
  readonly string: number;
  readonly fret: number;
}

/** What talk is understood against. */
export interface TalkContext extends StringCalls {
  /** How each string is said so that no other is meant, string 1 first. */
  readonly spoken: readonly string[];
  /** The lowest and the highest fret of each string, counted as they are said. */
  readonly firstFrets: readonly number[];
  readonly lastFrets: readonly number[];
  /** What was said before. */
  readonly before: readonly Draft[];
  /** Grips that a chord's name may mean, as signs from the thick string to the thin one. */
  readonly gripsOf: (name: string) => readonly string[];
  /** How much higher one place sounds than another, both as they are said, in cents. */
  readonly centsBetween: (from: SaidPlace, to: SaidPlace) => number;
  /** The notes of the last event that signs say in the call-out's own words; undefined where they say none. */
  readonly calloutOf: (signs: string) => readonly DraftNote[] | undefined;
}

/** Words by their index, the end behind the last. */
export interface WordRange {
  readonly start: number;
  readonly end: number;
}

/** A link that waits for the note it leads to. */
export interface Waiting {
  readonly link: LinkKind;
  readonly hasTo: boolean;
  /** Whether the note that it leads away from was said behind it. */
  hasSource: boolean;
  readonly from: number;
}

/** What is said of the next note. */
export interface Ahead {
  finger?: 1 | 2 | 3 | 4;
  duration?: Fraction;
  manners: EventTechnique[];
  techniques: Draft["techniques"];
  stroke?: Stroke;
  pluck?: Pluck;
  bend?: Draft["bend"];
  times?: number;
  quoted?: string;
  /** Of a question that was asked before it. */
  question?: number;
}

export const nothingAhead = (): Ahead => ({ manners: [], techniques: [] });

/** What was said before and comes again, moved or with another end. */
export interface Reference {
  kind: "same" | "move";
  group: readonly Draft[];
  frets: number;
  strings: number;
  onString?: number;
  isSlide?: boolean;
  /** Whether a fret to move to is that of the first note, and not of the first finger. */
  isFirst?: true;
  times: number;
  endsOn: boolean;
  /** The clause in which it was said. */
  clause: number;
  from: number;
  to: number;
}

/** What is said of all notes until the end of the clause, or of the sentence. */
interface Stretch {
  techniques?: Draft["techniques"];
  manners: EventTechnique[];
  stroke?: Stroke;
  pluck?: Pluck;
  /** What ends it: a comma, “then”, or the end of the sentence. */
  until: PauseStrength;
  /** Where it was said, until a note is of it. */
  unused?: WordRange;
}

/** The string that is spoken of. */
interface CurrentString {
  /** Where it was named before its frets, until a note is of it. */
  readonly unused?: (WordRange & { readonly sentence: number }) | undefined;
  readonly string: number;
  readonly others: readonly number[];
  /** The word that names it. */
  readonly letterAt?: number;
  /** Whether it was named before its frets, or with a note. */
  readonly how: "header" | "after";
  readonly clause: number;
  readonly segment: number;
  readonly sentence: number;
}

export interface HeldGrip {
  readonly frets: ReadonlyMap<number, number>;
  /** Of the question which one it is. */
  readonly question?: number;
}

/** Talk that is being read: what was understood so far, and all that waits for what comes. */
export class Talk {
  drafts: Draft[] = [];
  readonly slips: Finding[] = [];
  readonly questions: TalkQuestion[] = [];
  /** The atom that is read. */
  at = 0;

  string: CurrentString | undefined;
  /** By letter: which of two strings was called low or high. */
  readonly lastNamed = new Map<string, number>();
  /** Strings that wait for the fret they are held at. */
  awaited: (StringsMeaning & { start: number; end: number }) | undefined;
  /** The note that was just said, as long as its string may follow. */
  adjacent: Draft | undefined;
  join: Join = "none";
  clause = 0;
  segment = 0;
  sentence = 0;
  isClauseUnknown = false;

  ahead = nothingAhead();
  stretch: Stretch | undefined;
  value: Fraction | undefined;
  many: { times: number; from: number; duration?: Fraction; isOfNotes?: true } | undefined;
  links: Waiting[] = [];
  trill: { draft?: Draft } | undefined;
  isPlus = false;
  /** Whether “with” said so. */
  isWith = false;
  chord: { isPlural: boolean; from: number; isUnison: boolean } | undefined;
  /** A grip that is held until the sentence ends: frets as they are said, by string. */
  grip: HeldGrip | undefined;
  bendTarget: Draft | undefined;
  moveTo: Reference | undefined;
  reference: Reference | undefined;
  /** What was said to come several times: one round of it. */
  round: { readonly group: readonly Draft[]; readonly times: number } | undefined;
  /** Whether strings are named behind their frets, with a comma between. */
  isStringBehind = false;
  pair: number | undefined;
  /** Drafts between round brackets, from the first up to the one behind the last. */
  bracket: { readonly from: number; to?: number } | undefined;
  /** Whether brackets are open that hold no note. */
  isAside = false;
  strokesAhead: AtomOf<"strokes"> | undefined;
  /** The next fret is one that is played no more: “instead of that last five”. */
  isReplaced = false;
  /** “And the last time …”: what is different then. */
  lastTime: "said" | "ends-on" | undefined;
  lastTimeAt: Atom | undefined;
  /** The next note is the one that a link leads away from. */
  isSource = false;
  /** From which draft on the sentence is undecided. */
  unsureFrom: number | undefined;

  constructor(
    readonly text: string,
    readonly words: readonly Word[],
    readonly atoms: readonly Atom[],
    readonly context: TalkContext,
  ) {
    const string = context.before.at(-1)?.notes.at(-1)?.string;
    if (string !== undefined)
      this.string = { string, others: [], how: "after", clause: -1, segment: -1, sentence: -1 };
  }
}

const JOINS: readonly Join[] = ["none", "and", "comma", "then", "sentence"];

/** The stronger of two. */
export function later(one: Join, other: Join): Join {
  return JOINS.indexOf(one) >= JOINS.indexOf(other) ? one : other;
}

export function addAhead(ahead: Ahead, technique: Draft["techniques"][number]): void {
  ahead.techniques = [...ahead.techniques.filter(({ kind }) => kind !== technique.kind), technique];
}

export function clauseDrafts(talk: Talk): Draft[] {
  return talk.drafts.filter(({ clause, kind }) => clause === talk.clause && kind !== "bar-line");
}

export function segmentDrafts(talk: Talk): Draft[] {
  return talk.drafts.filter(({ segment, kind }) => segment === talk.segment && kind !== "bar-line");
}

/** What a link leads away from. */
export function sourceOf(talk: Talk): Draft | undefined {
  return lastNotes(talk) ?? talk.context.before.at(-1);
}

export function lastNotes(talk: Talk): Draft | undefined {
  return talk.drafts.findLast(({ kind }) => kind === "notes");
}

export function placedHere(talk: Talk, draft: Draft, { start, end }: WordRange): Draft {
  return {
    ...draft,
    ...hereIn(talk),
    from: start,
    to: end,
    binding: "own",
    isCopy: true,
  };
}

/** Where the talk is. */
export const hereIn = ({ clause, segment, sentence }: Talk) => ({ clause, segment, sentence });

/** An event said here, to which nothing was said yet. */
export function draftHere(talk: Talk, kind: Draft["kind"], { start, end }: WordRange): Draft {
  return newDraft(kind, { join: talk.join, ...hereIn(talk), from: start, to: end });
}

export function lastEvent(talk: Talk): Draft {
  return talk.drafts.findLast(({ kind }) => kind !== "bar-line")!;
}
