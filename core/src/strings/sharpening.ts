import { fretDistanceFromNutMm } from "../neck/fret-geometry";
import type { StringGauge } from "../instrument/string-set";
import { stretchForceN } from "./stiffness";

/** A string that is pressed down: its gauge, nut to saddle in mm, tension in N, action at fret 12 in mm. */
export interface PressedString {
  readonly gauge: StringGauge;
  readonly lengthMm: number;
  readonly tensionN: number;
  readonly actionMm: number;
}

/** What a usual set-up has above the 12th fret, in mm; used where nobody measured. */
export const USUAL_ACTION_MM = 2;
/** The slot of the nut holds the string about this far above the first frets, in mm. */
const NUT_CLEARANCE_MM = 0.4;
/** A finger presses the string a little below the top of the wire. */
const FINGER_DEPTH_MM = 0.15;
/** A clamp presses it onto the wood, most of the height of a wire. */
const CAPO_DEPTH_MM = 0.5;

/**
 * How much sharper a fretted note is than the fret alone would make it, in cents: an estimate.
 * Pressing stretches the string from the nut over the wire to the saddle; `Δcents = 600·log2(1 + EAε/T)`
 * (tension and pitch by Mersenne's law, stretch by Hooke's). It leaves out how the saddle makes up for it.
 *
 * @param fret Counted from the nut; 0 gives 0.
 */
export function frettingSharpCents(string: PressedString, fret: number): number {
  return pressedCents(string, fret, FINGER_DEPTH_MM, 0.25);
}

/**
 * The same for a capo that sits just behind the wire, all strings at once; it presses deeper than a
 * finger does. The thick wound strings, whose cores are stiff for their tension, rise most.
 */
export function capoSharpCents(string: PressedString, fret: number): number {
  return pressedCents(string, fret, CAPO_DEPTH_MM, 0.35);
}

/** @param back Where it is pressed, as the share of the space behind the wire. */
function pressedCents(
  { gauge, lengthMm, tensionN, actionMm }: PressedString,
  fret: number,
  depthMm: number,
  back: number,
): number {
  if (fret === 0) return 0;
  const wire = fretDistanceFromNutMm(fret, lengthMm);
  const space = wire - fretDistanceFromNutMm(fret - 1, lengthMm);
  const finger = wire - back * space;
  // The string rises in a straight line from the nut; the action is measured at half its length.
  const rise = (actionMm - NUT_CLEARANCE_MM) / (lengthMm / 2);
  const heightAt = (mm: number) => Math.max(0, NUT_CLEARANCE_MM + rise * mm);
  const saddleHeight = heightAt(lengthMm);
  // Heights above the tops of the wires; under the finger the string is below them.
  const path =
    Math.hypot(finger, NUT_CLEARANCE_MM + depthMm) +
    Math.hypot(wire - finger, depthMm) +
    Math.hypot(lengthMm - wire, saddleHeight);
  const open = Math.hypot(lengthMm, saddleHeight - NUT_CLEARANCE_MM);
  const strain = Math.max(0, path - open) / open;
  return 600 * Math.log2(1 + (stretchForceN(gauge) * strain) / tensionN);
}
