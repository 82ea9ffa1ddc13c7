import type { Atom, AtomOf } from "./atom";
import type { Draft, DraftNote } from "./draft";
import type { Talk } from "./talk";

import { ask, slip, spanOf } from "./talk";

// Doubts

const UNDECIDED = "which of them is it?";

export function readOr(talk: Talk, atom: AtomOf<"or">): void {
  readDoubt(talk, atom);
}

/** One of two: neither is sure. */
export function readDoubt(talk: Talk, atom: Atom): void {
  const question = talk.questions.findIndex(({ text }) => text === UNDECIDED);
  if (question >= 0) return;
  const inSegment = talk.drafts.filter(
    ({ sentence, kind }) => sentence === talk.sentence && kind === "notes",
  );
  const last = inSegment.at(-1);
  const span = { start: talk.words[atom.start]!.start, end: talk.words[atom.end - 1]!.end };
  talk.questions.push({ ...span, text: UNDECIDED, answers: [] });
  for (const draft of inSegment) {
    if (draft === last || draft.binding === "missing") draft.question = talk.questions.length - 1;
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
  if (isBare && named) ask(talk, named, "which fret?", []);
  talk.drafts = talk.drafts.filter((draft) => draft.kind !== "notes" || isPlaced(talk, draft));
}

/** What was said in the call-out's own words is said whole: nothing more of it can be said around it. */
function isWhole({ techniques, manners, bend, stroke, pluck, link, notes }: Draft): boolean {
  const more = [bend, stroke, pluck, link, ...notes.map(({ finger, pinned }) => finger ?? pinned)];
  return techniques.length === 0 && manners.length === 0 && more.every((one) => one === undefined);
}

function isPlaced(talk: Talk, draft: Draft): boolean {
  if (draft.signs !== undefined) {
    const span = { start: draft.from, end: draft.to };
    const message = "say what is done to it behind its fret, like A5v";
    if (!isWhole(draft)) slip(talk, span, "sentence-unfinished", message);
    return true;
  }
  for (const note of draft.notes) {
    if (note.string === undefined) {
      askString(talk, draft);
      return false;
    }
    if (note.others && note.others.length > 0) {
      askOther(talk, draft, note);
      return false;
    }
    const { string, fret } = note;
    if (string < 1 || string > talk.context.count) {
      slip(
        talk,
        { start: draft.from, end: draft.to },
        "string-unknown",
        `there are ${talk.context.count} strings`,
      );
      return false;
    }
    if (fret === "x") continue;
    const first = talk.context.firstFrets[string - 1]!;
    const last = talk.context.lastFrets[string - 1]!;
    if (fret < first || fret > last) {
      slip(
        talk,
        { start: draft.from, end: draft.to },
        "fret-out-of-range",
        `fret must be ${first}–${last}, got ${fret}`,
      );
      return false;
    }
  }
  return true;
}

function askString(talk: Talk, draft: Draft): void {
  const span = spanOf(talk, draft);
  const isAsked = talk.questions.some(
    ({ text, end }) => text.startsWith("on which string") && Math.abs(end - span.start) < 3,
  );
  if (isAsked) return;
  const said = talk.text.slice(span.start, span.end);
  talk.questions.push({
    ...span,
    text: "on which string?",
    answers: talk.context.spoken.map((name) => ({
      label: `on ${name}`,
      edit: { ...span, text: `${said} on ${name}` },
    })),
  });
}

function askOther(talk: Talk, draft: Draft, note: DraftNote): void {
  const span = spanOf(talk, draft);
  const letter = note.letterAt === undefined ? undefined : talk.words[note.letterAt];
  if (letter && talk.questions.some(({ start }) => start === letter.start)) return;
  const at = letter ? { start: letter.start, end: letter.end } : span;
  talk.questions.push({
    ...at,
    text: "which of the strings of this name?",
    answers: ["low", "high"].map((side) => ({
      label: `the ${side} one`,
      edit: { ...at, text: `${side} ${letter?.written ?? ""}` },
    })),
  });
}
