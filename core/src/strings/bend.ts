import { fretDistanceFromNutMm } from "../neck/fret-geometry";
import type { StringGauge } from "../instrument/string-set";
import { stretchForceN } from "./stiffness";

export interface BendEffort {
  /** How far the finger pushes the string along the wire, in mm. */
  readonly travelMm: number;
  /** With what force it must hold it there, in N. */
  readonly forceN: number;
}

/**
 * What a bend asks of the finger. The pitch rises with the root of the tension, so `cents` need
 * `ΔT = T(2^(cents/600) − 1)`; the string stretches by `ΔT/EA` of its length (Hooke), which is what
 * pushing it sideways between nut and saddle has to add. Friction and a floating bridge left out.
 *
 * @param fret Counted from the nut, at least 1.
 * @returns undefined where the string cannot be pushed that far: more than 60 mm.
 */
export function bendEffort(
  gauge: StringGauge,
  lengthMm: number,
  tensionN: number,
  fret: number,
  cents: number,
): BendEffort | undefined {
  const added = tensionN * (2 ** (cents / 600) - 1);
  const stretchMm = (added / stretchForceN(gauge)) * lengthMm;
  const behind = fretDistanceFromNutMm(fret, lengthMm);
  const before = lengthMm - behind;
  const stretchAt = (y: number) => Math.hypot(behind, y) + Math.hypot(before, y) - lengthMm;
  let low = 0;
  let high = 60;
  if (stretchAt(high) < stretchMm) return undefined;
  for (let step = 0; step < 50; step++) {
    const middle = (low + high) / 2;
    if (stretchAt(middle) < stretchMm) low = middle;
    else high = middle;
  }
  const sines = high / Math.hypot(behind, high) + high / Math.hypot(before, high);
  return { travelMm: high, forceN: (tensionN + added) * sines };
}
