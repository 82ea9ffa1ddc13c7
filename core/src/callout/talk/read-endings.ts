import type { Atom } from "./atom";
import { ask } from "./asking";
import { hasAhead, saidSince, says, sentenceStart } from "./look-ahead";
import { endReference, referenceTo } from "./read-references";
import type { Talk } from "./talk";

// What is different the last time

export function readLastTime(talk: Talk, atom: Atom): void {
  endReference(talk);
  talk.lastTime = "said";
  talk.lastTimeAt = atom;
}

/** “Twice through, and the second time finish on …”: the last of the rounds that were said. */
export function isOfRound(talk: Talk, { start, end }: Atom): boolean {
  const rounds = (talk.reference ?? talk.round)?.times ?? 0;
  const nth = talk.words.slice(start, end).find(({ number }) => number?.form === "ordinal")?.number;
  return rounds > 1 && nth?.value === rounds && hasAhead(talk, "sentence", "ends-on");
}

/**
 * “That, but the last note is a 7”: all of it again with another end. “The last note is a 7”: in the
 * place of the last one, or behind it?
 */
export function readOtherEnd(talk: Talk, atom: Atom): void {
  const isOfBefore = !talk.drafts.some(({ sentence }) => sentence === talk.sentence);
  if (!isOfBefore || talk.drafts.length + talk.context.before.length === 0) return;
  const isThat = saidSince(talk, sentenceStart(talk)).some(({ kind }) => kind === "pronoun");
  if (isThat && /^(but|except|only)$/u.test(talk.words[atom.start]!.text)) {
    talk.reference = referenceTo(talk, atom, "same");
    if (talk.reference) talk.reference.endsOn = true;
    return;
  }
  if (!says(talk, atom, /^(last|final)$/u)) return;
  talk.ahead.question = ask(talk, atom, "in place of the last note, or behind it?");
}
