import type { Bar, Line, Part } from "@intonazione/core/score";
import type { ReactNode } from "react";

/** Draws bars of a phrase as the current part plays it, some events marked; the strips know how. */
export type DrawBars = (
  phraseId: string,
  bars: readonly Bar[],
  marked: ReadonlySet<string>,
) => ReactNode;

/** Draws the line of a part in a phrase out of these lines, some events marked. */
export type DrawLines = (
  part: Part,
  phraseId: string,
  lines: readonly Line[],
  marked?: ReadonlySet<string>,
  stretch?: Stretch,
) => ReactNode;

/** A version of a line, to be held against others. */
export interface Version {
  readonly label: string;
  /** Who plays it, on what. */
  readonly part: Part;
  readonly bars: readonly Bar[];
  /** Events that are otherwise here. */
  readonly marked?: ReadonlySet<string>;
}

/** Draws versions of a phrase close together, row under row: the first as it is, in softer ink. */
export type DrawCompared = (phraseId: string, versions: readonly Version[]) => ReactNode;

/** Some neighbouring bars of a line, by index. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}
