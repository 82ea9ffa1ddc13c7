import { fromNutOf, isFretted, isOpen, placeCode, type Grip, type Hand, type Hold } from "./grip";
import type { Passing } from "./passing";
import type { Sink } from "./terms";
import { BROKEN_RULE_POINTS, inPoints, type Weights } from "./weights";

/** From this fret on, counted from the nut, an open string among fretted chords stands out. */
export const OPEN_CHORDS_TO = 5;

/** Bonds, pitches that come again at once, semitones, chords beside chords. */
export function keepTerms(
  { grip: a }: Hand,
  { grip: b, indexFret }: Hand,
  { bonds, same, parallel, areChords, step }: Passing,
  weights: Weights,
  sink: Sink,
): void {
  for (const bond of bonds) {
    if (!isBondKept(a, b, bond)) sink("brokenRule", BROKEN_RULE_POINTS);
  }
  if (same.some(([before, after]) => placeCode(a.holds[before]!) !== placeCode(b.holds[after]!))) {
    // A chord may share a note with the next one; all that sounds again at once stays.
    const term = same.length === b.holds.length ? "samePitchMoved" : "commonToneMoved";
    sink(term, inPoints(weights[term]));
  }
  if (step === 1 && isAcross(a.holds[0]!, b.holds[0]!)) {
    sink("semitoneAcross", inPoints(weights.semitoneAcross));
  }
  if (areChords) {
    const isOpenAmong = a.holds.some(isOpen) !== b.holds.some(isOpen);
    if (isOpenAmong && (indexFret ?? 0) >= OPEN_CHORDS_TO) {
      sink("openAmongChords", inPoints(weights.openAmongChords));
    }
    if (b.holds.some(({ string }, index) => string !== a.holds[index]!.string)) {
      sink("chordAcross", inPoints(weights.chordAcross));
    }
  }
  if (parallel === "exactly" && !isShapeKept(a.holds, b.holds)) {
    sink("shapeChanged", inPoints(weights.shapeChanged));
  }
  if (parallel === "nearly" && !areStringsKept(a.holds, b.holds)) {
    sink("shapeChanged", inPoints(NEARLY * weights.shapeChanged));
  }
}

/** What it counts when a chord that moves nearly in parallel changes its strings. */
const NEARLY = 0.5;

/** Fretted both, on two strings. */
function isAcross(one: Hold, other: Hold): boolean {
  return one.string !== other.string && isFretted(one) && isFretted(other);
}

function isBondKept(a: Grip, b: Grip, { to, kind, note }: Passing["bonds"][number]): boolean {
  const hold = b.holds[note]!;
  const isKeptBy = (source: Hold) =>
    kind === "same-place"
      ? placeCode(source) === placeCode(hold)
      : source.string === hold.string && (kind !== "slide" || isFretted(source));
  return to === "any" ? a.holds.some(isKeptBy) : isKeptBy(a.holds[to]!);
}

function areStringsKept(before: readonly Hold[], after: readonly Hold[]): boolean {
  const strings = after[0]!.string - before[0]!.string;
  return after.every((hold, index) => hold.string - before[index]!.string === strings);
}

/** A chord moved in parallel keeps its shape where all its notes go as many strings and frets on. */
function isShapeKept(before: readonly Hold[], after: readonly Hold[]): boolean {
  const strings = after[0]!.string - before[0]!.string;
  const frets = fromNutOf(after[0]!) - fromNutOf(before[0]!);
  return after.every((hold, index) => {
    const other = before[index]!;
    if (strings !== 0 && isFretted(hold) !== isFretted(other)) return false;
    return hold.string - other.string === strings && fromNutOf(hold) - fromNutOf(other) === frets;
  });
}
