import type { Term } from "./terms";

/** What a term weighs; the wishes' own terms weigh the same in every profile. */
export type Weights = Readonly<Record<Exclude<Term, "awayFromHint" | "brokenRule">, number>>;

/**
 * Costs are counted in whole points, a thousand to a unit of the weights, so that sums are exact
 * and two ways of adding them up agree to the last digit.
 */
export const POINTS = 1000;

/** Weighted amounts in whole points. */
export function inPoints(weighted: number): number {
  return Math.round(POINTS * weighted);
}

/** Dearer than any way to keep a rule: legato on one string, what rings keeps its string. */
export const BROKEN_RULE_POINTS = 1_000_000;

/** Beyond three frets from a hinted one, per fret. */
export const HINT_WEIGHT = 1;

/**
 * Weights that agree best with what teachers choose: shifts weigh most, then the height on the
 * neck, then open strings, then shapes that hands know.
 */
export const USUAL_WEIGHTS: Weights = {
  stretch: 0.94,
  unknownShape: 0.9,
  fingers: 0.36,
  innerMute: 0.35,
  height: 0.11,
  offCentre: 0.29,
  low: 0.2,
  high: 0.34,
  highWound: 0.46,
  veryHigh: 1.4,
  openLowest: -0.2,
  open: 0.45,
  openAtNut: 0.45,
  openUpTheNeck: 0.81,
  openShape: -0.9,
  offTheBox: 0.3,
  thickString: -0.34,
  littleFinger: 0.6,
  bendOnWound: 1.3,
  barre: 0.36,
  pedalFretted: 1.5,
  barHeight: 0.3,
  barOpen: -0.2,
  shiftDistance: 1.37,
  shift: 0.62,
  jump: 2,
  slideDistance: 0.2,
  crossing: 0.34,
  skip: 0.36,
  samePitchMoved: 2.5,
  commonToneMoved: 0.8,
  shiftUnderLegato: 3.35,
  shapeChanged: 4,
  openAndFretted: 0.23,
  openAndFrettedUp: 0.47,
  openAmongChords: 0.4,
  semitoneAcross: 0.2,
  chordAcross: 0.5,
  pitchElsewhere: 1.4,
  motifReshaped: 1,
  repeatMoved: 0.3,
  pedal: 1,
  chordLetGo: 0.6,
  shapeElsewhere: 0.5,
  shapeCarried: 0.5,
  regionLeft: 0.25,
  placeLeft: 0.3,
  shapeLeft: 0.5,
  stringsLeft: 0.5,
};
