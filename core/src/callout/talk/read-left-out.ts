import type { Atom } from "./atom";
import type { Draft } from "./draft";
import { slip } from "./asking";
import { type Talk } from "./talk";

/** Which notes of a round are meant. */
type IsMeant = (draft: Draft, index: number, round: readonly Draft[]) => boolean;

/**
 * “And the last time leave off the open string”, “the same again without the last note”: of the last
 * round that was said, or of what is to come again, the notes that are named are not played.
 */
export function readLeftOut(talk: Talk, atom: Atom): void {
  const end = clauseEnd(talk);
  const isMeant = notesNamed(talk, atom.end, end);
  const round = talk.lastTime
    ? talk.drafts.slice(-(talk.round?.group.length ?? 0))
    : (talk.reference?.group ?? []);
  const stays = isMeant ? round.filter((...one) => !isMeant(...one)) : round;
  const isClear = stays.length < round.length && stays.length > 0;
  if (!isClear) {
    const message = "what is left out was not understood: say what is played";
    return slip(talk, atom, "word-not-understood", message);
  }
  if (talk.lastTime) {
    talk.drafts = [...talk.drafts.slice(0, -round.length), ...stays];
    talk.lastTime = undefined;
    talk.lastTimeAt = undefined;
  } else talk.reference!.group = stays;
  while (talk.at + 1 < talk.atoms.length && talk.atoms[talk.at + 1]!.start < end) talk.at++;
}

/** The word at which the clause ends. */
function clauseEnd({ atoms, at, words }: Talk): number {
  return atoms.slice(at + 1).find(({ kind }) => kind === "pause")?.start ?? words.length;
}

/** “The last note”, “the open string”, “the three”; undefined for anything else. */
function notesNamed({ words }: Talk, from: number, end: number): IsMeant | undefined {
  const said = words.slice(from, end).filter(({ text }) => !/^(?:the|that|very|just)$/u.test(text));
  const [first, second, ...more] = said;
  const isOne = second === undefined || /^(?:note|one|hit|string|fret)s?$/u.test(second.text);
  if (!first || !isOne || more.length > 0) return undefined;
  const isOf = (fret: number) => (draft: Draft) => draft.notes.some((note) => note.fret === fret);
  if (first.text === "last") return (_, index, round) => index === round.length - 1;
  if (first.text === "first") return (_, index) => index === 0;
  if (first.text === "open") return isOf(0);
  return first.number ? isOf(first.number.value) : undefined;
}
