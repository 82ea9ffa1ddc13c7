import type { Atom, AtomOf } from "./atom";
import { isBendOpen, readAmount, readBend, readRelease } from "./read-bends";
import { readAdded, readChordName, readTogether } from "./read-chords";
import { readCount } from "./read-counts";
import { isOfRound, readLastTime, readOtherEnd } from "./read-endings";
import { readGrip, readHeldGrip } from "./read-grips";
import { readLink, readSlideFrom, readSlideIn } from "./read-links";
import { readLeftOut } from "./read-left-out";
import { readCalloutWord, readDead, readFret, readPlain, readSameFret } from "./read-notes";
import {
  readAgain,
  readBackToFirst,
  readBarAgain,
  readBarLine,
  readMove,
  readSame,
  referenceTo,
} from "./read-references";
import { readSide, readStrings } from "./read-strings";
import { readFinger, readManner, readStrokes, readTechnique, readTrill } from "./read-techniques";
import { readBeats, readRest, readValue } from "./read-values";
import { readDoubt, readUnknown, settle, UNDECIDED } from "./settle";

import type { Finding } from "../../foundation/finding";
import { atomsOf } from "./atoms";
import { corrected } from "./correct";
import { withoutRemarks } from "./remarks";
import type { Word } from "./words";
import type { Draft } from "./draft";
import { endBracket, endClause, isOfNoteBefore } from "./end-clause";
import { ask, slip } from "./asking";
import {
  ahead,
  atomBefore,
  hasAhead,
  isFretNext,
  isNoteInClause,
  isNoteNext,
  saidSince,
  says,
  sentenceStart,
} from "./look-ahead";
import {
  Talk,
  clauseDrafts,
  lastNotes,
  later,
  segmentDrafts,
  type TalkContext,
  type TalkQuestion,
} from "./talk";

/** What ends with a note. */
const SOUNDING: ReadonlySet<Atom["kind"]> = new Set([
  "fret",
  "strings",
  "dead",
  "grip",
  "finger",
  "callout",
]);

export interface TalkReading {
  readonly drafts: readonly Draft[];
  readonly slips: readonly Finding[];
  readonly questions: readonly TalkQuestion[];
  readonly words: readonly Word[];
}

/** Reads talk: what is sure of it, what is not understood, and what is to be asked. */
export function readTalk(text: string, context: TalkContext): TalkReading {
  const { words, atoms } = atomsOf(text, context, context.calloutOf);
  const talk = new Talk(text, words, withoutRemarks(corrected(atoms)), context);
  run(talk);
  const { drafts, slips, questions } = talk;
  return { drafts, slips, questions, words };
}

function run(talk: Talk): void {
  for (talk.at = 0; talk.at < talk.atoms.length; talk.at++) take(talk, talk.atoms[talk.at]!);
  endClause(talk, 3);
  settle(talk);
}

function take(talk: Talk, atom: Atom): void {
  switch (atom.kind) {
    case "filler":
    case "aside":
    case "play":
    case "from":
    case "hold":
    case "to":
    case "at-end":
      return;
    case "all":
      return readAll(talk, atom);
    case "for":
      return readFor(talk, atom);
    case "next-ending":
      talk.reference ??= referenceTo(talk, atom, "same");
      if (talk.reference) talk.reference.endsOn = true;
      return;
    case "instead":
      if (isOfContext(talk)) talk.unsureFrom ??= askReplaced(talk, atom);
      talk.isReplaced = true;
      return;
    case "pause":
      if (isOfNoteBefore(talk, atom)) return;
      endBracket(talk, atom);
      return endClause(talk, atom.strength);
    case "and":
      talk.isPlus ||= clauseDrafts(talk).at(-1)?.isTakenWith === true && isNoteNext(talk, true);
      talk.adjacent = undefined;
      talk.join = later(talk.join, "and");
      return;
    case "with":
      talk.isWith = isBehindNote(talk) && isNoteNext(talk, true);
      talk.isPlus ||= talk.isWith;
      return;
    case "added":
      return readAdded(talk, atom);
    case "plus":
      talk.isPlus = talk.drafts.length > 0;
      talk.isWith = talk.isPlus && talk.words[atom.start]!.text === "together";
      return;
    case "pronoun":
      return readPronoun(talk, atom);
    case "on-those":
      return readOnThose(talk, atom);
    case "fret":
      return readFret(talk, atom);
    case "dead":
      return readDead(talk, atom);
    case "strings":
      return readStrings(talk, atom);
    case "callout":
      return readCalloutWord(talk, atom);
    case "quoted":
      talk.ahead.quoted = [talk.ahead.quoted, atom.words].filter(Boolean).join(" ");
      return;
    case "value-unknown":
      talk.value = undefined;
      return;
    case "pinned":
      for (const note of lastNotes(talk)?.notes ?? []) note.pinned = true;
      return;
    case "fermata": {
      const draft = talk.drafts.at(-1);
      if (draft && draft.kind !== "bar-line") draft.fermata = true;
      else slip(talk, atom, "sentence-unfinished", "expected a note before it");
      return;
    }
    case "tied":
      return readPlain(talk, atom, "~");
    case "hit":
      return readPlain(talk, atom, atom.sound === "body" ? "hit" : "scrape");
    case "grip":
      return readGrip(talk, atom);
    case "held-grip":
      return readHeldGrip(talk, atom);
    case "chord-name":
      return readChordName(talk, atom);
    case "side":
      return readSide(talk, atom);
    case "note-name":
      if (!isFretInSentence(talk)) ask(talk, atom, "where is this note played?");
      return;
    case "chord":
      talk.chord = { isPlural: atom.isPlural, from: talk.drafts.length, isUnison: false };
      return;
    case "unison-bend":
      talk.chord = { isPlural: false, from: talk.drafts.length, isUnison: true };
      return;
    case "together":
      return readTogether(talk, atom);
    case "count":
      return readCount(talk, atom);
    case "vague-count":
      return void ask(talk, atom, "how often?");
    case "so-many":
      talk.many = {
        times: atom.times,
        from: talk.drafts.length,
        ...(atom.isOfNotes && { isOfNotes: true }),
      };
      return;
    case "value":
      return readValue(talk, atom);
    case "beats":
      return readBeats(talk, atom);
    case "rest":
      return readRest(talk, atom);
    case "link":
      return readLink(talk, atom);
    case "slide-in":
      return readSlideIn(talk, atom);
    case "slide-from":
      return readSlideFrom(talk, atom);
    case "technique":
      return readTechnique(talk, atom);
    case "manner":
      return readManner(talk, atom);
    case "unmuted":
      return readUnmuted(talk);
    case "bend":
      return readBend(talk, atom);
    case "amount":
      return says(talk, atom, /^up$/u) &&
        !isBendOpen(talk) &&
        talk.drafts.length + talk.context.before.length > 0
        ? readMove(talk, { ...atom, kind: "move", frets: atom.cents / 100 })
        : readAmount(talk, atom.cents, atom);
    case "bend-target":
      talk.bendTarget = talk.drafts.findLast(({ bend }) => bend !== undefined);
      if (!talk.bendTarget) slip(talk, atom, "sentence-unfinished", "expected a bend before it");
      return;
    case "release":
      return readRelease(talk, atom);
    case "trill":
      return readTrill(talk);
    case "strokes":
      return readStrokes(talk, atom);
    case "finger":
      return readFinger(talk, atom);
    case "bar-line":
    case "bar":
      return readBarLine(talk, atom);
    case "bar-again":
      return readBarAgain(talk, atom);
    case "part":
      if (
        !hasAhead(talk, "sentence", "fret", "dead", "strings", "grip") &&
        !segmentDrafts(talk).length
      )
        talk.ahead.question = ask(talk, atom, "which notes are these?");
      return;
    case "unknown-reference":
      return void ask(talk, atom, "which one is that?");
    case "same":
      return readSame(talk, atom);
    case "again":
      return readAgain(talk, atom);
    case "same-fret":
      return readSameFret(talk, atom);
    case "move":
      return isBendOpen(talk) && atom.frets !== undefined && atom.frets > 0 && atom.frets < 4
        ? readAmount(talk, 100 * atom.frets, atom)
        : readMove(talk, atom);
    case "move-to":
      talk.moveTo = referenceTo(talk, atom, "move");
      if (talk.moveTo && atom.isFirst) talk.moveTo.isFirst = true;
      return;
    case "ends-on":
      if (talk.reference) talk.reference.endsOn = true;
      else if (talk.lastTime) talk.lastTime = "ends-on";
      else readOtherEnd(talk, atom);
      return;
    case "throughout":
      if (talk.stretch) talk.stretch.until = 3;
      return;
    case "next-time":
      if (isOfRound(talk, atom)) return readLastTime(talk, atom);
      if (!talk.reference && hasAhead(talk, "sentence", "ends-on"))
        talk.reference = referenceTo(talk, atom, "same");
      return;
    case "leave-out":
      return readLeftOut(talk, atom);
    case "last-time":
      return readLastTime(talk, atom);
    case "starts-on":
      if (talk.reference) talk.moveTo = { ...talk.reference, isFirst: true };
      return;
    case "back-to-first":
      return readBackToFirst(talk, atom);
    case "or":
    case "doubt":
      return readDoubt(talk, atom);
    case "correction":
      return slip(talk, atom, "sentence-unfinished", "what was wrong is not clear: say it anew");
    case "unread":
      return slip(
        talk,
        atom,
        "word-not-understood",
        `${atom.why} was not understood: say what is played`,
      );
    case "unknown":
      return readUnknown(talk, atom);
  }
}

/** “Palm muted: low E 0 0 3, A 0 (not muted)”: of the note before it, or of those to come. */
function readUnmuted(talk: Talk): void {
  const isMuted = ({ kind }: { readonly kind: string }) => kind === "palm-mute";
  const last = talk.stretch?.manners.some(isMuted) && segmentDrafts(talk).at(-1);
  if (last && !isNoteInClause(talk)) last.manners = last.manners.filter((one) => !isMuted(one));
  if (talk.stretch) talk.stretch.manners = talk.stretch.manners.filter((one) => !isMuted(one));
}

/** “That whole thing, then finish on A 0”: of what was said before, and nobody says what becomes of it. */
function readAll(talk: Talk, atom: Atom): void {
  const isAlone = talk.atoms[talk.at + 1]?.kind === "pause";
  if (isAlone && isOfContext(talk) && hasAhead(talk, "sentence", "fret"))
    ask(talk, atom, "all of it again, and then?");
}

/** Whether nothing was said in this talk yet, and something before it. */
const isOfContext = ({ drafts, context }: Talk) => drafts.length === 0 && context.before.length > 0;

/** “Instead of the 5 you play a 6”, of what was said before: all of it again, or that note alone? */
function askReplaced(talk: Talk, atom: Atom): number {
  ask(talk, atom, UNDECIDED);
  return talk.drafts.length;
}

/** “A 5 with D 7”: a note stands right before it. */
function isBehindNote(talk: Talk): boolean {
  const before = talk.atoms[talk.at - 1];
  return before !== undefined && SOUNDING.has(before.kind) && clauseDrafts(talk).length > 0;
}

/** “Two beats …, then one for one”: beats go on being counted where they were. */
function readFor(talk: Talk, { end }: Atom): void {
  const isCounting = saidSince(talk, sentenceStart(talk)).some(({ kind }) => kind === "beats");
  const number = talk.atoms[talk.at + 1];
  const pause = talk.atoms.slice(talk.at + 2).find(({ kind }) => kind !== "filler");
  const beats = talk.words[end]?.number?.value;
  const isLast = pause === undefined || pause.kind === "pause" || pause.kind === "and";
  // “Then index for five”: a fret.
  const isFinger = atomBefore(talk)?.kind === "finger";
  if (!isCounting || isFinger || beats === undefined || !isLast || number?.end !== end + 1) return;
  talk.at++;
  readBeats(talk, { ...number, kind: "beats", beats });
}

/** “Seven on both”: on the strings of the chord that was just played. */
function readOnThose(talk: Talk, atom: Atom): void {
  const { adjacent } = talk;
  const chord = talk.drafts.findLast((one) => one !== adjacent && one.notes.length > 1);
  const [note, ...more] = adjacent?.notes ?? [];
  if (!adjacent || !note || more.length > 0 || !chord)
    return slip(talk, atom, "sentence-unfinished", "which strings, and at which fret?");
  adjacent.notes = chord.notes.map(({ string }) => ({ ...note, string: string! }));
  adjacent.binding = "own";
}

/** “Then both at the fifth”: the strings that were just played, or how many are meant. */
function readPronoun(talk: Talk, { count, start, end }: AtomOf<"pronoun"> & Atom): void {
  const last = lastNotes(talk);
  const isFret = count === 2 && isFretNext(talk) && clauseDrafts(talk).length === 0;
  if (isFret && last?.notes.length === count) {
    const strings = last.notes.map(({ string }) => string!);
    const form = "bare" as const;
    talk.awaited = { kind: "strings", strings, others: [], form, isTogether: true, start, end };
  } else talk.pair = count ?? talk.pair;
}

/** Whether the sentence also says where: then the note's name is a remark. */
function isFretInSentence(talk: Talk): boolean {
  const isFret = ({ kind }: Atom) => kind === "fret" || kind === "grip";
  return saidSince(talk, sentenceStart(talk)).some(isFret) || ahead(talk, "sentence").some(isFret);
}
