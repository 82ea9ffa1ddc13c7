import type { Atom, AtomOf } from "./atom";

import { endChord } from "./read-chords";
import { createNote, currentString } from "./read-notes";
import { endReference, groupBefore, referenceTo, repeatGroup } from "./read-references";
import type { Draft } from "./draft";
import { ask, charsOf, saidWith, slip, textOf } from "./asking";
import { hasAhead, isNoteNext, isSign } from "./look-ahead";
import { clauseDrafts, segmentDrafts, type Talk } from "./talk";

// Counts

export function readCount(talk: Talk, atom: AtomOf<"count">): void {
  const { times, of } = atom;
  if (talk.reference && of === "all") endReference(talk);
  if (talk.reference) {
    talk.reference.times = times;
    return;
  }
  // “Once more, but up an octave.”
  const isMoved = hasAhead(talk, "sentence", "move", "move-to");
  if (of === "more" && times === 1 && isMoved && talk.drafts.length === 0) {
    talk.reference = referenceTo(talk, atom, "same");
    return;
  }
  const inClause = clauseDrafts(talk);
  if (of === "last" && inClause.length === 0 && isNoteNext(talk)) {
    talk.ahead.times = times;
    return;
  }
  if (of === "last") return countLast(talk, atom, inClause);
  const isAdded = of === "more";
  if (isAdded && inClause.length === 1) {
    inClause[0]!.times += times;
    return;
  }
  const group = groupBefore(talk, atom);
  if (!group) return;
  const isOwn = talk.drafts.length > 0;
  repeatGroup(talk, group, isAdded || !isOwn ? times : times - 1, atom);
}

/** “Chug on the low D four times”: a string without a fret is open. */
function openHeader(talk: Talk, atom: Atom): boolean {
  const { string } = talk;
  if (string?.how !== "header" || string.clause !== talk.clause || clauseDrafts(talk).length > 0)
    return false;
  createNote(talk, [{ fret: 0, ...currentString(talk) }], atom);
  return true;
}

/** What stands in the round brackets that were just closed, where they hold more than one event. */
function bracketBefore(talk: Talk): readonly Draft[] | undefined {
  const { bracket, drafts, atoms, at } = talk;
  const before = atoms[at - 1];
  const isClosed = isSign(talk, before, ")");
  if (!isClosed || !bracket) return undefined;
  const group = drafts.slice(bracket.from, bracket.to);
  return group.length > 1 ? group : undefined;
}

function countLast(talk: Talk, atom: AtomOf<"count">, inClause: readonly Draft[]): void {
  const { times } = atom;
  const bracketed = bracketBefore(talk);
  if (bracketed) return repeatGroup(talk, bracketed, times - 1, atom);
  if (talk.chord && !talk.chord.isPlural && talk.drafts.length > talk.chord.from + 1) {
    endChord(talk, 3);
    inClause = talk.drafts.slice(-1);
  }
  if (inClause.length === 0 && openHeader(talk, atom)) inClause = clauseDrafts(talk);
  let group = inClause.length > 0 ? inClause : segmentDrafts(talk);
  if (group.length === 0 && talk.drafts.length > 0)
    group = talk.drafts.filter(({ segment }) => segment === talk.drafts.at(-1)!.segment);
  if (group.length === 0) {
    const before = groupBefore(talk, atom);
    if (before) repeatGroup(talk, before, times, atom);
    return;
  }
  const counted = group.findLastIndex((draft) => draft.times > 1);
  const free = group.slice(counted + 1);
  if (free.length === 0)
    return slip(talk, atom, "sentence-unfinished", "two counts for one note: say which is meant");
  if (times === 1) return;
  // “Slide from three to five twice”: the figure, since nobody slides into one note twice.
  const [one, other] = free;
  if (free.length === 2 && other!.link && one!.clause === other!.clause)
    return repeatGroup(talk, free, times - 1, atom);
  if (free.length === 1) {
    free[0]!.times *= times;
    free[0]!.to = atom.end;
    return;
  }
  askHowMuch(talk, atom, free, times);
}

function askHowMuch(talk: Talk, atom: Atom, group: readonly Draft[], times: number): void {
  const last = saidWith(group.at(-1)!);
  const { start } = charsOf(talk, last);
  const count = charsOf(talk, atom);
  const all = group.length === 2 ? "both notes" : `all ${group.length} notes`;
  // “open D, 2, then 4 three times”.
  const alone = `then ${textOf(talk, last)} ${times} times`;
  ask(talk, atom, `what comes ${times} times?`, [
    { label: `${all} ×${times}`, edit: { ...count, text: `all of it ${times} times` } },
    { label: `the last note ×${times}`, edit: { start, end: count.end, text: alone } },
  ]);
}

/** “… of the G, three notes”: said behind what it counts. */
function endManyBehind(talk: Talk, strength: 1 | 2 | 3): void {
  const { many } = talk;
  const group = segmentDrafts(talk);
  if (!many || many.duration || group.length === 0 || strength < 2) return;
  talk.many = undefined;
  const total = group.reduce((sum, { times }) => sum + times, 0);
  if (total === many.times) return;
  if (group.length === 1 && group[0]!.times === 1) group[0]!.times = many.times;
  else
    slip(
      talk,
      { start: group[0]!.from, end: group.at(-1)!.to },
      "sentence-unfinished",
      `${many.times} notes were counted, and ${total} are said`,
    );
}

export function endMany(talk: Talk, strength: 1 | 2 | 3): void {
  const { many } = talk;
  if (!many) return;
  const made = talk.drafts.slice(many.from).filter(({ kind }) => kind === "notes");
  if (made.length === 0) return endManyBehind(talk, strength);
  // “Three notes: A 2, A 3, then open D”: they are counted where the sentence ends.
  const isMore = strength < 3 && hasAhead(talk, "sentence", "fret", "dead", "grip");
  if (many.isOfNotes && isMore && made.length < many.times) return;
  const isDone = made.length === many.times || made.length === 1;
  if (!isDone && strength < 2 && made.length < many.times) return;
  if (made.length === 1) made[0]!.times *= many.times;
  else if (made.length !== many.times) {
    const span = { start: made[0]!.from, end: made.at(-1)!.to };
    slip(
      talk,
      span,
      "sentence-unfinished",
      `${many.times} were announced, and ${made.length} are said`,
    );
  }
  talk.many = undefined;
}
