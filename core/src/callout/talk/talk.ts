import type { Finding } from "../../foundation/finding";
import type { Fraction } from "../../rhythm/fraction";
import type { EventTechnique, LinkKind, Pluck, Stroke } from "../../score/technique";
import type { Atom, AtomOf, StringsMeaning } from "./atom";
import { copyOf, newDraft, type Draft, type DraftNote, type Join } from "./draft";
import type { StringCalls } from "./string-words";
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
  isLong: boolean;
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
  round: readonly Draft[] | undefined;
  /** Whether strings are named behind their frets, with a comma between. */
  isStringBehind = false;
  pair: number | undefined;
  /** Drafts between round brackets, from the first up to the one behind the last. */
  bracket: { readonly from: number; to?: number } | undefined;
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
      this.string = { string, others: [], how: "after", clause: -1, segment: -1 };
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

// Looking ahead

/** The next atom that is no everyday word, within the clause. */
export function nextAtom(talk: Talk, skip: readonly Atom["kind"][] = []): Atom | undefined {
  for (let at = talk.at + 1; at < talk.atoms.length; at++) {
    const atom = talk.atoms[at]!;
    if (atom.kind === "pause") return undefined;
    if (["filler", "aside", "play", "for", "unknown", "hold", ...skip].includes(atom.kind))
      continue;
    return atom;
  }
  return undefined;
}

export function isNoteNext(talk: Talk, alsoFinger = false): boolean {
  const next = nextAtom(talk, alsoFinger ? ["finger"] : []);
  if (next === undefined) return false;
  if (next.kind === "strings") return true;
  return ["fret", "dead", "grip", "callout"].includes(next.kind);
}

/** Whether something of these kinds is still said before the clause ends, or the sentence. */
export function hasAhead(
  { atoms, at }: Talk,
  within: "clause" | "sentence",
  ...kinds: readonly Atom["kind"][]
): boolean {
  const strength = within === "clause" ? 1 : 3;
  for (const atom of atoms.slice(at + 1)) {
    if (atom.kind === "pause" && atom.strength >= strength) return false;
    if (kinds.includes(atom.kind)) return true;
  }
  return false;
}

export function isNoteInClause(talk: Talk): boolean {
  return hasAhead(talk, "clause", "fret", "dead", "grip", "strings");
}

/** The atom before this one that is no everyday word, nor of the kinds to skip. */
export function atomBefore(
  { atoms, at }: Talk,
  ...skip: readonly Atom["kind"][]
): Atom | undefined {
  return atoms.slice(0, at).findLast(({ kind }) => kind !== "filler" && !skip.includes(kind));
}

/** Whether the note's own string follows right behind: “seven on the D”. */
export function isStringAhead(talk: Talk): boolean {
  const next = nextAtom(talk, ["finger", "amount", "hold"]);
  return next?.kind === "strings" && next.form === "on";
}

export function isFretNext(talk: Talk): boolean {
  const next = nextAtom(talk, ["finger"]);
  return next?.kind === "fret" || next?.kind === "dead";
}

export function placedHere(talk: Talk, draft: Draft, { start, end }: WordRange): Draft {
  const { clause, segment, sentence } = talk;
  return {
    ...draft,
    clause,
    segment,
    sentence,
    from: start,
    to: end,
    binding: "own",
    isCopy: true,
  };
}

/** An event said here, to which nothing was said yet. */
export function draftHere(talk: Talk, kind: Draft["kind"], { start, end }: WordRange): Draft {
  const { join, clause, segment, sentence } = talk;
  return newDraft(kind, { join, clause, segment, sentence, from: start, to: end });
}

export function lastEvent(talk: Talk): Draft {
  return talk.drafts.findLast(({ kind }) => kind !== "bar-line")!;
}

// Techniques

/** Whether what is said here belongs to the note that follows, and not to the one before. */
export function isAhead(talk: Talk, isVerb: boolean): boolean {
  const isWith = talk.atoms[talk.at - 1]?.kind === "with";
  const inClause = clauseDrafts(talk);
  if (isWith && inClause.length > 0) return false;
  const isOfBefore =
    nextAtom(talk)?.kind === "pronoun" && talk.drafts.length + talk.context.before.length > 0;
  if (inClause.length === 0) return isNoteInClause(talk) && !isOfBefore;
  // “Twelfth fret harmonic on the low E”: the string is that of the note before.
  if (talk.adjacent && nextAtom(talk)?.kind === "strings") return false;
  return isVerb && isNoteNext(talk);
}

/** The note that a word behind it is about; one that was said before comes once more as it now is. */
export function targetOf(talk: Talk, atom: Atom, what: string): Draft | undefined {
  const last = lastNotes(talk);
  if (last) return last;
  const before = talk.context.before.at(-1);
  if (before) {
    const draft = placedHere(talk, copyOf(before), atom);
    draft.times = 1;
    talk.drafts.push(draft);
    return draft;
  }
  ask(talk, atom, `${what}: which note?`, []);
  return undefined;
}

/** “Staccato, five on the A, seven”: said before everything else, of all of it. */
export function isAnnounced(talk: Talk): boolean {
  const start = sentenceStart(talk);
  const isFirst = talk.atoms
    .slice(0, talk.at)
    .every((atom) => atom.start < start || atom.kind === "filler");
  return isFirst && talk.atoms[talk.at + 1]?.kind === "pause" && hasAhead(talk, "sentence", "fret");
}

/** “Harmonics: …”: of all that follows in the sentence. */
export function sentenceStart(talk: Talk): number {
  const pause = talk.atoms
    .slice(0, talk.at)
    .findLast((one) => one.kind === "pause" && one.strength === 3);
  return pause?.end ?? 0;
}

export function isHeader(talk: Talk): boolean {
  const next = talk.atoms.slice(talk.at + 1).find(({ kind }) => kind !== "pronoun");
  return next?.kind === "pause" && talk.words[next.start]?.text === ":";
}

export function isAllSaid(talk: Talk): boolean {
  return (
    talk.atoms[talk.at - 1]?.kind === "all" ||
    talk.words[talk.atoms[talk.at]!.start - 1]?.text === "all"
  );
}

/** Asks about some words. @returns the question's number, for the drafts that wait for its answer. */
export function ask(
  talk: Talk,
  atom: WordRange,
  text: string,
  answers: readonly TalkAnswer[] = [],
): number {
  return talk.questions.push({ ...charsOf(talk, atom), text, answers }) - 1;
}

/** Where words stand in the text. */
export function charsOf({ words, text }: Talk, { start, end }: WordRange) {
  return { start: words[start]?.start ?? 0, end: words[end - 1]?.end ?? text.length };
}

export function textOf(talk: Talk, range: WordRange): string {
  const { start, end } = charsOf(talk, range);
  return talk.text.slice(start, end);
}

/** Asks about words, with answers that say the very words anew. @returns the question's number. */
export function askAnew(
  talk: Talk,
  range: WordRange,
  text: string,
  answers: readonly (readonly [label: string, anew: string])[],
): number {
  const chars = charsOf(talk, range);
  const edits = answers.map(([label, anew]) => ({ label, edit: { ...chars, text: anew } }));
  return ask(talk, range, text, edits);
}

/** The words a draft was said with. */
export const saidWith = ({ from, to }: Draft): WordRange => ({ start: from, end: to });

export function slip(talk: Talk, { start, end }: WordRange, code: string, message: string): void {
  const from = talk.words[start]?.start ?? 0;
  const to = talk.words[Math.max(start, end - 1)]?.end ?? talk.text.length;
  const said = talk.text.slice(from, to);
  talk.slips.push({
    code,
    severity: "error",
    where: { column: from + 1, length: Math.max(1, to - from) },
    message: `“${said}”: ${message}`,
  });
}
