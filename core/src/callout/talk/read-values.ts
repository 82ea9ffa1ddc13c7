import { fraction } from "../../rhythm/fraction";
import type { AtomOf } from "./atom";
import { endMany } from "./read-counts";
import { targetOf } from "./asking";
import { atomBefore, hasAhead, isNoteInClause, isNoteNext, nextAtom, says } from "./look-ahead";
import { clauseDrafts, draftHere, lastEvent, lastNotes, segmentDrafts, type Talk } from "./talk";

/** What takes time. */
const SOUNDING = ["fret", "dead", "grip", "callout", "strings", "rest", "hit", "tied"] as const;

export function readValue(talk: Talk, atom: AtomOf<"value">): void {
  const { duration } = atom;
  // “Two sixteenths on A 3 and an eighth on A 5”: the two are said.
  if (talk.many && talk.drafts.length > talk.many.from) endMany(talk, 2);
  const isMany = atom.isMany || isOfEach(talk, atom);
  if (talk.many && talk.many.from === talk.drafts.length) {
    talk.many.duration = duration;
    return;
  }
  const isFor = atomBefore(talk)?.kind === "for";
  const isRest = nextAtom(talk)?.kind === "rest";
  if (isRest) {
    talk.ahead.duration = duration;
    return;
  }
  const inClause = clauseDrafts(talk);
  if (isMany) {
    const hasNotes = isNoteInClause(talk) || inClause.length === 0;
    talk.value = duration;
    const isBehind = inClause.length === 0 && !hasAhead(talk, "sentence", ...SOUNDING);
    if (hasNotes && !isBehind && (inClause.length === 0 || isNoteNext(talk))) return;
    // “…, then G 2 and G 4 as quarters”: not of what was before.
    const isOfSegment = inClause.length > 0 && !isOfEach(talk, atom);
    const said = talk.drafts.filter((one) => one.sentence === talk.sentence);
    for (const draft of isOfSegment ? segmentDrafts(talk) : said) draft.duration ??= duration;
    return;
  }
  if (isFor && lastNotes(talk)) return void (lastEvent(talk).duration = duration);
  if (inClause.length > 0 && !isNoteNext(talk) && nextAtom(talk)?.kind !== "rest") {
    const last = inClause.at(-1)!;
    last.duration = duration;
    return;
  }
  const isAlone = inClause.length === 0 && !isNoteInClause(talk);
  // “… and the last one's a quarter”: of the note that was said, whatever its length was.
  const before = atomBefore(talk);
  const isNamedLast =
    before?.kind === "pronoun" && says(talk, before, /^(last|final|that|that's|one's)$/u);
  const isOfLast = isNamedLast && isAlone && talk.drafts.length > 0;
  if (isOfLast) {
    lastEvent(talk).duration = duration;
    return;
  }
  if (isAlone && talk.drafts.length > 0 && lastEvent(talk).duration === undefined)
    lastEvent(talk).duration = duration;
  else talk.ahead.duration = duration;
}

/** “Each of these is an eighth note.” */
function isOfEach({ words }: Talk, { start }: AtomOf<"value">): boolean {
  const before = words.slice(Math.max(0, start - 6), start).map(({ text }) => text);
  const pause = before.findLastIndex((text) => /^[,.;:]$/u.test(text));
  return before
    .slice(pause + 1)
    .some((text) => /^(?:each|every|all|they're|everything)$/u.test(text));
}

export function readBeats(talk: Talk, atom: AtomOf<"beats">): void {
  const duration = fraction(2 * atom.beats, 8);
  const inClause = clauseDrafts(talk);
  if (inClause.length === 0 && isNoteNext(talk)) talk.ahead.duration = duration;
  else if (nextAtom(talk)?.kind === "rest") talk.ahead.duration = duration;
  else {
    const draft =
      talk.drafts.length > 0 ? lastEvent(talk) : targetOf(talk, atom, "no note before it");
    if (draft) draft.duration = duration;
  }
}

export function readRest(talk: Talk, atom: AtomOf<"rest">): void {
  const { duration, quoted } = talk.ahead;
  delete talk.ahead.duration;
  delete talk.ahead.quoted;
  const rest = draftHere(talk, "rest", atom);
  rest.times = talk.many?.times ?? 1;
  if (quoted !== undefined) rest.quoted = quoted;
  const length = duration ?? talk.value;
  if (length) rest.duration = length;
  talk.many = undefined;
  talk.drafts.push(rest);
  talk.adjacent = undefined;
  talk.join = "none";
}
