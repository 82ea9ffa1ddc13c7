import { ask, slip, tellUnused } from "./asking";
import { ahead, isSign, saidSince, segmentStart } from "./look-ahead";
import type { Atom, PauseStrength } from "./atom";
import { addManner, addTechnique } from "./draft";
import { endChord, isChordBegun } from "./read-chords";
import { endMany } from "./read-counts";
import { endLinks } from "./read-links";
import { endReference } from "./read-references";
import { spreadStrokes } from "./read-techniques";
import { clauseDrafts, lastNotes, later, nothingAhead, segmentDrafts, type Talk } from "./talk";

/** “Fret 3 (second finger)”: a bracket that holds no note says more of the one before it. */
export function isOfNoteBefore(talk: Talk, atom: Atom): boolean {
  const isNote = ({ kind }: Atom) =>
    ["fret", "dead", "grip", "callout", "strings", "rest"].includes(kind);
  if (isSign(talk, atom, "(")) {
    const rest = talk.atoms.slice(talk.at + 1);
    const end = rest.findIndex((one) => isSign(talk, one, ")"));
    talk.isAside = clauseDrafts(talk).length > 0 && end > 0 && !rest.slice(0, end).some(isNote);
    return talk.isAside;
  }
  if (!isSign(talk, atom, ")") || !talk.isAside) return false;
  talk.isAside = false;
  return true;
}

/** What stands in round brackets is one group for a count behind them. */
export function endBracket(talk: Talk, { start }: Atom): void {
  const sign = talk.words[start]!.text;
  if (sign === "(") talk.bracket = { from: talk.drafts.length };
  else if (sign === ")" && talk.bracket) talk.bracket.to = talk.drafts.length;
}

/** What a comma, “then” or the end of a sentence ends. */
export function endClause(talk: Talk, strength: PauseStrength): void {
  talk.adjacent = undefined;
  talk.join = later(talk.join, strength === 1 ? "comma" : strength === 2 ? "then" : "sentence");
  endMany(talk, strength);
  if (talk.strokesAhead && clauseDrafts(talk).length > 0) {
    const strokes = talk.strokesAhead;
    talk.strokesAhead = undefined;
    spreadStrokes(talk, strokes, clauseDrafts(talk));
  }
  if (strength === 2) announcedForNothing(talk);
  endLinks(talk, strength);
  if (talk.chord && (strength > 1 || talk.chord.isPlural) && !isChordBegun(talk, strength))
    endChord(talk, strength);
  if (strength > 1) endReference(talk);
  endStretch(talk, strength);
  talk.clause++;
  talk.isClauseUnknown = false;
  if (strength > 1) {
    if (talk.trill) ask(talk, talk.atoms[Math.max(0, talk.at - 1)]!, "a trill with which fret?");
    talk.segment++;
    talk.adjacent = undefined;
    talk.isPlus = false;
    talk.trill = undefined;
  }
  if (strength === 3) {
    talk.grip = undefined;
    talk.pair = undefined;
    // “Barre the seventh fret on the B and also high E”: nothing follows for it.
    const isEnd = talk.at >= talk.atoms.length;
    if (isEnd && talk.drafts.some(({ sentence }) => sentence === talk.sentence)) tellUnused(talk);
    leftovers(talk);
    talk.sentence++;
  }
}

function endStretch(talk: Talk, strength: PauseStrength): void {
  const { stretch } = talk;
  if (!stretch) return;
  // “Palm mutes on the low E, open, open, then …”: of what follows the comma.
  if (stretch.unused && strength < 3) {
    if (stretch.until === 1) stretch.until = 2;
    return;
  }
  const isOver = strength >= stretch.until || (strength > 1 && isHeadingNext(talk));
  if (!isOver) return;
  if (stretch.unused) slip(talk, stretch.unused, "sentence-unfinished", "of which notes?");
  talk.stretch = undefined;
}

/** “Harmonics: D 12 7, then low E: 3 3 5”: another heading begins. */
function isHeadingNext(talk: Talk): boolean {
  return ahead(talk, "segment").some((atom) => isSign(talk, atom, ":"));
}

/** “Ghost note on the D, then …”: a string was named for it, and no fret. */
function announcedForNothing(talk: Talk): void {
  const start = segmentStart(talk);
  const said = saidSince(talk, start);
  const isNamed = said.some(({ kind }) => kind === "strings");
  if (talk.ahead.techniques.length === 0 || !isNamed || segmentDrafts(talk).length > 0) return;
  talk.ahead = nothingAhead();
  slip(talk, { start, end: said.at(-1)!.end }, "sentence-unfinished", "which fret?");
}

/** What was announced and never came is told, not lost. */
function leftovers(talk: Talk): void {
  const { ahead } = talk;
  const last = lastNotes(talk);
  const isOpen = Object.values(ahead).some((value) =>
    Array.isArray(value) ? value.length > 0 : value !== undefined,
  );
  const span = {
    start: talk.atoms[Math.max(0, talk.at - 1)]?.start ?? 0,
    end: talk.atoms[Math.max(0, talk.at - 1)]?.end ?? 1,
  };
  if (isOpen && last?.sentence === talk.sentence) {
    for (const technique of ahead.techniques) addTechnique(last, technique);
    for (const manner of ahead.manners) addManner(last, manner);
    if (ahead.bend) last.bend = ahead.bend;
    if (ahead.stroke) last.stroke = ahead.stroke;
    if (ahead.pluck) last.pluck = ahead.pluck;
    if (ahead.duration) last.duration ??= ahead.duration;
    for (const note of last.notes) if (ahead.finger) note.finger = ahead.finger;
    if (ahead.times) last.times *= ahead.times;
  } else if (isOpen)
    slip(talk, span, "sentence-unfinished", "which note is that? Say a fret and a string");
  talk.ahead = nothingAhead();
  const isWaiting = talk.awaited ?? talk.bendTarget ?? talk.moveTo;
  if (isWaiting) slip(talk, span, "sentence-unfinished", "expected a fret behind it");
  talk.awaited = undefined;
  talk.bendTarget = undefined;
  talk.moveTo = undefined;
  talk.trill = undefined;
  talk.isReplaced = false;
  talk.isSource = false;
  if (talk.lastTime && talk.lastTimeAt)
    slip(
      talk,
      talk.lastTimeAt,
      "sentence-unfinished",
      "what is different then? Say “ends on” and a note",
    );
  talk.lastTime = undefined;
}
