import type { Atom, AtomOf, StringsMeaning } from "./atom";

import { bindOne, bindString, leadsOn, setString } from "./bind-strings";
import { readStringOfGrip } from "./read-grips";
import { createNote } from "./read-notes";
import { isCarried, type Draft } from "./draft";
import { ask, askAnew, tellUnused, textOf } from "./asking";
import { atomBefore, isFretNext, isSign, nextAtom, says } from "./look-ahead";
import {
  clauseDrafts,
  hereIn,
  lastNotes,
  segmentDrafts,
  sourceOf,
  type Talk,
  type TalkAnswer,
} from "./talk";

// Strings

export function readStrings(talk: Talk, atom: AtomOf<"strings">): void {
  if (atom.isOfGrip && talk.grip) return readStringOfGrip(talk, atom);
  if (atom.strings.length === 0) {
    const chord = sourceOf(talk)?.notes ?? [];
    if (talk.words[atom.end - 1]?.text === "strings" && chord.length > 1) {
      talk.awaited = { ...atom, strings: chord.map(({ string }) => string!), isTogether: true };
      return;
    }
    const said = segmentDrafts(talk).at(-1);
    if (said && isCarried(said)) said.binding = "own";
    if (talk.string) talk.string = { ...talk.string, how: "header", ...hereIn(talk) };
    else if (talk.context.before.length > 0) {
      const string = talk.context.before.at(-1)!.notes.at(-1)?.string;
      if (string !== undefined) nameString(talk, string, {}, "header");
    }
    return;
  }
  // “Instead of B 5”: the string of a note that is played no more.
  if (talk.isReplaced) return;
  const resolved = resolvedStrings(talk, atom);
  if (talk.bendTarget) {
    const known = talk.bendTarget.bend!.to?.fret;
    talk.bendTarget.bend!.to = { string: resolved.strings[0]!, fret: known ?? -1 };
    if (known !== undefined) talk.bendTarget = undefined;
    return;
  }
  if (talk.reference && !isFretNext(talk) && !talk.adjacent && !talk.reference.endsOn) {
    talk.reference.onString = resolved.strings[0]!;
    talk.moveTo = undefined;
    return;
  }
  const isOpenCount = atom.isOpen && !isFretNext(talk) && !isOpenBefore(talk);
  // “All of those low Es are muted”: what is spoken of, and not yet played.
  const lead = { start: Math.max(0, atom.start - 2), end: atom.end };
  const isSpokenOf =
    /^(?:is|are)$/u.test(talk.words[atom.end]?.text ?? "") &&
    says(talk, lead, /^(?:those|these)$/u);
  if (isOpenCount && !isSpokenOf) return readOpenStrings(talk, resolved);
  if (resolved.strings.length > 1) return readManyStrings(talk, resolved);
  const [string] = resolved.strings;
  const { adjacent } = talk;
  const next = nextAtom(talk);
  const isBeforeFret = next !== undefined && ["fret", "dead"].includes(next.kind);
  const isOwn =
    adjacent !== undefined && !(atom.form === "bare" && isBeforeFret && !isOpenBefore(talk));
  if (isOwn && isSpokenOf && isPluralName(talk, atom) && adjacent.times === 1) {
    talk.drafts = talk.drafts.filter((draft) => draft !== adjacent);
    return nameString(talk, string!, resolved, "header");
  }
  if (isOwn) {
    bindString(talk, adjacent, string!, resolved);
    nameString(talk, string!, resolved, "after");
    // “Two open Ds”: the plural tells what is counted.
    if (talk.many && isPluralName(talk, atom)) {
      adjacent.times = talk.many.times;
      talk.many = undefined;
    }
    talk.adjacent = undefined;
    return;
  }
  const behind = notesBehindComma(talk);
  if (behind.length > 0) {
    talk.isStringBehind ||= atom.form === "bare";
    for (const draft of behind) bindOne(talk, draft, string!, resolved);
    nameString(talk, string!, resolved, "after");
    return;
  }
  const open = withoutString(talk);
  if (open.length > 0 && !(atom.form === "bare" && isBeforeFret)) {
    talk.isStringBehind = atomBefore(talk)?.kind === "pause";
    for (const draft of open) bindOne(talk, draft, string!, resolved);
    nameString(talk, string!, resolved, "after");
    return;
  }
  if (isNamedForNothing(talk, atom)) {
    const open = [["open", `open ${textOf(talk, atom)}`]] as const;
    return void askAnew(talk, atom, "which fret?", open);
  }
  nameString(talk, string!, resolved, "header");
}

function isPluralName({ words }: Talk, { letterAt }: AtomOf<"strings">): boolean {
  return letterAt !== undefined && /[^s]'?s$/u.test(words[letterAt]!.text);
}

/** “Low D, low D, A 5”: a name between commas with no fret of its own, and none to come. */
function isNamedForNothing(talk: Talk, { form }: AtomOf<"strings">): boolean {
  const before = talk.atoms[talk.at - 1];
  const [pause, next] = talk.atoms.slice(talk.at + 1).filter(({ kind }) => kind !== "filler");
  const isAlone = before === undefined || before.kind === "pause";
  if (form !== "bare" || !isAlone) return false;
  return isSign(talk, pause, ",") && next?.kind === "strings";
}

function isOpenBefore(talk: Talk): boolean {
  const { adjacent } = talk;
  return (
    adjacent?.notes.length === 1 &&
    adjacent.notes[0]!.fret === 0 &&
    adjacent.binding !== "own" &&
    talk.words[adjacent.to - 1]?.text === "open" &&
    !isHeaderJustBefore(talk, adjacent)
  );
}

/** “A open D open”: the first open is the A's. */
function isHeaderJustBefore(talk: Talk, draft: Draft): boolean {
  return (
    talk.string?.how === "header" &&
    talk.string.clause === talk.clause &&
    clauseDrafts(talk)[0] === draft
  );
}

function nameString(
  talk: Talk,
  string: number,
  { others = [], letterAt }: Partial<Pick<StringsMeaning, "others" | "letterAt">>,
  how: "header" | "after",
): void {
  const { start, end } = talk.atoms[talk.at]!;
  const isSame = talk.string?.string === string;
  if (how === "header" && !isSame) tellUnused(talk);
  talk.string = {
    string,
    others,
    how,
    ...hereIn(talk),
    ...(letterAt !== undefined && { letterAt }),
    ...(how === "header" && { unused: { start, end, sentence: talk.sentence } }),
  };
}

/**
 * “Second fret, fifth string.”, “from 7 to 5, on the B.”: nothing follows for which the string could
 * be named, so it is that of the notes before the comma, whatever string was spoken of before.
 */
function notesBehindComma(talk: Talk): readonly Draft[] {
  if (atomBefore(talk)?.kind !== "pause") return [];
  const rest = talk.atoms.slice(talk.at + 1);
  const next = rest.findIndex(({ kind }) => !["pause", "filler", "and"].includes(kind));
  const strength = talk.isStringBehind ? 2 : 3;
  const isEnd =
    next < 0 || rest.slice(0, next).some((one) => one.kind === "pause" && one.strength >= strength);
  if (!isEnd) return [];
  const drafts = segmentDrafts(talk).filter(({ sentence }) => sentence === talk.sentence);
  const isOne = drafts.slice(0, -1).every((draft) => leadsOn(talk, draft));
  const last = drafts.at(-1);
  return isOne && last && isCarried(last) ? drafts : [];
}

/** Of two strings of one name the one that was named with “low” or “high” before. */
function resolvedStrings(talk: Talk, atom: AtomOf<"strings">): AtomOf<"strings"> {
  if (atom.letterAt === undefined || atom.strings.length !== 1) return atom;
  const letter = talk.words[atom.letterAt]!.text.replace(/'?s$/u, "");
  if (atom.others.length === 0) {
    if (atom.end - atom.start > 1) talk.lastNamed.set(letter, atom.strings[0]!);
    return atom;
  }
  const known = talk.lastNamed.get(letter);
  const isKnown = known !== undefined && (known === atom.strings[0] || atom.others.includes(known));
  return isKnown ? { ...atom, strings: [known], others: [] } : atom;
}

/** Notes of the sentence whose string was not said yet. */
function withoutString({ drafts, sentence }: Talk): readonly Draft[] {
  return drafts.filter((draft) => draft.binding === "missing" && draft.sentence === sentence);
}

function readManyStrings(talk: Talk, atom: AtomOf<"strings">): void {
  const { adjacent } = talk;
  const isBeforeFret = isFretNext(talk);
  if (atom.others.length > 0)
    return void ask(
      talk,
      atom,
      "the thin strings or the thick ones?",
      ["low", "high"].map((side) => sideAnswer(talk, atom, side)),
    );
  if (adjacent && (atom.form === "on" || !isBeforeFret)) {
    const [note] = adjacent.notes;
    adjacent.notes = atom.strings.map((string) => ({ ...note!, string }));
    adjacent.binding = "own";
    adjacent.to = atom.end;
    talk.adjacent = adjacent;
    const isEach = talk.words[atom.start - 1]?.text === "each";
    if (!isSurelyTogether(talk) && (isEach || !atom.isTogether)) askTogether(talk, adjacent, atom);
    return;
  }
  const open = withoutString(talk);
  if (open.length === 1 && !isBeforeFret) {
    talk.adjacent = open[0]!;
    return readManyStrings(talk, atom);
  }
  talk.awaited = atom;
}

function sideAnswer(talk: Talk, atom: AtomOf<"strings">, side: string): TalkAnswer {
  const letter = atom.letterAt === undefined ? undefined : talk.words[atom.letterAt];
  if (letter && /^[a-g]$/iu.test(letter.written)) {
    const { start, end, written } = letter;
    return { label: `the ${side} ${written}`, edit: { start, end, text: `${side} ${written}` } };
  }
  const top = talk.words.slice(atom.start, atom.end).find(({ text }) => text === "top");
  const { start, end } = top ?? talk.words[atom.start]!;
  return {
    label: side === "low" ? "the thick ones" : "the thin ones",
    edit: { start, end, text: side },
  };
}

function isSurelyTogether(talk: Talk): boolean {
  if (says(talk, talk.atoms[talk.at]!, /^both$/u)) return true;
  if (talk.atoms.slice(0, talk.at).some(({ kind }) => kind === "chord" || kind === "together"))
    return true;
  const isBetween = ({ kind, ...atom }: Atom) =>
    ["filler", "pronoun", "and", "all", "play"].includes(kind) ||
    ("strength" in atom && atom.strength === 1);
  const next = talk.atoms.slice(talk.at + 1).find((atom) => !isBetween(atom));
  if (next?.kind === "together") return true;
  return talk.words.some(({ lemma }) => ["barre", "bar", "flatten", "across"].includes(lemma));
}

function askTogether(talk: Talk, draft: Draft, atom: AtomOf<"strings">): void {
  const answers = [["together", `${textOf(talk, atom)} together`]] as const;
  draft.question = askAnew(talk, atom, "at the same time, or one after the other?", answers);
}

function readOpenStrings(talk: Talk, atom: AtomOf<"strings">): void {
  if (talk.many) talk.ahead.times = talk.many.times;
  talk.many = undefined;
  for (const string of atom.strings) {
    const draft = createNote(talk, [{ fret: 0, string }], atom);
    setString(talk, draft.notes[0]!, string, atom);
    draft.binding = "own";
    nameString(talk, string, atom, "after");
  }
}

/** “The open E, the low one”: which of two strings of one name it is. */
export function readSide(talk: Talk, { isLow }: AtomOf<"side">): void {
  for (const note of lastNotes(talk)?.notes ?? []) {
    if (note.string === undefined) continue;
    // Where other strings are written in capitals, a small letter was taken for the thin one.
    const all = note.others ? [note.string, ...note.others] : sameLetter(talk, note.string);
    if (all.length < 2) continue;
    note.string = isLow ? Math.max(...all) : Math.min(...all);
    delete note.others;
    if (talk.string) talk.string = { ...talk.string, string: note.string, others: [] };
  }
}

/** Strings that are told apart by high and low alone. */
function sameLetter({ context: { spoken } }: Talk, string: number): readonly number[] {
  const letter = (one: number) => /^(?:low|high) (.+)$/u.exec(spoken[one - 1] ?? "")?.[1];
  const own = letter(string);
  if (own === undefined) return [];
  return spoken.map((_, index) => index + 1).filter((one) => letter(one) === own);
}
