import type { LinkKind } from "../../score/technique";
import type { Atom, AtomOf } from "./atom";
import { bendTo, isBentTo } from "./read-bends";
import { slipWhole } from "./read-chords";
import { isSourceAgain, isSourceBehind, linkTo } from "./read-links";
import { endReference, endReferenceWithout, moveToFret, shiftOf } from "./read-references";
import { trillTarget } from "./read-techniques";
import { addManner, addNotes, addTechnique, type Draft, type DraftNote } from "./draft";
import { ask, saidWith } from "./asking";
import {
  atomBefore,
  hasAhead,
  isSign,
  isStringAhead,
  nextAtom,
  saidSince,
  says,
  segmentStart,
} from "./look-ahead";
import {
  clauseDrafts,
  draftHere,
  hereIn,
  lastNotes,
  nothingAhead,
  segmentDrafts,
  sourceOf,
  type Talk,
} from "./talk";

// Notes

export function readFret(talk: Talk, atom: AtomOf<"fret">): void {
  if (talk.isReplaced) {
    talk.isReplaced = false;
    const next = talk.atoms[talk.at + 1];
    // “The tenth, not the ninth, on the B”: the string is that of the note that stays.
    const isOpen = lastNotes(talk)?.binding === "missing";
    if (next?.kind === "strings" && next.form === "on" && !isOpen) talk.at++;
    return;
  }
  if (isBentTo(talk, atom)) return;
  if (trillTarget(talk, atom)) return;
  if (talk.bendTarget) return bendTo(talk, atom);
  if (talk.moveTo) return moveToFret(talk, atom);
  if (isSourceBehind(talk, atom)) return;
  if (isSourceAgain(talk, atom)) return;
  if (isCountedAlong(talk)) return;
  if (isReleasedTo(talk, atom) || isToldAnew(talk, atom)) return;
  if (isLeftFrom(talk, atom)) return;
  if (isReferenceAt(talk, atom)) return moveToFret(talk, atom);
  linkOn(talk);
  if (atom.isPlural && talk.many) {
    talk.ahead.times = talk.many.times;
    talk.many = undefined;
  }
  const isOfIt = isMaybeMoved(talk, atom);
  const draft = createNote(talk, [{ fret: atom.fret }], atom);
  if (isOfIt) draft.question = ask(talk, atom, "one note there, or all of it moved there?");
}

/** “Play it at the seventh”, of several notes. */
function isMaybeMoved(talk: Talk, { isNamed, start }: AtomOf<"fret">): boolean {
  const pronoun = atomBefore(talk);
  const isIt = pronoun?.kind === "play" || pronoun?.kind === "pronoun";
  const said = { start: pronoun?.start ?? start, end: start };
  const isAt = says(talk, said, /^at$/u) && says(talk, said, /^(it|that|them)$/u);
  const isBare = talk.drafts.length === 0 && talk.context.before.length > 1 && !isStringAhead(talk);
  return isIt && isAt && isNamed && isBare;
}

/** “Release it back to 9”: where the bend began. */
function isReleasedTo(talk: Talk, { fret }: AtomOf<"fret">): boolean {
  const last = lastNotes(talk);
  const isTo = talk.atoms[talk.at - 1]?.kind === "to";
  const isReleased = atomBefore(talk, "to")?.kind === "release";
  return isTo && isReleased && last?.notes.length === 1 && last.notes[0]!.fret === fret;
}

/** “Start at the fifteenth and walk down: fifteen, twelve, ten”: the list begins with what was said. */
function isToldAnew(talk: Talk, { fret }: AtomOf<"fret">): boolean {
  const before = talk.atoms[talk.at - 1];
  // “Starting on the fifth and going up five, six, seven.”
  const isGone = says(
    talk,
    { start: before?.start ?? 0, end: talk.atoms[talk.at]!.start },
    /^(?:up|down)$/u,
  );
  if (!isGone && !isSign(talk, before, ":")) return false;
  const said = segmentDrafts(talk);
  const [only] = said;
  const isNamedAnew = saidSince(talk, only?.to ?? 0).some(({ kind }) => kind === "strings");
  const isStart = talk.words
    .slice(segmentStart(talk), only?.from)
    .some(({ lemma }) => lemma === "start" || lemma === "begin");
  if (isNamedAnew || !isStart) return false;
  return (
    said.length === 1 &&
    only!.notes.length === 1 &&
    only!.notes[0]!.fret === fret &&
    only!.times === 1
  );
}

/** “From that seven you come down to the five”: the seven was played already. */
function isLeftFrom(talk: Talk, { fret }: AtomOf<"fret">): boolean {
  if (atomBefore(talk, "strings", "finger", "pronoun")?.kind !== "from") return false;
  const isNamed = nextAtom(talk, ["finger"])?.kind === "strings";
  if (talk.links.length > 0 || clauseDrafts(talk).length > 0 || isNamed) return false;
  const [note, ...more] = sourceOf(talk)?.notes ?? [];
  return more.length === 0 && note?.fret === fret;
}

/** “The same lick up at the twelfth fret”: all of it moves, where its first note is its lowest. */
function isReferenceAt(talk: Talk, { isNamed, start }: AtomOf<"fret">): boolean {
  const { reference } = talk;
  if (!reference || reference.endsOn || reference.clause !== talk.clause || !isNamed) return false;
  const isAt = says(talk, { start: reference.to, end: start }, /^at$/u);
  const frets = reference.group.flatMap(({ notes }) => notes.map(({ fret }) => fret));
  const isFirstLowest = frets.every((fret) => typeof fret === "number" && fret >= Number(frets[0]));
  if (!isAt || !isFirstLowest || frets[0] === 0) return false;
  talk.moveTo = reference;
  return true;
}

/** “Pull off from three to open, then from one to open”: the verb of the pair before. */
function verbBefore(talk: Talk, source: Draft): LinkKind | undefined {
  const before = talk.drafts.findLast(({ clause }) => clause < talk.clause);
  const pair = talk.drafts.filter(({ clause }) => clause === before?.clause);
  // “Five to eight on the high E, hammered.”
  const isSaid = hasAhead(talk, "segment", "link");
  const isPair = clauseDrafts(talk).length === 1 && pair.length === 2 && !isSaid;
  return isPair && before?.sentence === source.sentence ? before.link : undefined;
}

/** “From ten to eight to seven”: one verb for all of them. */
function linkOn(talk: Talk): void {
  const last = lastNotes(talk);
  const isTo = atomBefore(talk)?.kind === "to";
  if (!isTo || talk.links.length > 0 || talk.isSource || !last) return;
  if (last.clause !== talk.clause || last !== talk.adjacent) return;
  const link = last.link ?? verbBefore(talk, last);
  if (link) talk.links.push({ link, hasTo: true, hasSource: false, from: last.from });
}

export function readDead(talk: Talk, atom: AtomOf<"dead">): void {
  if (talk.many) {
    talk.ahead.times = talk.many.times;
    talk.many = undefined;
  }
  createNote(talk, [{ fret: "x" }], atom);
}

/** “A5h7”: said in the call-out's own words. */
export function readCalloutWord(talk: Talk, atom: AtomOf<"callout">): void {
  const chord = talk.isPlus ? lastNotes(talk) : undefined;
  if (chord) slipWhole(talk, chord);
  talk.isPlus = false;
  const notes = talk.context.calloutOf(atom.signs) ?? [];
  const [first] = notes;
  const own = first ? [...notes] : [{ fret: 0, string: 1 }];
  const draft = createNote(talk, own, atom);
  draft.signs = atom.signs;
  talk.adjacent = undefined;
  if (first?.string !== undefined) {
    talk.string = { string: first.string, others: [], how: "after", ...hereIn(talk) };
  }
}

/** What sounds without a fret of its own: a knock, or the note before held on. */
export function readPlain(talk: Talk, atom: Atom, signs: string): void {
  const draft = createNote(talk, [{ fret: 0, string: 1 }], atom);
  draft.signs = signs;
  talk.adjacent = undefined;
}

/** A new event, with all that was said of it ahead. */
export function createNote(talk: Talk, notes: DraftNote[], atom: Atom): Draft {
  const awaited = talk.awaited;
  const both = awaited ? undefined : chordLedFrom(talk);
  // “A double stop …, slide it up to seven”: the chord is said, and another one follows.
  if (both) talk.chord = undefined;
  talk.awaited = undefined;
  let binding: Draft["binding"] = "missing";
  let from = atom.start;
  let isLedApart = false;
  if (notes[0]!.string !== undefined) binding = "own";
  else if (both) {
    const [note] = notes;
    if (both.some(({ fret }) => fret !== both[0]!.fret)) isLedApart = true;
    notes = both.map(({ string }) => ({ ...note!, string: string! }));
    binding = "own";
  } else if (awaited) {
    const [note] = notes;
    notes = awaited.strings.map((string) => ({ ...note!, string }));
    binding = "own";
    from = Math.min(from, awaited.start);
  } else if (
    talk.reference &&
    (talk.reference.endsOn || hasAhead(talk, "clause", "at-end")) &&
    !isStringAhead(talk) &&
    talk.string?.clause !== talk.clause
  ) {
    const string = talk.reference.group.at(-1)?.notes.at(-1)?.string;
    const shift = shiftOf(talk.reference);
    if (string !== undefined) notes = notes.map((note) => ({ ...note, string: string + shift }));
    binding = "carried";
  } else if (talk.string) {
    const { how, segment, sentence } = talk.string;
    notes = notes.map((note) => ({ ...note, ...currentString(talk) }));
    const isHeader = how === "header" && segment === talk.segment;
    const isKept = (how === "after" || !talk.string.unused) && sentence < talk.sentence;
    binding = isHeader ? "header" : isKept ? "kept" : "carried";
  }
  const { ahead } = talk;
  talk.ahead = nothingAhead();
  const draft: Draft = {
    ...draftHere(talk, "notes", { start: from, end: atom.end }),
    notes: notes.map((note) => ({ ...note, ...(ahead.finger && { finger: ahead.finger }) })),
    techniques: ahead.techniques,
    manners: [...ahead.manners],
    times: ahead.times ?? 1,
    binding,
    ...(ahead.bend && { bend: ahead.bend }),
    ...(ahead.quoted !== undefined && { quoted: ahead.quoted }),
    ...(ahead.question !== undefined && { question: ahead.question }),
  };
  const duration = ahead.duration ?? talk.many?.duration ?? talk.value;
  if (duration) draft.duration = duration;
  const stroke = ahead.stroke ?? talk.stretch?.stroke;
  if (stroke) draft.stroke = stroke;
  const pluck = ahead.pluck ?? talk.stretch?.pluck;
  if (pluck) draft.pluck = pluck;
  for (const manner of talk.stretch?.manners ?? []) addManner(draft, manner);
  for (const one of talk.stretch?.techniques ?? []) addTechnique(draft, one);
  if (isLedApart) draft.question = ask(talk, atom, "which note of the chord goes there?");
  if (isMaybeLinked(talk, draft)) {
    const linked = LINK_PARTICIPLE[lastNotes(talk)!.link!] ?? "linked";
    draft.question = ask(talk, saidWith(draft), `is this one ${linked} too?`);
  }
  if (talk.stretch) delete talk.stretch.unused;
  const isOfString = draft.notes.some(({ string }) => string === talk.string?.string);
  if (talk.string?.unused && isOfString) talk.string = { ...talk.string, unused: undefined };
  talk.join = "none";
  if (talk.trill && !talk.trill.draft) talk.trill.draft = draft;
  if (talk.isPlus && lastNotes(talk)) addToChord(talk, lastNotes(talk)!, draft);
  else pushNote(talk, draft);
  return talk.adjacent!;
}

function pushNote(talk: Talk, draft: Draft): void {
  const isAdded = saidSince(talk, talk.reference?.to ?? 0).some(({ kind }) => kind === "added");
  const isAtEnd = hasAhead(talk, "clause", "at-end");
  if (talk.reference && !talk.reference.endsOn && isAtEnd && !isAdded) talk.reference.endsOn = true;
  // “Play it again and add the open D at the end.”
  if (talk.reference && isAtEnd && isAdded) endReference(talk);
  if (talk.reference?.endsOn) endReferenceWithout(talk);
  else if (talk.reference) {
    const { from, to } = talk.reference;
    if (talk.reference.clause === talk.clause)
      ask(talk, { start: from, end: to }, "does it start there, or does a note follow?");
    endReference(talk);
  }
  if (talk.lastTime === "ends-on") {
    talk.drafts.pop();
    talk.lastTime = undefined;
  }
  linkTo(talk, draft);
  talk.drafts.push(draft);
  talk.adjacent = draft;
  talk.isPlus = false;
}

/** One more note of a chord. */
function addToChord(talk: Talk, chord: Draft, more: Draft): void {
  if (chord.signs !== undefined) slipWhole(talk, chord);
  addNotes(chord, more);
  if (talk.isWith) chord.isTakenWith = true;
  talk.isWith = false;
  chord.to = more.to;
  if (more.bend && !chord.bend) chord.bend = more.bend;
  talk.isPlus = false;
  talk.adjacent = chord;
}

/** “Hammer the second fret and then the fourth”: one verb for two. */
function isMaybeLinked(talk: Talk, draft: Draft): boolean {
  const last = lastNotes(talk);
  if (
    !last?.link ||
    talk.links.length > 0 ||
    draft.binding === "own" ||
    last.sentence !== talk.sentence
  )
    return false;
  const between = talk.atoms.filter((one) => one.start >= last.from && one.end <= draft.from);
  const isPlain = between
    .slice(1)
    .every((one) => ["filler", "and"].includes(one.kind) || isSign(talk, one, "then"));
  // “G 7 slide to 9 back to 7”
  const isBack = says(talk, { start: last.to, end: draft.from }, /^back$/u);
  if (isBack && between.slice(1).every(({ kind }) => kind === "filler")) return true;
  const verb = talk.atoms.findLast((one) => one.kind === "link" && one.end <= last.from);
  return (
    isPlain &&
    between.some(({ kind }) => kind === "and") &&
    verb?.kind === "link" &&
    !verb.hasTo &&
    talk.atoms.every((one) => one.kind !== "to" || one.start < verb.start || one.start > last.from)
  );
}

export function currentString(talk: Talk): Pick<DraftNote, "string" | "others" | "letterAt"> {
  if (!talk.string) return {};
  const { string, others, letterAt } = talk.string;
  return {
    string,
    ...(others.length > 0 && { others }),
    ...(letterAt !== undefined && { letterAt }),
  };
}

/** “four of them one two three four”: said along. */
function isCountedAlong(talk: Talk): boolean {
  const run: AtomOf<"fret">[] = [];
  for (let at = talk.at; at < talk.atoms.length; at++) {
    const atom = talk.atoms[at]!;
    if (atom.kind !== "fret" || atom.isNamed || atom.isPlural || atom.fret !== run.length + 1)
      break;
    run.push(atom);
  }
  const before = atomBefore(talk, "pause");
  if (before?.kind !== "count" || run.length < 3 || before.times !== run.length) return false;
  talk.at += run.length - 1;
  return true;
}

export function readSameFret(talk: Talk, atom: AtomOf<"same-fret">): void {
  const fret = lastNotes(talk)?.notes.at(-1)?.fret;
  if (fret === undefined) return void ask(talk, atom, "which fret?");
  createNote(talk, [{ fret }], atom);
}

/** “Hammer both of them on to the thirteenth”: the notes that a link leads away from, where they are several. */
function chordLedFrom(talk: Talk): readonly DraftNote[] | undefined {
  const notes = sourceOf(talk)?.notes;
  const isFrom = hasAhead(talk, "clause", "from");
  const isLed = talk.links.length > 0 && !talk.isSource && !isStringAhead(talk) && !isFrom;
  return isLed && notes !== undefined && notes.length > 1 ? notes : undefined;
}

const LINK_PARTICIPLE: Partial<Record<LinkKind, string>> = {
  "hammer-on": "hammered",
  "pull-off": "pulled off",
  slide: "slid to",
  tap: "tapped",
};
