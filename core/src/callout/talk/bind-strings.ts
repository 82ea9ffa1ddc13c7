import type { AtomOf } from "./atom";
import { askWhichString, saidWith } from "./asking";
import { isStringOpen, type Draft, type DraftNote, type Join } from "./draft";
import { says } from "./look-ahead";
import { segmentDrafts, type Talk } from "./talk";

// Strings named behind their frets

/** A string for a note, and for those before it that belong to it: “2 and 6 on the G”. */
export function bindString(
  talk: Talk,
  draft: Draft,
  string: number,
  atom: AtomOf<"strings">,
): void {
  const at = talk.drafts.indexOf(draft);
  const isOfChord = draft.notes.length > 1;
  if (isOfChord) {
    const note = draft.notes.at(-1)!;
    setString(talk, note, string, atom);
    draft.to = Math.max(draft.to, atom.end);
    return;
  }
  bindOne(talk, draft, string, atom);
  let doubtful: Draft | undefined;
  let isList = false;
  for (let back = at - 1, join = draft.join; back >= 0; back--) {
    const one = talk.drafts[back]!;
    const isMissing = one.binding === "missing" || leadsOn(talk, one);
    // “…, then twelve, seven and five on the G”: an “and” before the last of them makes it a list.
    isList ||= join === "and" && one.join === "comma";
    if (!isMissing && isApart(talk, one, draft, isList ? "and" : join)) {
      // “…, then five, seven on the A”: the five is on the string before, or on this one.
      // “…, then five, hammer seven, five on the A”: so are these.
      if (isBegun(talk, one, draft, join) || isLinkedBefore(talk, one, draft)) doubtful = one;
      break;
    }
    const isParallel = one.join === "and" && isBehindList(talk, one);
    const isOfList =
      isList || isParallel || one.binding === "kept" || join === "none" || join === "and";
    if (isMissing || isOfList) bindOne(talk, one, string, atom);
    else doubtful = one;
    join = one.join;
  }
  if (doubtful) askWhichString(talk, doubtful, [string, doubtful.notes[0]!.string!]);
}

/** Whether a note whose string was not said leads over to the next one: they lie on one string. */
export function leadsOn({ drafts }: Talk, one: Draft): boolean {
  const next = drafts[drafts.indexOf(one) + 1];
  const isLed = next?.link !== undefined && next.link !== "tap";
  const isNear = next?.segment === one.segment || one.binding === "kept";
  return isLed && isNear && next.sentence === one.sentence && isStringOpen(one);
}

/** Whether behind a list with its string another one begins, whose string is said at its end. */
function isBegun({ drafts }: Talk, one: Draft, last: Draft, join: Join): boolean {
  const isFirst = one.segment === last.segment && join === "comma" && one.join === "then";
  const before = drafts.filter(
    ({ segment, kind }) => segment === one.segment - 1 && kind === "notes",
  );
  return isStringOpen(one) && isFirst && before.length !== 1;
}

function isLinkedBefore(talk: Talk, one: Draft, last: Draft): boolean {
  const own = segmentDrafts(talk);
  const isOpen = own.slice(0, own.indexOf(one) + 1).every(isStringOpen);
  return one.link !== undefined && one.segment === last.segment && isOpen;
}

/**
 * Whether a note is no part of the list that a string behind it is said of.
 * @param join What stands between the note and the rest of the list.
 */
function isApart(talk: Talk, one: Draft, last: Draft, join: Join): boolean {
  if (one.segment !== last.segment || join === "then" || join === "sentence") return true;
  if (!isStringOpen(one) || (one.link && one.binding !== "kept")) return true;
  const isNext = one.join === "then" || (one.join === "and" && !isBehindList(talk, one));
  const belongsLeft = join === "comma" && isNext;
  const isReached = says(talk, { start: one.to, end: last.from }, /^to$/u);
  return belongsLeft || (isSaidOpen(talk, last) && !isReached);
}

/** “Four on the D and open, two on the G”: the string stood behind its frets before, too. */
function isBehindList(talk: Talk, one: Draft): boolean {
  const previous = talk.drafts[talk.drafts.indexOf(one) - 1];
  return previous?.binding === "own" && says(talk, saidWith(previous), /^on$/u);
}

/** “open A”: a note of its own, before which another list ended. */
function isSaidOpen(talk: Talk, draft: Draft): boolean {
  return draft.notes.length === 1 && talk.words[draft.from]?.text === "open";
}

export function bindOne(talk: Talk, draft: Draft, string: number, atom: AtomOf<"strings">): void {
  for (const note of draft.notes) setString(talk, note, string, atom);
  draft.binding = "own";
  if (draft.to <= atom.start + 1 || draft === talk.adjacent)
    draft.to = Math.max(draft.to, atom.end);
}

export function setString(
  talk: Talk,
  note: DraftNote,
  string: number,
  { others, letterAt }: AtomOf<"strings">,
): void {
  note.string = string;
  delete note.others;
  if (others.length > 0) {
    note.others = others;
    if (letterAt !== undefined) note.letterAt = letterAt;
  }
}
