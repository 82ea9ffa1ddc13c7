import { fingertipMm, fretDistanceFromNutMm } from "../neck/fret-geometry";
import type { Neck } from "../neck/neck";
import type { Judgement } from "./cost-model";
import { isOpen, stringsApart, type Grip, type Hand } from "./grip";
import { keepTerms } from "./keep-terms";
import { hasKeepTerms, type Passing } from "./passing";
import type { Sink } from "./terms";
import { inPoints, type Weights } from "./weights";

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

/** Up to this fret from the nut the first finger is near it: open strings are notes as all others. */
export const AT_THE_NUT = 2;

/** Between single notes, and from the edge of one chord to the next one's. */
export function stringTerms({ grip: a }: Hand, b: Hand, weights: Weights, sink: Sink): void {
  // Under a bar the strings lie side by side.
  if (b.isBar) return;
  const apart = stringsApart(a, b.grip) - (leavesOpenString(a, b.grip) ? 1 : 0);
  if (apart > 0) sink("crossing", inPoints(weights.crossing * apart));
  if (apart > 1) sink("skip", inPoints(weights.skip * (apart - 1)));
  if (a.holds.length > 1 || b.grip.holds.length > 1) return;
  const before = a.holds[0]!.fret;
  const after = b.grip.holds[0]!.fret;
  if (before === undefined || after === undefined || (before === 0) === (after === 0)) return;
  if ((b.indexFret ?? 0) <= AT_THE_NUT) return;
  sink("openAndFretted", inPoints(weights.openAndFretted));
  if ((b.indexFret ?? 0) >= UP_THE_NECK) {
    sink("openAndFrettedUp", inPoints(weights.openAndFrettedUp));
  }
}
