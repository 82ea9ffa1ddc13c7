import { fingertipMm, fretDistanceFromNutMm } from "../neck/fret-geometry";
import type { Neck } from "../neck/neck";
import type { Judgement } from "./cost-model";
import {
  fromNutOf,
  isFretted,
  isOpen,
  placeCode,
  stringsApart,
  type Grip,
  type Hand,
  type Hold,
} from "./grip";
import { hasKeepTerms, type Passing } from "./passing";
import type { Sink } from "./terms";
import { BROKEN_RULE_POINTS, inPoints, type Weights } from "./weights";

/** What getting from one hand to the next costs, term by term, broken rules among them. */
export function moveTerms(
  a: Hand,
  b: Hand,
  between: Passing,
  { neck, weights }: Judgement,
  sink: Sink,
): void {
  shiftTerms(a, b, between, { neck, weights }, sink);
  stringTerms(a, b, weights, sink);
  if (hasKeepTerms(between)) keepTerms(a, b, between, weights, sink);
}

/** The way of the hand. Of the hands only the fret under the first finger matters, and whether anything is fretted. */
export function shiftTerms(
  a: Hand,
  b: Hand,
  { isLegato, isSlide, hurry, hurryAfterOpen }: Passing,
  { neck, weights }: Pick<Judgement, "neck" | "weights">,
  sink: Sink,
): void {
  const from = a.indexFret;
  const to = b.indexFret;
  if (from === undefined || to === undefined) return;
  if (a.isBar && b.isBar) {
    const hundreds = barWayMm(a.barFret ?? from, b.barFret ?? to, neck) / 100;
    if (hundreds > 0) sink("slideDistance", inPoints(BAR_WAY * weights.slideDistance * hundreds));
    return;
  }
  if (from === to) return;
  const hundreds = Math.abs(fingertipMm(to, neck) - fingertipMm(from, neck)) / 100;
  if (isSlide) sink("slideDistance", inPoints(weights.slideDistance * hundreds));
  else {
    const factor = a.grip.fretted ? hurry : hurryAfterOpen;
    sink("shiftDistance", inPoints(weights.shiftDistance * factor * hundreds));
    sink("shift", inPoints(weights.shift * factor));
    const beyond = Math.abs(to - from) - 3;
    if (beyond > 0) sink("jump", inPoints((weights.jump * factor * beyond) / 4));
  }
  if (isLegato) sink("shiftUnderLegato", inPoints(weights.shiftUnderLegato));
}

/** A bar goes its way while it sounds, but all of it has to be gone in tune. */
const BAR_WAY = 3;

function barWayMm(from: number, to: number, { scaleLengthMm }: Neck): number {
  return Math.abs(
    fretDistanceFromNutMm(to, scaleLengthMm) - fretDistanceFromNutMm(from, scaleLengthMm),
  );
}

/** The fret from which changing between open and fretted notes is dearer, counted from the nut. */
export const UP_THE_NECK = 7;

/** To an open string and from it the hand does not move, only the pick: the next string is as near. */
function leavesOpenString(a: Grip, b: Grip): boolean {
  const isOpenNote = ({ holds }: Grip) => holds.length === 1 && isOpen(holds[0]!);
  return (isOpenNote(a) && b.holds.length > 1) || (isOpenNote(b) && a.holds.length > 1);
}

/** Up to here the first finger is near the nut, counted from it. */
const NUT_HAND = 2;

/** From here on an open string among fretted chords stands out, counted from the nut. */
export const OPEN_CHORDS_TO = 5;

/** Between single notes, and from the edge of one chord to the next one's. */
export function stringTerms({ grip: a }: Hand, b: Hand, weights: Weights, sink: Sink): void {
  // Under a bar the strings lie side by side.
  if (b.isBar) return;
  const apart = stringsApart(a, b.grip) - (leavesOpenString(a, b.grip) ? 1 : 0);
  if (apart > 0) sink("crossing", inPoints(weights.crossing * apart));
  if (apart > 1) sink("skip", inPoints(weights.skip * (apart - 1)));
  if (a.holds.length > 1 || b.grip.holds.length > 1) return;
  if (
    a.holds[0]!.string !== b.grip.holds[0]!.string &&
    isFretted(a.holds[0]!) &&
    isFretted(b.grip.holds[0]!)
  ) {
    sink("stringChanged", inPoints(weights.stringChanged));
  }
  const before = a.holds[0]!.fret;
  const after = b.grip.holds[0]!.fret;
  if (before === undefined || after === undefined || (before === 0) === (after === 0)) return;
  // Near the nut open strings are notes as all others.
  if ((b.indexFret ?? 0) <= NUT_HAND) return;
  sink("openAndFretted", inPoints(weights.openAndFretted));
  if ((b.indexFret ?? 0) >= UP_THE_NECK) {
    sink("openAndFrettedUp", inPoints(weights.openAndFrettedUp));
  }
}

/** Bonds, pitches that come again at once, chords that move in parallel. */
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
  for (const [before, after] of same) {
    if (placeCode(a.holds[before]!) === placeCode(b.holds[after]!)) continue;
    const isOne = a.holds.length === 1 && b.holds.length === 1;
    const term = isOne || same.length === b.holds.length ? "samePitchMoved" : "commonToneMoved";
    sink(term, inPoints(weights[term]));
    break;
  }
  if (
    step === 1 &&
    a.holds[0]!.string !== b.holds[0]!.string &&
    isFretted(a.holds[0]!) &&
    isFretted(b.holds[0]!)
  ) {
    sink("semitoneAcross", inPoints(weights.semitoneAcross));
  }
  if (
    areChords &&
    a.holds.some(isOpen) !== b.holds.some(isOpen) &&
    (indexFret ?? 0) >= OPEN_CHORDS_TO
  ) {
    sink("openAmongChords", inPoints(weights.openAmongChords));
  }
  if (areChords && b.holds.some(({ string }, index) => string !== a.holds[index]!.string)) {
    sink("chordAcross", inPoints(weights.chordAcross));
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
