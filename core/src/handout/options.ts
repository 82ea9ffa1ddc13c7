import type { BarIndex } from "../foundation/bar-index";
import { USUAL_STYLE, type PlaceStyle } from "../neck/place-names";

export const PAPERS = {
  a4: { width: 595.28, height: 841.89 },
  letter: { width: 612, height: 792 },
} as const;
export type Paper = keyof typeof PAPERS;

/** What may stand above and below the strings of a handout. */
export const HANDOUT_LANES = [
  "staff",
  "chords",
  "count",
  "strokes",
  "values",
  "fingers",
  "sounds",
  "fingered",
  "degrees",
  "shapes",
] as const;
export type HandoutLane = (typeof HANDOUT_LANES)[number];

export interface HandoutOptions {
  readonly paper: Paper;
  readonly lanes: ReadonlySet<HandoutLane>;
  /** Whose parts; all of them where it is left out. */
  readonly partIds?: readonly string[];
  /** What the teacher writes at the foot of every page. */
  readonly footer: string;
  /** How strings are called and frets counted, where the song does not say. */
  readonly style: PlaceStyle;
  /** Bars that somebody should look at, through each part. */
  readonly flagged?: ReadonlySet<BarIndex>;
}

export const USUAL_HANDOUT: HandoutOptions = {
  paper: "a4",
  lanes: new Set(["staff", "chords", "count", "strokes", "values", "fingers", "shapes"]),
  footer: "",
  style: USUAL_STYLE,
};
