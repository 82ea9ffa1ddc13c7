import { MAX_BEND_CENTS } from "../words.data";
import type { Atom, AtomOf } from "./atom";
import type { Draft } from "./draft";
import { ask, slip, targetOf } from "./asking";
import { atomBefore, isAhead, isStringAhead, nextAtom } from "./look-ahead";
import { lastNotes, type Talk } from "./talk";

export function readBend(talk: Talk, atom: Atom & AtomOf<"bend">): void {
  const { cents, isBefore, isVague, start, end } = atom;
  const bend: NonNullable<Draft["bend"]> = {
    course: isBefore ? "pre-bend" : "bend",
    ...(cents !== undefined && { cents }),
    ...(isVague && { vague: { start, end } }),
  };
  const amount = talk.atoms[talk.at - 1];
  if (cents === undefined && amount?.kind === "amount") bend.cents = amount.cents;
  if (isAhead(talk, true)) {
    talk.ahead.bend = bend;
    return;
  }
  const draft = targetOf(talk, atom, "nothing to bend stands before it");
  if (!draft) return;
  if (talk.chord?.isUnison) return;
  // “Release that bend” names the one that is there.
  if (!draft.bend || cents !== undefined || isBefore) draft.bend = { ...draft.bend, ...bend };
}

/** Whether a bend waits for how far it goes. */
export function isBendOpen(talk: Talk): boolean {
  const bend = talk.ahead.bend ?? lastNotes(talk)?.bend;
  return bend !== undefined && bend.cents === undefined;
}

/** “A half step”: how far a bend goes that was said before it, or is said behind it. */
export function readAmount(talk: Talk, cents: number, atom: Atom): void {
  const bend = talk.ahead.bend ?? lastNotes(talk)?.bend;
  if (bend && bend.cents === undefined) bend.cents = cents;
  else if (nextAtom(talk)?.kind !== "bend")
    slip(talk, atom, "sentence-unfinished", "expected a bend before it");
}

/** “Bend the seven up to the nine”: as far as to the pitch of a higher fret. */
export function isBentTo(talk: Talk, atom: AtomOf<"fret">): boolean {
  const last = lastNotes(talk);
  const before = atomBefore(talk, "strings", "and");
  const words = talk.words.slice(before?.end ?? 0, atom.start);
  const isTo = before?.kind === "to" || words.some(({ text }) => text === "to");
  const [note] = last?.notes ?? [];
  const isReleased = last?.bend?.course.endsWith("release") === true;
  const isNear = last?.clause === talk.clause || (isReleased && last.segment === talk.segment);
  const isOpen = last?.bend && !last.bend.to && isNear && isTo && typeof note?.fret === "number";
  if (!isOpen || isStringAhead(talk)) return false;
  if (isReleased) {
    if (atom.fret !== note.fret) ask(talk, atom, "is it released to its own fret?");
    return true;
  }
  if (last.bend!.cents !== undefined) return false;
  const cents = 100 * (atom.fret - Number(note.fret));
  if (!isBendable(cents))
    slip(talk, atom, "bend-out-of-reach", "a bend rises by a quarter step to three whole steps");
  else last.bend!.cents = cents;
  return true;
}

export function bendTo(talk: Talk, atom: AtomOf<"fret">): void {
  const draft = talk.bendTarget!;
  const string = draft.bend!.to?.string;
  if (string !== undefined && string > 0) {
    draft.bend!.to = { string, fret: atom.fret };
    talk.bendTarget = undefined;
    return;
  }
  if (isStringAhead(talk)) {
    draft.bend!.to = { string: 0, fret: atom.fret };
    return;
  }
  const [note] = draft.notes;
  draft.bend!.cents = 100 * (atom.fret - Number(note!.fret));
  talk.bendTarget = undefined;
}

export function readRelease(talk: Talk, atom: AtomOf<"release">): void {
  const last = lastNotes(talk);
  if (!last?.bend && talk.ahead.bend) {
    talk.ahead.bend.course = `${talk.ahead.bend.course}-and-release` as "bend-and-release";
    return;
  }
  // “Come back down to open”: no bend is spoken of.
  const said = talk.words[atom.start]!.lemma;
  if (!last?.bend && said === "come" && nextAtom(talk, ["to"])?.kind === "fret") return;
  const draft = last ?? targetOf(talk, atom, "no bend stands before it");
  if (!draft) return;
  if (!draft.bend) return slip(talk, atom, "sentence-unfinished", "expected a bend before it");
  if (!draft.bend.course.endsWith("release"))
    draft.bend.course = `${draft.bend.course}-and-release` as "bend-and-release";
}

/** Whether a string can be bent so far: from a quarter step to three whole ones, by quarter steps. */
export function isBendable(cents: number): boolean {
  return cents >= 50 && cents <= MAX_BEND_CENTS && cents % 50 === 0;
}
