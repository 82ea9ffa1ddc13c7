import type { InstrumentKind } from "../instrument/instrument";

/** How a right hand orders its strokes; which one is taught is the teacher's business. */
export const PICKING_SCHOOLS = [
  "by-grid",
  "strict-alternate",
  "all-down",
  "open-up-fretted-down",
  "economy",
  "fingers",
  "slap",
] as const;
export type PickingSchool = (typeof PICKING_SCHOOLS)[number];

/** Basses and classical guitars are played with the fingers until a teacher says otherwise. */
export function usualPicking(kind: InstrumentKind): PickingSchool {
  return kind === "bass" || kind === "classical" ? "fingers" : "by-grid";
}
