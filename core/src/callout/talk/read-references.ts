import type { Atom, AtomOf } from "./atom";
import { copyOf, type Draft } from "./draft";
import { endChord } from "./read-chords";
import { ask } from "./asking";
import { hasAhead, isNoteInClause, nextAtom, says } from "./look-ahead";
import { clauseDrafts, draftHere, lastNotes, placedHere, type Reference, type Talk } from "./talk";

/** No phrase is repeated more often. */
const MOST_ROUNDS = 99;

/** All that was said so far, or before this talk. */
export function groupBefore(talk: Talk, atom: Atom): readonly Draft[] | undefined {
  const own = talk.drafts.filter(({ kind }) => kind !== "bar-line");
  const group = own.length > 0 ? own : talk.context.before;
  if (group.length > 0) return group;
  ask(talk, atom, "nothing was said before it: what is repeated?");
  return undefined;
}

export function repeatGroup(talk: Talk, group: readonly Draft[], times: number, atom: Atom): void {
  talk.round = { group, times };
  for (let pass = 0; pass < Math.min(times, MOST_ROUNDS); pass++) {
    for (const one of group) talk.drafts.push(placedHere(talk, copyOf(one), atom));
  }
  talk.adjacent = undefined;
}

// Bars and what comes again

export function readBarLine(talk: Talk, atom: Atom): void {
  if (talk.drafts.length === 0) return;
  talk.drafts.push(draftHere(talk, "bar-line", atom));
  talk.adjacent = undefined;
}

export function readBarAgain(talk: Talk, atom: AtomOf<"bar-again">): void {
  const all = talk.drafts.length > 0 ? talk.drafts : talk.context.before;
  const bars: Draft[][] = [[]];
  for (const draft of all) {
    if (draft.kind === "bar-line") bars.push([]);
    else bars.at(-1)!.push(draft);
  }
  // “That bar again” stands behind the bar line that ends it.
  const isLast = atom.bar === 0;
  const group = isLast ? bars.findLast((bar) => bar.length > 0) : bars[atom.bar - 1];
  const isKnown = group !== undefined && group.length > 0 && (isLast || bars.length > 1);
  if (!isKnown) return void ask(talk, atom, `bar ${atom.bar} was not said yet: what is repeated?`);
  talk.reference = referenceOf(talk, atom, "same", group);
}

/** What was said so far, or before this talk, to be said again. */
export function referenceTo(
  talk: Talk,
  atom: Atom,
  kind: Reference["kind"],
): Reference | undefined {
  talk.adjacent = undefined;
  // “A double stop …, slide it up two frets”: the chord is said.
  const isChordSaid = talk.chord && talk.drafts.length > talk.chord.from + 1;
  if (isChordSaid && !talk.chord?.isPlural) endChord(talk, 1);
  const round = atom.kind === "next-time" ? talk.round : undefined;
  const group = round?.group ?? groupBefore(talk, atom);
  return group && referenceOf(talk, atom, kind, group);
}

function referenceOf(
  { clause }: Talk,
  { start: from, end: to }: Atom,
  kind: Reference["kind"],
  group: readonly Draft[],
): Reference {
  return { kind, group, frets: 0, strings: 0, times: 1, endsOn: false, from, to, clause };
}

export function readSame(talk: Talk, atom: AtomOf<"same">): void {
  if (talk.reference) {
    talk.reference.kind = "same";
    return;
  }
  talk.reference = referenceTo(talk, atom, "same");
}

export function readAgain(talk: Talk, atom: AtomOf<"again">): void {
  if (talk.reference) return;
  // “Once again, and finish on the open A.”
  if (hasAhead(talk, "clause", "ends-on") && clauseDrafts(talk).length === 0) {
    talk.reference = referenceTo(talk, atom, "same");
    return;
  }
  const inClause = clauseDrafts(talk);
  const isPlayed = atom.end - atom.start > 1;
  if (
    !isPlayed &&
    (inClause.length > 0 || isNoteInClause(talk) || nextAtom(talk)?.kind === "strings")
  )
    return;
  const last = lastNotes(talk);
  if (last && isPlayed) {
    if (last.bend && !last.bend.course.endsWith("release"))
      return void ask(talk, atom, "picked again while it is bent, or bent once more?");
    const draft = placedHere(talk, copyOf(last), atom);
    draft.times = 1;
    delete draft.duration;
    if (talk.ahead.duration) draft.duration = talk.ahead.duration;
    delete talk.ahead.duration;
    talk.drafts.push(draft);
    return;
  }
  talk.reference = referenceTo(talk, atom, "same");
}

export function readMove(talk: Talk, atom: AtomOf<"move">): void {
  if (atom.isVague) {
    talk.reference = undefined;
    return void ask(talk, atom, "how far?");
  }
  talk.reference ??= referenceTo(talk, atom, "move");
  if (!talk.reference) return;
  const isAllSaid =
    talk.atoms.slice(0, talk.at).some(({ kind }) => kind === "all") || says(talk, atom, /^all$/u);
  const { reference } = talk;
  if (atom.isSlide) {
    reference.group = reference.group.slice(-1);
    reference.isSlide = true;
  } else if (reference.kind === "move" && reference.group.length > 1 && !isAllSaid) {
    const later = talk.atoms
      .slice(talk.at + 1)
      .some(({ kind }) => kind === "same" || kind === "all");
    if (!later) {
      talk.reference = undefined;
      return void ask(talk, atom, "the last note, or all of it?");
    }
  }
  // “An octave higher, so up twelve frets.”
  if (reference.frets !== atom.frets) reference.frets += atom.frets ?? 0;
  reference.strings += atom.strings ?? 0;
  reference.to = atom.end;
}

export function moveToFret(talk: Talk, atom: AtomOf<"fret">): void {
  const reference = talk.moveTo!;
  talk.moveTo = undefined;
  const [first] = reference.group;
  const frets = (reference.isFirst ? [first!] : reference.group).flatMap(({ notes }) =>
    notes.flatMap(({ fret }) => (typeof fret === "number" && fret > 0 ? [fret] : [])),
  );
  if (frets.length === 0) return void ask(talk, atom, "how far?");
  reference.frets = atom.fret - Math.min(...frets);
  reference.to = atom.end;
  talk.reference = reference;
}

/** What was said to come again, as it now is. */
export function endReference(talk: Talk): void {
  const { reference } = talk;
  talk.reference = undefined;
  if (!reference) return;
  talk.round = { group: reference.group, times: reference.times };
  for (const draft of roundsOf(talk, reference)) talk.drafts.push(draft);
  talk.adjacent = undefined;
}

/** How many strings lower what comes again lies. */
export function shiftOf({ group, strings, onString }: Reference): number {
  const first = group[0]?.notes[0]?.string;
  return onString !== undefined && first !== undefined ? onString - first : strings;
}

function roundsOf(talk: Talk, reference: Reference): readonly Draft[] {
  const { group, frets, isSlide, times, from, to } = reference;
  const shift = shiftOf(reference);
  const round = group.map((one) => {
    const draft = placedHere(talk, copyOf(one), { start: from, end: to });
    draft.notes = draft.notes.map((note) => ({
      ...note,
      ...(note.string !== undefined && { string: note.string + shift }),
      fret: note.fret === "x" ? "x" : note.fret + frets,
    }));
    if (isSlide) draft.link = "slide";
    return draft;
  });
  return Array.from({ length: Math.min(times, MOST_ROUNDS) }, () => round.map(copyOf)).flat();
}

/** The same, but with another end. */
export function endReferenceWithout(talk: Talk): void {
  const { reference } = talk;
  talk.reference = undefined;
  if (!reference) return;
  const all = roundsOf(talk, reference);
  talk.drafts.push(...all.slice(0, -1));
}

export function readBackToFirst(talk: Talk, atom: AtomOf<"back-to-first">): void {
  const first = talk.drafts.find(({ kind }) => kind === "notes") ?? talk.context.before[0];
  if (!first) return void ask(talk, atom, "which one was the first?");
  talk.drafts.push({ ...placedHere(talk, copyOf(first), atom), times: 1 });
}
