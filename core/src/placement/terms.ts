/**
 * What a plan is judged by. Of holding: what one moment costs by itself. Of moving: what getting
 * from one moment to the next costs. Of echoing: what it costs that a phrase is not placed alike
 * where it sounds alike. docs/placement.md says what each of them counts.
 */
export const HOLD_TERMS = [
  "stretch",
  "unknownShape",
  "fingers",
  "innerMute",
  "height",
  "offCentre",
  "low",
  "high",
  "highWound",
  "veryHigh",
  "openLowest",
  "open",
  "openUpTheNeck",
  "openShape",
  "offTheBox",
  "thickString",
  "littleFinger",
  "bendOnWound",
] as const;
export const MOVE_TERMS = [
  "shiftDistance",
  "shift",
  "jump",
  "slideDistance",
  "crossing",
  "skip",
  "samePitchMoved",
  "shiftUnderLegato",
  "shapeChanged",
  "openAndFretted",
  "openAndFrettedUp",
] as const;
export const ECHO_TERMS = ["pitchElsewhere", "motifReshaped", "repeatMoved", "pedal"] as const;
/** What a teacher or a song asks for beyond the usual: hints, and rules that could not be kept. */
export const WISH_TERMS = ["awayFromHint", "brokenRule"] as const;

export const TERMS = [...HOLD_TERMS, ...MOVE_TERMS, ...ECHO_TERMS, ...WISH_TERMS] as const;
export type Term = (typeof TERMS)[number];
export type EchoTerm = (typeof ECHO_TERMS)[number];

/** Takes what a term costs, in points. */
export type Sink = (term: Term, points: number) => void;
