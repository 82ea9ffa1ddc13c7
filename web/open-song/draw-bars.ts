import type { Bar } from "@intonazione/core/score";
import type { ReactNode } from "react";

/** Draws bars of a phrase as the current part plays it, some events marked; the strips know how. */
export type DrawBars = (
  phraseId: string,
  bars: readonly Bar[],
  marked: ReadonlySet<string>,
) => ReactNode;
