import type { Atom, AtomOf } from "./atom";
import { addNotes, isStringOpen, type Draft } from "./draft";
import { ask, askAnew, saidWith, slip, textOf } from "./asking";
import { hasAhead, isAllSaid, isHeader, isNoteNext, says } from "./look-ahead";
import { clauseDrafts, lastNotes, segmentDrafts, type Talk } from "./talk";

// Chords

const WHICH_TOGETHER = "which notes sound together?";

/** “A power chord: third fret of the A, and then …”: one note is no chord yet. */
export function isChordBegun(talk: Talk, strength: 1 | 2 | 3): boolean {
  if (!talk.chord || strength !== 2 || talk.chord.isPlural) return false;
  const made = talk.drafts.slice(talk.chord.from);
  return made.length === 1 && made[0]!.notes.length === 1;
}

export function endChord(talk: Talk, strength: 1 | 2 | 3): void {
  const { chord } = talk;
  if (!chord) return;
  const made = withoutAnnounced(
    talk,
    talk.drafts.slice(chord.from).filter(({ kind }) => kind === "notes"),
  );
  if (made.length > 1) mergeIntoChord(talk, made, chord.isUnison);
  else if (made.length === 1 && made[0]!.notes.length === 1 && !isToldTogether(talk, strength))
    askChord(talk, made[0]!);
  else if (made.length === 0 && strength > 1 && !chord.isPlural) {
    const before = talk.drafts.filter(
      ({ sentence, kind }) => sentence === talk.sentence && kind === "notes",
    );
    if (before.length > 1) mergeIntoChord(talk, before, chord.isUnison);
  }
  if (chord.isPlural && strength < 3) chord.from = talk.drafts.length;
  else talk.chord = undefined;
}

/** “A power chord at the third fret, so low E 3, A 5, …”: the fret is only where its notes begin. */
function withoutAnnounced(talk: Talk, made: readonly Draft[]): readonly Draft[] {
  const [first, ...others] = made;
  const isAnnounced =
    first?.notes.length === 1 &&
    isStringOpen(first) &&
    others.length > 1 &&
    others.every(({ binding }) => binding === "own" || binding === "header") &&
    others[0]!.notes[0]!.fret === first.notes[0]!.fret;
  if (!isAnnounced) return made;
  talk.drafts = talk.drafts.filter((draft) => draft !== first);
  return others;
}

/** Whether words that put it together follow in the sentence. */
function isToldTogether(talk: Talk, strength: 1 | 2 | 3): boolean {
  return strength < 3 && hasAhead(talk, "sentence", "together", "chord");
}

function askChord(talk: Talk, draft: Draft): void {
  const { string, fret } = draft.notes[0]!;
  const names = talk.context.spoken;
  const fifth =
    string !== undefined && string > 1 && typeof fret === "number"
      ? `${names[string - 1]} ${fret} + ${names[string - 2]} ${fret + 2}`
      : undefined;
  const answers = fifth === undefined ? [] : [[fifth, fifth] as const];
  draft.question = askAnew(talk, saidWith(draft), "which notes has the chord?", answers);
}

export function readTogether(talk: Talk, atom: AtomOf<"together">): void {
  const pair = atom.pair ?? talk.pair;
  talk.pair = undefined;
  if (talk.chord) withoutAnnounced(talk, talk.drafts.slice(talk.chord.from));
  const isSounding = ({ kind }: Draft) => kind === "notes";
  const inSegment = segmentDrafts(talk).filter(isSounding);
  if (atom.isAll && inSegment.length > 1) return mergeIntoChord(talk, inSegment, false);
  const inClause = clauseDrafts(talk).filter(isSounding);
  let group: readonly Draft[] = inClause.length > 0 ? inClause : inSegment;
  // “Two notes at once, D 9 and B 10.”
  const isAnnounced = talk.many?.from === talk.drafts.length;
  const isHeading = isAnnounced || isHeader(talk);
  if (group.length === 0 && isHeading && hasAhead(talk, "segment", "fret")) {
    talk.many = undefined;
    talk.chord = { isPlural: false, from: talk.drafts.length, isUnison: false };
    return;
  }
  if (group.length === 0)
    group = talk.drafts.filter(
      (one) => isSounding(one) && one.segment === talk.drafts.at(-1)?.segment,
    );
  if (pair !== undefined) {
    const sentence = talk.drafts.filter((one) => isSounding(one) && one.sentence === talk.sentence);
    group = (group.length > 1 ? group : sentence).slice(-pair);
  }
  if (talk.awaited) return;
  // “5 on the D, 5 on the G, then both together”: once more, or is that how they are played?
  const isThen = talk.join === "then" && inClause.length + inSegment.length === 0;
  const isHeld = group.some(({ notes }) => notes.some(({ finger }) => finger !== undefined));
  if (isThen && pair === 2 && !isHeld && !says(talk, atom, /^(?:play|strum|pluck|hit)$/u))
    return void ask(talk, atom, WHICH_TOGETHER);
  const isWhole =
    atom.isAll === true || /^all/u.test(talk.words[atom.start]!.text) || isAllSaid(talk);
  if (
    (isWhole || group.length === 1) &&
    group[0]?.notes.length === 1 &&
    inSegment.length > group.length
  ) {
    group = inSegment;
    const hasOwn = group.every(({ binding }) => binding === "own" || binding === "header");
    const strings = new Set(group.map(({ notes }) => notes[0]!.string));
    // “A 2, D 2, G 2 together”: each on a string of its own.
    const isSpread = hasOwn && strings.size === group.length;
    if (!isWhole && !isSpread && group.length > 2) return void ask(talk, atom, WHICH_TOGETHER);
    return mergeIntoChord(talk, group, false);
  }
  if (group.length === 0)
    return slip(talk, atom, "sentence-unfinished", "expected what sounds together before it");
  // “A 12, then D 14 at the same time.”
  const isAfter = group.length === 1 && group[0]!.notes.length === 1 && group[0]!.join === "then";
  if (isAfter) return void ask(talk, atom, WHICH_TOGETHER);
  if (group.length === 1) return;
  const isJoined = group.slice(1).every(({ join }) => join === "and" || pair !== undefined);
  const isTailJoined = inClause.length > 2 && group.at(-1)!.join === "and";
  if (group.length > 2 && !isJoined && isTailJoined) return void ask(talk, atom, WHICH_TOGETHER);
  mergeIntoChord(talk, group, false);
}

function mergeIntoChord(talk: Talk, group: readonly Draft[], isUnison: boolean): void {
  const [first, ...others] = group;
  const strings = group.flatMap(({ notes }) => notes.map(({ string }) => string));
  if (new Set(strings).size < strings.length && !strings.includes(undefined)) {
    const span = { start: first!.from, end: group.at(-1)!.to };
    return slip(
      talk,
      span,
      "string-taken",
      "two of these notes are on one string: they cannot sound together",
    );
  }
  if (group.some(({ signs }) => signs !== undefined)) return slipWhole(talk, first!);
  for (const other of others) {
    addNotes(first!, other);
    first!.to = Math.max(first!.to, other.to);
    if (other.bend) first!.bend = other.bend;
    if (other.duration) first!.duration = other.duration;
  }
  if (isUnison) first!.isUnisonBend = true;
  first!.times = Math.max(...group.map(({ times }) => times));
  first!.binding = "own";
  talk.drafts = talk.drafts.filter((draft) => !others.includes(draft));
  talk.adjacent = first;
}

/** “Then add the second fret of the G”: behind a chord it may sound with it, or alone. */
export function readAdded(talk: Talk, atom: Atom): void {
  const last = lastNotes(talk);
  if (!last || last.notes.length < 2 || !isNoteNext(talk, true)) return;
  const rest = talk.atoms.slice(talk.at + 1);
  const end = rest.find(({ kind }) => kind === "pause")?.start ?? talk.words.length;
  const more = textOf(talk, { start: atom.end, end });
  const withAll = `${textOf(talk, saidWith(last))} and ${more} together`;
  talk.ahead.question = askAnew(
    talk,
    { start: atom.start, end },
    "alone, or with what was there?",
    [
      ["alone", `play ${more}`],
      ["with what was there", `play ${withAll}`],
    ],
  );
}

/** What was said in the call-out's own words takes no other note. */
export function slipWhole(talk: Talk, draft: Draft): void {
  slip(talk, saidWith(draft), "sentence-unfinished", "say what sounds together whole: A5+D7");
}

export function readChordName(talk: Talk, atom: AtomOf<"chord-name">): void {
  // “A G chord, 320003”: the grip is told.
  const isBetween = (one: Atom) =>
    ["filler", "aside", "play"].includes(one.kind) || (one.kind === "pause" && one.strength === 1);
  const next = talk.atoms.slice(talk.at + 1).find((one) => !isBetween(one));
  if (next?.kind === "grip") return;
  const answers = talk.context.gripsOf(atom.name).map((signs) => [signs, signs] as const);
  askAnew(talk, atom, `with which grip is ${atom.name} played?`, answers);
}
