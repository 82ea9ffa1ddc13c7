import type { Atom } from "./atom";
import { copyOf, type Draft } from "./draft";
import { lastNotes, placedHere, type Talk, type TalkAnswer, type WordRange } from "./talk";

/** Questions and slips, with the words they are about. */

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

/** What can be answered where the string of a note is asked for. */
export function answersOn(talk: Talk, draft: Draft, strings: readonly number[]) {
  const said = textOf(talk, saidWith(draft));
  const names = strings.map((string) => talk.context.spoken[string - 1]!);
  return names.map((name) => [`on ${name}`, `${said} on ${name}`] as const);
}

/** Asks which of some strings a note is on. */
export function askWhichString(talk: Talk, draft: Draft, strings: readonly number[]): void {
  const range = saidWith(draft);
  const question = `on which string is the ${textOf(talk, range)}?`;
  draft.question = askAnew(talk, range, question, answersOn(talk, draft, strings));
}

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

/** “The D and the G open”: a string was named for its frets, and another one follows at once. */
export function tellUnused(talk: Talk): void {
  const unused = talk.string?.unused;
  if (!unused || unused.sentence !== talk.sentence) return;
  talk.string = { ...talk.string!, unused: undefined };
  const open = [["open", `open ${textOf(talk, unused)}`]] as const;
  askAnew(talk, unused, "which fret?", open);
}
