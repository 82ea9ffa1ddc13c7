import { z } from "zod";
import { remembered } from "./remembered";

/** What gives its room to the music. */
export interface Folds {
  readonly panel: boolean;
  readonly neck: boolean;
}

export const usualFolds: Folds = { panel: false, neck: false };

/** How this browser folded the page last. */
export const foldsMemory = remembered(
  "intonazione-folds",
  z.object({ panel: z.boolean(), neck: z.boolean() }),
  usualFolds,
);
