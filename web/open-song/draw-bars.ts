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

/** Some neighbouring bars of a line, by index. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}
