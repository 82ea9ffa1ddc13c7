/**
 * What a plan is judged by; docs/placement.md says what each term counts. Of holding: what one
 * moment costs by itself.
 */
type HoldTerm =
  | "stretch"
  | "unknownShape"
  | "fingers"
  | "innerMute"
  | "height"
  | "offCentre"
  | "low"
  | "high"
  | "highWound"
  | "veryHigh"
  | "openLowest"
  | "open"
  | "openAtNut"
  | "openUpTheNeck"
  | "openShape"
  | "offTheBox"
  | "thickString"
  | "littleFinger"
  | "bendOnWound"
  | "barre"
  | "pedalFretted"
  | "barHeight"
  | "barOpen";

/** Of moving: what getting from one moment to the next costs. */
type MoveTerm =
  | "shiftDistance"
  | "shift"
  | "jump"
  | "slideDistance"
  | "crossing"
  | "skip"
  | "samePitchMoved"
  | "commonToneMoved"
  | "shiftUnderLegato"
  | "shapeChanged"
  | "openAndFretted"
  | "openAndFrettedUp"
  | "openAmongChords"
  | "semitoneAcross"
  | "chordAcross";

/** Of echoing: what it costs that a phrase is not placed alike where it sounds alike. */
export const ECHO_TERMS = [
  "pitchElsewhere",
  "motifReshaped",
  "repeatMoved",
  "pedal",
  "chordLetGo",
  "shapeElsewhere",
  "shapeCarried",
] as const;
export type EchoTerm = (typeof ECHO_TERMS)[number];

/** What a teacher or a song asks for beyond the usual: hints, and rules that could not be kept. */
type WishTerm = "awayFromHint" | "brokenRule";

/** Of carrying: what it costs to leave what was decided for the phrases before. */
type CarriedTerm = "regionLeft" | "placeLeft" | "shapeLeft" | "stringsLeft";

export type Term = HoldTerm | MoveTerm | EchoTerm | WishTerm | CarriedTerm;

/** Takes what a term costs, in points. */
export type Sink = (term: Term, points: number) => void;
