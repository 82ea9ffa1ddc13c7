import { isSame } from "../../foundation/same";
import type { Atom } from "./atom";

/** What a correction may replace. */
const REPLACEABLE: ReadonlySet<Atom["kind"]> = new Set([
  "fret",
  "strings",
  "count",
  "value",
  "beats",
  "finger",
  "link",
  "technique",
  "manner",
  "bend",
  "amount",
  "trill",
  "dead",
  "rest",
  "move",
]);

/**
 * “The seventh, sorry, the eighth fret”: what was said before is replaced by what is said behind the
 * correction, from the last thing of the same kind on; of what is not said anew the old stands.
 *
 * @returns the atoms without what was taken back. A correction that corrects nothing stays, and is a
 *   slip for whoever reads on.
 */
export function corrected(atoms: readonly Atom[]): readonly Atom[] {
  let done: Atom[] = [];
  for (let at = 0; at < atoms.length; at++) {
    const atom = atoms[at]!;
    if (atom.kind !== "correction") {
      done.push(atom);
      continue;
    }
    let next = at + 1;
    while (next < atoms.length && isBetween(atoms[next]!)) next++;
    const first = atoms[next];
    const restart = restartIn(done, atoms, next);
    if (restart === "unclear") {
      done.push(atom);
      continue;
    }
    if (restart >= 0) {
      done = done.slice(0, restart);
      at = next - 1;
      continue;
    }
    const isSoft = atom.isSoft === true && !isRightBehind(done);
    if (!first || !REPLACEABLE.has(first.kind) || isSoft) {
      if (!atom.isSoft) done.push(atom);
      continue;
    }
    const anew = atoms.slice(next, runEnd(atoms, next));
    const from = isPairAt(atoms, next)
      ? lastPair(done)
      : done.findLastIndex(({ kind }) => kind === first.kind);
    if (from < 0 || isFar(done, from)) {
      done.push(atom);
      continue;
    }
    const kinds = new Set(anew.map(({ kind }) => kind));
    const kept = done.slice(from).filter(({ kind }) => REPLACEABLE.has(kind) && !kinds.has(kind));
    done = [...done.slice(0, from), first, ...kept];
    at = next;
  }
  return done;
}

/**
 * “G 5, G 7, scratch that, G 5, G 8”: what is said anew begins as the sentence did, so all of it is.
 * @returns from where on; -1 where it is no new start, “unclear” where it may be one.
 */
function restartIn(
  done: readonly Atom[],
  atoms: readonly Atom[],
  next: number,
): number | "unclear" {
  const [one, other] = atoms.slice(next);
  if (one?.kind === "fret") {
    const said = fretsFrom(done, sentenceIn(done));
    const anew = fretsFrom(atoms, next);
    const isAgain = said.length > 1 && said[0]!.fret === one.fret;
    if (isAgain) return said.length === anew.length ? said[0]!.index : "unclear";
  }
  if (!one || !other || !isPlace(one, other)) return -1;
  const sentence = sentenceIn(done);
  const isFirst = (index: number) =>
    done.slice(sentence, index).every(({ kind }) => LEADS_IN.has(kind));
  const from = done.findIndex(
    (first, index) =>
      index >= sentence &&
      isSameAtom(first, one) &&
      isSameAtom(done[index + 1], other) &&
      isFirst(index),
  );
  const isMore = done.slice(from + 2).some(({ kind }) => kind === "fret");
  // “A 5, A 7, then A 3, hold on, A 5”: one place is no new start.
  const isList = atoms.slice(next + 2).some(({ kind }) => kind === "fret");
  return from >= 0 && isMore && isList ? from : -1;
}

/** What may stand before the first place of a sentence. */
const LEADS_IN: ReadonlySet<Atom["kind"]> = new Set(["filler", "and", "pause", "play", "aside"]);

/** Where the sentence begins. */
const sentenceIn = (done: readonly Atom[]) =>
  done.findLastIndex((last) => last.kind === "pause" && last.strength === 3) + 1;

/** Frets in a row with nothing but commas between: “5, 8”. */
function fretsFrom(atoms: readonly Atom[], from: number) {
  const frets: { readonly fret: number; readonly index: number }[] = [];
  for (let index = from; index < atoms.length; index++) {
    const atom = atoms[index]!;
    if (atom.kind === "fret" && !atom.isNamed) frets.push({ fret: atom.fret, index });
    else if (frets.length > 0 && (atom.kind !== "pause" || atom.strength > 1)) break;
  }
  return frets;
}

const isPlace = (one: Atom, other: Atom) =>
  (one.kind === "strings" && other.kind === "fret") ||
  (one.kind === "fret" && other.kind === "strings");

function isSameAtom(one: Atom | undefined, other: Atom): boolean {
  if (one?.kind === "fret" && other.kind === "fret") return one.fret === other.fret;
  return one?.kind === "strings" && other.kind === "strings"
    ? isSame(one.strings, other.strings)
    : false;
}

function isBetween({ kind }: Atom): boolean {
  return ["filler", "pause", "correction", "pronoun", "to", "and", "play", "for", "with"].includes(
    kind,
  );
}

/** Whether it stands right behind a fret: “the seventh, actually the eighth”. */
function isRightBehind(done: readonly Atom[]): boolean {
  const last = done.findLast(({ kind }) => !["filler", "pause"].includes(kind));
  return (
    last?.kind === "fret" &&
    !done.slice(done.indexOf(last)).some((one) => one.kind === "pause" && one.strength > 1)
  );
}

/** “Between the one and the three”. */
function isPairAt(atoms: readonly Atom[], at: number): boolean {
  const [one, join, other] = atoms.slice(at).filter(({ kind }) => kind !== "filler");
  return (
    one?.kind === "fret" && (join?.kind === "and" || join?.kind === "to") && other?.kind === "fret"
  );
}

function lastPair(done: readonly Atom[]): number {
  const frets = done.flatMap((one, index) => (one.kind === "fret" ? [index] : []));
  return (
    frets.find((index) => index >= (frets.at(-2) ?? 0) && isPairAt(done, index)) ??
    frets.at(-1) ??
    -1
  );
}

/** Whether a new sentence began behind what would be taken back. */
function isFar(done: readonly Atom[], from: number): boolean {
  const last = done.findLastIndex(({ kind }) => kind !== "pause" && kind !== "filler");
  return done.slice(from, last).some((one) => one.kind === "pause" && one.strength > 1);
}

/** Up to the next pause or “and”. */
function runEnd(atoms: readonly Atom[], at: number): number {
  let end = at;
  while (end < atoms.length && atoms[end]!.kind !== "pause" && atoms[end]!.kind !== "and") end++;
  return end;
}
