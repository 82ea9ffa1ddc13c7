import type { FingerByHand, Neck } from "../neck/neck";
import { type Bar } from "../score/bar";
import { planLine } from "./plan-line";
import { plainTable } from "./judgement";
import { usualSecondsPerWhole } from "./place-bars";
import type { HandTable } from "./hand-table";
import { NO_WISHES } from "./wishes";

/**
 * A finger for every note that has a place, by note id: the teacher's own, else the one that the
 * best way of holding these places gives it.
 */
export function suggestFingers(
  bars: readonly Bar[],
  neck: Neck,
  table: HandTable = plainTable(neck),
): ReadonlyMap<string, FingerByHand> {
  const plan = planLine(
    { bars, scope: "unplaced", secondsPerWhole: usualSecondsPerWhole, wishes: NO_WISHES },
    table,
  );
  const fingers = new Map<string, FingerByHand>();
  for (const { notes, hand } of plan.moments) {
    for (const [index, { note, isHeld }] of notes.entries()) {
      if (note.kind === "dead" || !note.place || isHeld) continue;
      fingers.set(note.id, note.finger ?? hand.fingers[index]!);
    }
  }
  return fingers;
}
