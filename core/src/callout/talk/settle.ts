import { isBendable } from "./read-bends";
import type { Atom, AtomOf } from "./atom";
import { isStringOpen, unisonTarget, WHOLE_STEP, type Draft, type DraftNote } from "./draft";
import { answersOn, ask, askAnew, askWhichString, charsOf, saidWith, slip } from "./asking";
import { type Talk } from "./talk";

// Doubts

export const UNDECIDED = "which of them is it?";

/** One of two: neither is sure. */
export function readDoubt(talk: Talk, atom: Atom): void {
  const question = talk.questions.findIndex(({ text }) => text === UNDECIDED);
  if (question >= 0) return;
  const inSegment = talk.drafts.filter(
    ({ sentence, kind }) => sentence === talk.sentence && kind === "notes",
  );
  const last = inSegment.at(-1);
  const asked = ask(talk, atom, UNDECIDED);
  for (const draft of inSegment) {
    if (draft === last || draft.binding === "missing") draft.question = asked;
  }
  talk.unsureFrom = talk.drafts.length;
}

// What was not understood

export function readUnknown(talk: Talk, atom: AtomOf<"unknown">): void {
  if (talk.isClauseUnknown) return;
  talk.isClauseUnknown = true;
  slip(talk, atom, "word-not-understood", "not understood here; the rest is read without it");
}

/** At the end: whatever has no string, lies beyond the neck, or was never decided. */
export function settle(talk: Talk): void {
  if (talk.unsureFrom !== undefined) {
    const question = talk.questions.findIndex(({ text }) => text === UNDECIDED);
    const sentence = talk.drafts[talk.unsureFrom]?.sentence;
    for (const draft of talk.drafts.slice(talk.unsureFrom))
      if (draft.sentence === sentence) draft.question ??= question;
  }
  const named = talk.atoms.find(({ kind }) => kind === "strings");
  const isBare = talk.drafts.length === 0 && talk.questions.length + talk.slips.length === 0;
  if (isBare && named) ask(talk, named, "which fret?");
  for (const [index, draft] of talk.drafts.entries())
    askLinked(talk, draft, talk.drafts[index - 1]);
  talk.drafts = talk.drafts.filter((draft) => draft.kind !== "notes" || isPlaced(talk, draft));
}

/** “G 9, then play 12 then pull off to 9 on the high E”: what leads over lies on one string. */
function askLinked(talk: Talk, draft: Draft, source: Draft | undefined): void {
  const [to] = draft.notes;
  const from = source?.kind === "notes" ? source.notes : [];
  const isLinked = draft.link !== undefined && draft.link !== "tap" && source?.signs === undefined;
  const isReached = from.some(({ string }) => string === to?.string || string === undefined);
  const isSaid = source?.sentence === draft.sentence && to?.string !== undefined;
  if (!isLinked || !source || !isSaid || isReached || from.length === 0) return;
  if (draft.question !== undefined || source.question !== undefined) return;
  askWhichString(talk, source, isStringOpen(source) ? [to.string!] : []);
}

/** What was said in the call-out's own words is said whole: nothing more of it can be said around it. */
function isWhole({ techniques, manners, bend, stroke, pluck, link, notes }: Draft): boolean {
  const more = [bend, stroke, pluck, link, ...notes.map(({ finger, pinned }) => finger ?? pinned)];
  return techniques.length === 0 && manners.length === 0 && more.every((one) => one === undefined);
}

function isPlaced(talk: Talk, draft: Draft): boolean {
  if (draft.signs !== undefined) {
    const span = saidWith(draft);
    const message = "say what is done to it behind its fret, like A5v";
    if (!isWhole(draft)) slip(talk, span, "sentence-unfinished", message);
    return true;
  }
  for (const note of draft.notes) {
    if (note.string === undefined) {
      if (!draft.isCopy && draft.question === undefined) askString(talk, draft);
      return false;
    }
    // Of two strings of one name the likelier one stands there, in doubt.
    if (note.others && note.others.length > 0) draft.question ??= askOther(talk, draft, note);
    const { string, fret } = note;
    if (string < 1 || string > talk.context.count) {
      slip(talk, saidWith(draft), "string-unknown", `there are ${talk.context.count} strings`);
      return false;
    }
    if (fret === "x") continue;
    const first = talk.context.firstFrets[string - 1]!;
    const last = talk.context.lastFrets[string - 1]!;
    if (fret < first || fret > last) {
      slip(
        talk,
        saidWith(draft),
        "fret-out-of-range",
        `fret must be ${first}–${last}, got ${fret}`,
      );
      return false;
    }
  }
  checkBend(talk, draft);
  return true;
}

/** A bend that no string gives is told and left out; the note stays. */
function checkBend(talk: Talk, draft: Draft): void {
  const { bend } = draft;
  if (bend?.vague && bend.cents === undefined && !bend.to) {
    const amounts = ["a quarter step", "a half step", "a whole step"];
    const answers = amounts.map((amount) => [amount, `bend ${amount}`] as const);
    askAnew(talk, bend.vague, "how far is it bent?", answers);
    delete draft.bend;
    return;
  }
  if (bendsOf(talk, draft).every(isBendable)) return;
  const message = "a bend rises by a quarter step to three whole steps";
  slip(talk, saidWith(draft), "bend-out-of-reach", message);
  delete draft.bend;
  delete draft.isUnisonBend;
}

/** How far each bent note goes, in cents; NaN where it leads to no place. */
function bendsOf({ context }: Talk, { notes, bend, isUnisonBend }: Draft): readonly number[] {
  const places = notes.flatMap(({ string, fret }) =>
    typeof fret === "number" ? [{ string: string!, fret }] : [],
  );
  if (isUnisonBend) {
    if (places.length < notes.length) return [Number.NaN];
    return notes.flatMap((note, index) => {
      const to = unisonTarget(note, notes);
      return to ? [context.centsBetween(places[index]!, places[notes.indexOf(to)]!)] : [];
    });
  }
  if (!bend) return [];
  const { to } = bend;
  if (!to) return [bend.cents ?? WHOLE_STEP];
  const [first, last] = [context.firstFrets[to.string - 1], context.lastFrets[to.string - 1]];
  const isOnNeck = first !== undefined && to.fret >= first && to.fret <= last!;
  return places.map((from) => (isOnNeck ? context.centsBetween(from, to) : Number.NaN));
}

function askString(talk: Talk, draft: Draft): void {
  const range = saidWith(draft);
  const { start } = charsOf(talk, range);
  // Of a list it is asked once: “10, 0”.
  const isAsked = talk.questions.some(({ text, end }) => {
    const between = talk.words.filter((word) => word.start >= end && word.end <= start);
    return text.startsWith("on which string") && end <= start && between.length <= 1;
  });
  if (isAsked) return;
  const all = talk.context.spoken.map((_, index) => index + 1);
  askAnew(talk, range, "on which string?", answersOn(talk, draft, all));
}

/** @returns the question's number. */
function askOther(talk: Talk, draft: Draft, { letterAt }: DraftNote): number {
  const letter = letterAt === undefined ? undefined : talk.words[letterAt];
  const asked = talk.questions.findIndex(({ start }) => start === letter?.start);
  if (asked >= 0) return asked;
  const range = letterAt === undefined ? saidWith(draft) : { start: letterAt, end: letterAt + 1 };
  // “The top string” has no letter: the side stands instead of the word.
  const name =
    letter && /^[a-g]/iu.test(letter.written) && letter.text !== "bottom"
      ? ` ${letter.written}`
      : "";
  const answers = ["low", "high"].map((side) => [`the ${side} one`, `${side}${name}`] as const);
  return askAnew(talk, range, "which of the strings of this name?", answers);
}
