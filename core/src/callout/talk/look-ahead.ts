import type { Atom, PauseStrength } from "./atom";
import { clauseDrafts, type Talk, type WordRange } from "./talk";

/** What stands before and behind what is read. */

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

const ENDED_BY = { clause: 1, segment: 2, sentence: 3 } as const;

/** What is still said before the clause, segment or sentence ends. */
export function ahead({ atoms, at }: Talk, within: keyof typeof ENDED_BY): readonly Atom[] {
  const rest = atoms.slice(at + 1);
  const isEnd = (atom: Atom) => atom.kind === "pause" && atom.strength >= ENDED_BY[within];
  const end = rest.findIndex(isEnd);
  return end < 0 ? rest : rest.slice(0, end);
}

/** Whether something of these kinds is. */
export function hasAhead(
  talk: Talk,
  within: keyof typeof ENDED_BY,
  ...kinds: readonly Atom["kind"][]
): boolean {
  return ahead(talk, within).some(({ kind }) => kinds.includes(kind));
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

/** “Staccato, five on the A, seven”: said before everything else, of all of it. */
export function isAnnounced(talk: Talk): boolean {
  const isFirst = saidSince(talk, segmentStart(talk)).every(({ kind }) =>
    ["filler", "and", "pause"].includes(kind),
  );
  return isFirst && talk.atoms[talk.at + 1]?.kind === "pause" && hasAhead(talk, "sentence", "fret");
}

/** Where the sentence began, in words. */
export const sentenceStart = (talk: Talk) => startBehind(talk, 3);

/** Where it began behind the last “then” or full stop, in words. */
export const segmentStart = (talk: Talk) => startBehind(talk, 2);

function startBehind({ atoms, at }: Talk, strength: PauseStrength): number {
  const isIt = (atom: Atom) => atom.kind === "pause" && atom.strength >= strength;
  return atoms.slice(0, at).findLast(isIt)?.end ?? 0;
}

/** What was said from a word on, up to what is read. */
export function saidSince({ atoms, at }: Talk, start: number): readonly Atom[] {
  return atoms.slice(0, at).filter((atom) => atom.start >= start);
}

/** Whether a word like this is among some words. */
export function says({ words }: Talk, { start, end }: WordRange, word: RegExp): boolean {
  return words.slice(start, end).some(({ text }) => word.test(text));
}

/** Whether it is a pause by this sign. */
export function isSign({ words }: Talk, atom: Atom | undefined, sign: string): boolean {
  return atom?.kind === "pause" && words[atom.start]?.text === sign;
}

/** “Harmonics: …”: of all that follows in the sentence. */
export function isHeader(talk: Talk): boolean {
  const isBetween = ({ kind }: Atom) => kind === "pronoun" || kind === "filler";
  const next = talk.atoms.slice(talk.at + 1).find((atom) => !isBetween(atom));
  return isSign(talk, next, ":");
}

export function isAllSaid(talk: Talk): boolean {
  return (
    talk.atoms[talk.at - 1]?.kind === "all" ||
    talk.words[talk.atoms[talk.at]!.start - 1]?.text === "all"
  );
}
