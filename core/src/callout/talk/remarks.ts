import type { Atom } from "./atom";

/** What shows that a sentence is about notes. */
const NAMING: ReadonlySet<Atom["kind"]> = new Set([
  "strings",
  "grip",
  "callout",
  "dead",
  "chord-name",
  "note-name",
]);
/** What does something to notes, or brings them again. */
const DOING: ReadonlySet<Atom["kind"]> = new Set([
  "link",
  "slide-in",
  "technique",
  "manner",
  "bend",
  "amount",
  "unison-bend",
  "release",
  "trill",
  "strokes",
  "same",
  "again",
  "bar-again",
  "beats",
  "next-time",
  "leave-out",
  "next-ending",
  "count",
  "vague-count",
  "move",
  "move-to",
  "value",
  "rest",
  "so-many",
  "finger",
  "chord",
  "together",
  "ends-on",
  "bar-line",
  "hit",
  "tied",
  "pinned",
  "quoted",
  "value-unknown",
  "back-to-first",
  "unknown-reference",
  "instead",
  "part",
  "unread",
]);
/** What says nothing about notes by itself. */
const IDLE: ReadonlySet<Atom["kind"]> = new Set(["filler", "unknown", "aside", "pronoun", "play"]);
/** Everyday and unknown words in a row that are a remark within a sentence. */
const LONG_RUN = 5;

/**
 * Leaves out what is said beside the music: sentences that name no place and do nothing to a note,
 * and long runs of words without any meaning here in the others.
 */
export function withoutRemarks(atoms: readonly Atom[]): readonly Atom[] {
  return sentencesOf(atoms).flatMap((sentence) =>
    isRemark(sentence) ? ends(sentence) : withoutRuns(sentence),
  );
}

function sentencesOf(atoms: readonly Atom[]): readonly (readonly Atom[])[] {
  const sentences: Atom[][] = [[]];
  for (const atom of atoms) {
    sentences.at(-1)!.push(atom);
    if (atom.kind === "pause" && atom.strength === 3) sentences.push([]);
  }
  return sentences;
}

const ends = (sentence: readonly Atom[]): readonly Atom[] =>
  sentence.filter((atom) => atom.kind === "pause" && atom.strength === 3);

function isRemark(sentence: readonly Atom[]): boolean {
  const has = (test: (atom: Atom) => boolean) => sentence.some(test);
  if (has(({ kind }) => NAMING.has(kind))) return false;
  const hasAside = has(({ kind }) => kind === "aside");
  const isFretNamed = has((atom) => atom.kind === "fret" && atom.isNamed);
  if (hasAside && !isFretNamed) return true;
  if (isFretNamed) return false;
  if (has(({ kind }) => DOING.has(kind))) return false;
  const frets = sentence.filter(({ kind }) => kind === "fret");
  // “It's all threes and twos.”
  if (frets.every((fret) => fret.kind === "fret" && fret.isPlural)) return true;
  const unknown = sentence.filter(({ kind }) => kind === "unknown").length;
  return unknown > frets.length;
}

function withoutRuns(sentence: readonly Atom[]): readonly Atom[] {
  const kept: Atom[] = [];
  let run: Atom[] = [];
  const close = () => {
    const isRemark = run.length >= LONG_RUN;
    kept.push(...(isRemark ? run.filter(({ kind }) => kind !== "unknown") : run));
    run = [];
  };
  for (const atom of sentence) {
    if (IDLE.has(atom.kind)) run.push(atom);
    else {
      close();
      kept.push(atom);
    }
  }
  close();
  return kept;
}
