import type { AtomOf, PauseStrength } from "./atom";
import { addManner, addTechnique, copyOf, type Draft } from "./draft";
import { ask, askAnew, slip, targetOf, tellUnused, textOf } from "./asking";
import {
  atomBefore,
  hasAhead,
  isAhead,
  isAllSaid,
  isAnnounced,
  isHeader,
  isNoteInClause,
  isNoteNext,
  nextAtom,
  saidSince,
  says,
  sentenceStart,
} from "./look-ahead";
import { addAhead, clauseDrafts, lastNotes, segmentDrafts, type Talk } from "./talk";

const PRONOUN = /^(it|that|this|them|those|these)$/u;

export function readTechnique(talk: Talk, atom: AtomOf<"technique">): void {
  const { technique } = atom;
  const until = stretchOf(talk, atom);
  if (until) {
    talk.stretch = { manners: [], techniques: [technique], until, unused: atom };
    return;
  }
  const isBack = ["vibrato", "let-ring", "slide-out"].includes(technique.kind);
  const inClause = clauseDrafts(talk);
  // “Hit the open A, let that ring while …”: what was just played.
  const isSaidOfIt = says(talk, atom, PRONOUN);
  const last = lastNotes(talk);
  // “Let the low E ring while …”: a string without a fret.
  if (technique.kind === "let-ring" && talk.string?.unused && talk.string.clause === talk.clause)
    return tellUnused(talk);
  if (isBack && isSaidOfIt && last?.sentence === talk.sentence)
    return addTechnique(last, technique);
  if (isAhead(talk, !isBack) && !(isBack && inClause.length > 0))
    return addAhead(talk.ahead, technique);
  // “Natural harmonic, fifth fret, A string”: said before the note that it names.
  const isFirst = segmentDrafts(talk).length === 0;
  const isNothing =
    talk.drafts.length + talk.context.before.length === 0 &&
    talk.atoms[talk.at + 1]?.kind === "pause";
  if (isFirst && (!isBack || isNothing) && hasAhead(talk, "segment", "fret", "strings"))
    return addAhead(talk.ahead, technique);
  const draft = targetOf(talk, atom, "no note stands before it");
  if (draft) addTechnique(draft, technique);
}

/** What ends the stretch that a technique is said of; undefined where it is said of one note. */
function stretchOf(talk: Talk, atom: AtomOf<"technique">): PauseStrength | undefined {
  if (isHeader(talk)) return 3;
  if (!isNoteInClause(talk)) return undefined;
  // “Harmonics at twelve, seven and five”: of all of them.
  const isPlural =
    atom.technique.kind.endsWith("harmonic") && talk.words[atom.end - 1]?.text === "harmonics";
  if (isPlural && clauseDrafts(talk).length === 0) return 2;
  const isOfMany = says(talk, atom, /^(all|those|these|them|everything)$/u);
  return isOfMany && talk.drafts.length === 0 ? 3 : undefined;
}

export function readManner(talk: Talk, atom: AtomOf<"manner">): void {
  const { technique, stroke, pluck } = atom;
  const isLast = technique?.kind === "accent" || technique?.kind === "tremolo";
  const isOfAll = /^all/u.test(talk.words[atom.start]!.text);
  const isAnnouncing = (technique !== undefined && !isLast) || (stroke !== undefined && isOfAll);
  const isLong = isHeader(talk) || (isAnnouncing && isAnnounced(talk));
  if (isLong || isAhead(talk, true)) {
    if (isLast || (stroke && !/^all/u.test(talk.words[atom.start]!.text))) {
      if (technique) talk.ahead.manners.push(technique);
      if (stroke) talk.ahead.stroke = stroke;
      return;
    }
    talk.stretch = {
      manners: [...(talk.stretch?.manners ?? []), ...(technique ? [technique] : [])],
      ...(stroke && { stroke }),
      ...(pluck && { pluck }),
      unused: atom,
      until:
        isLong || saidSince(talk, sentenceStart(talk)).some(({ kind }) => kind === "all") ? 3 : 1,
    };
    return;
  }
  const inClause = clauseDrafts(talk);
  let group: readonly Draft[] = inClause.length > 0 ? inClause : [];
  const inSegment = segmentDrafts(talk);
  const isOfList =
    inClause.length === 1 &&
    inSegment.length > 1 &&
    inClause[0]!.binding !== "own" &&
    inClause[0]!.times === 1;
  // “3 accented, 3 palm muted”: where others have a word of their own, each word is of one note.
  const isOfEach = inSegment.some(
    (draft) =>
      draft !== inClause[0] &&
      (draft.manners.length + draft.techniques.length > 0 || (stroke && draft.stroke)),
  );
  if (isAllSaid(talk)) group = inSegment;
  else if (isOfList && !isLast && !isOfEach) return askManner(talk, atom, inSegment);
  if (group.length === 0) {
    const before = talk.drafts.filter(({ segment }) => segment === talk.drafts.at(-1)?.segment);
    if (before.length > 1 && !isLast && !isAllSaid(talk)) return askManner(talk, atom, before);
    // “Slap the open E, then pop the octave”: what was slapped is not popped as well.
    if (pluck && before.at(-1)?.pluck && hasAhead(talk, "sentence", "fret", "strings")) {
      talk.ahead.pluck = pluck;
      return;
    }
    group = before;
  }
  if (isLast) group = lastOf(talk, group);
  if (group.length === 0) {
    const draft = targetOf(talk, atom, "no note stands before it");
    group = draft ? [draft] : [];
  }
  for (const draft of group) {
    if (technique) addManner(draft, technique);
    if (stroke) draft.stroke = stroke;
    if (pluck) draft.pluck = pluck;
  }
}

/** “Four times, and accent the last one”: of a note that comes several times the last. */
function lastOf(talk: Talk, group: readonly Draft[]): readonly Draft[] {
  const last = group.at(-1);
  const next = nextAtom(talk);
  const isOne = next?.kind === "pronoun" && says(talk, next, /^last$/u);
  return last && isOne && last.times > 1 ? spreadOut(talk, last).slice(-1) : group.slice(-1);
}

function askManner(talk: Talk, atom: AtomOf<"manner">, group: readonly Draft[]): void {
  const said = textOf(talk, atom);
  const question = `${said}: the last note, or all ${group.length} of them?`;
  askAnew(talk, atom, question, [[`all ${group.length}`, `all ${said}`]]);
}

export function readStrokes(talk: Talk, atom: AtomOf<"strokes">): void {
  const isBefore = clauseDrafts(talk).length === 0 && isNoteInClause(talk);
  if (isBefore) {
    talk.strokesAhead = atom;
    return;
  }
  spreadStrokes(
    talk,
    atom,
    clauseDrafts(talk).length > 0 ? clauseDrafts(talk) : segmentDrafts(talk),
  );
}

export function spreadStrokes(talk: Talk, atom: AtomOf<"strokes">, group: readonly Draft[]): void {
  const [only] = group;
  if (group.length === 1 && only!.times === 1) only!.times = atom.strokes.length;
  const spread = group.flatMap((draft) => (draft.times === 1 ? [draft] : spreadOut(talk, draft)));
  if (spread.length !== atom.strokes.length) {
    return void ask(
      talk,
      atom,
      `${atom.strokes.length} strokes for ${spread.length} notes: which?`,
    );
  }
  for (const [index, draft] of spread.entries()) draft.stroke = atom.strokes[index]!;
}

/** One draft a time it comes. */
function spreadOut(talk: Talk, draft: Draft): Draft[] {
  const copies = Array.from({ length: draft.times }, () => ({ ...copyOf(draft), times: 1 }));
  const index = talk.drafts.indexOf(draft);
  talk.drafts.splice(index, 1, ...copies);
  if (talk.many && talk.many.from > index) talk.many.from += copies.length - 1;
  return copies;
}

export function readTrill(talk: Talk): void {
  talk.trill = {};
  const last = clauseDrafts(talk).at(-1);
  const next = nextAtom(talk, ["with"]);
  if (last && (next?.kind === "to" || next?.kind === "fret")) talk.trill.draft = last;
}

export function trillTarget(talk: Talk, atom: AtomOf<"fret">): boolean {
  const draft = talk.trill?.draft;
  const [note] = draft?.notes ?? [];
  if (!draft || !note || typeof note.fret !== "number") return false;
  talk.trill = undefined;
  talk.isPlus = false;
  const semitones = Math.abs(atom.fret - note.fret);
  if (semitones < 1 || semitones > 12) {
    slip(talk, atom, "trill-out-of-range", "a trill goes up by 1 to 12 frets");
    return true;
  }
  note.fret = Math.min(note.fret, atom.fret);
  addTechnique(draft, { kind: "trill", semitones });
  talk.adjacent = draft;
  return true;
}

// Fingers

export function readFinger(talk: Talk, atom: AtomOf<"finger">): void {
  const isWith = atomBefore(talk)?.kind === "with";
  const inClause = clauseDrafts(talk);
  const isBack =
    inClause.length > 0 &&
    ((isWith && !talk.isPlus && !isNoteNext(talk)) ||
      !isNoteInClause(talk) ||
      (isWith && talk.adjacent !== undefined && nextAtom(talk)?.kind === "strings"));
  // “…, second fret, with your middle finger, then …”
  const isAlone = inClause.length === 0 && isWith && !isNoteInClause(talk);
  const last = isBack ? inClause.at(-1) : isAlone ? segmentDrafts(talk).at(-1) : undefined;
  if (!last) talk.ahead.finger = atom.finger;
  for (const note of last?.notes ?? []) note.finger = atom.finger;
}
