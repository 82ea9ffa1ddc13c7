import type { InstrumentKind, Instrument } from "../instrument/instrument";
import { stringLengthMm } from "../instrument/instrument";
import type { StringGauge } from "../instrument/string-set";
import type { Tuning } from "../instrument/tuning";
import { frequencyHzOf } from "../pitch/frequency";
import { coreDiameterMm, linearDensityKgM } from "./linear-density";

/** How a string feels and whether it holds. */
export type TensionVerdict = "slack" | "comfortable" | "tight" | "unsafe";

export interface StringTension {
  readonly string: number;
  readonly gauge: StringGauge;
  readonly newtons: number;
  /** Stress in the core as a share of what breaks it. */
  readonly loadShare: number;
  readonly verdict: TensionVerdict;
}

/**
 * Tension in N of a string that sounds `hz`: `T = μ(2Lf)²`, Mersenne's law.
 * @param lengthMm Nut to saddle.
 */
export function tensionN(gauge: StringGauge, lengthMm: number, hz: number): number {
  return linearDensityKgM(gauge) * ((2 * lengthMm * hz) / 1000) ** 2;
}

/** What a string sounds under a tension: the inverse of `tensionN`, in Hz. */
export function frequencyUnderHz(gauge: StringGauge, lengthMm: number, newtons: number): number {
  return Math.sqrt(newtons / linearDensityKgM(gauge)) / ((2 * lengthMm) / 1000);
}

/**
 * What breaks the core, in N. Music wire: the least strength that ASTM A228 asks of it,
 * 2211 MPa / d^0.145 with d in mm (Shigley, Mechanical Engineering Design). Nylon: 600 MPa.
 */
export function breakingLoadN(gauge: StringGauge): number {
  const core = coreDiameterMm(gauge);
  const isNylon = gauge.make === "plain-nylon" || gauge.make === "copper-wound";
  const strengthMPa = isNylon ? 600 : 2211 / core ** 0.145;
  return strengthMPa * Math.PI * (core / 2) ** 2;
}

/** Above this share of the breaking load a string may go at any turn of the peg. */
export const SAFE_SHARE = 0.7;

export function isSafe(newtons: number, gauge: StringGauge): boolean {
  return newtons <= SAFE_SHARE * breakingLoadN(gauge);
}

/** Below the first a string rattles and goes sharp when fretted, above the second it is hard work; N. */
const FEEL: Readonly<Record<InstrumentKind, readonly [slack: number, tight: number]>> = {
  electric: [50, 110],
  acoustic: [60, 150],
  classical: [45, 95],
  bass: [110, 260],
  baritone: [55, 130],
  slide: [50, 170],
  other: [45, 170],
};

/** What feels comfortable on a kind of instrument, in N: slack below, tight above. */
export function comfortableRangeN(kind: InstrumentKind): readonly [slack: number, tight: number] {
  return FEEL[kind];
}

function verdictOf(newtons: number, gauge: StringGauge, kind: InstrumentKind): TensionVerdict {
  const [slack, tight] = FEEL[kind];
  if (!isSafe(newtons, gauge)) return "unsafe";
  if (newtons < slack) return "slack";
  return newtons > tight ? "tight" : "comfortable";
}

/**
 * The tension of every string that has a gauge, open and without capo, thinnest first.
 * @returns empty when the strings are not known.
 */
export function tensionsOf(
  instrument: Pick<Instrument, "kind" | "scaleLengthMm" | "strings">,
  tuning: Tuning,
  referenceHz?: number,
): readonly StringTension[] {
  const { kind, scaleLengthMm, strings } = instrument;
  return tuning.flatMap((open, index): StringTension[] => {
    const gauge = strings?.gauges[index];
    if (!gauge) return [];
    const length = stringLengthMm(scaleLengthMm, index + 1);
    const newtons = tensionN(gauge, length, frequencyHzOf(open, referenceHz));
    const loadShare = newtons / breakingLoadN(gauge);
    return [
      { string: index + 1, gauge, newtons, loadShare, verdict: verdictOf(newtons, gauge, kind) },
    ];
  });
}

/** What all strings together pull at the neck, in N. */
export function totalN(tensions: readonly StringTension[]): number {
  return tensions.reduce((sum, { newtons }) => sum + newtons, 0);
}

/** Standard gravity, 9.80665 m/s² (CGPM 1901). */
export function kilogramsForce(newtons: number): number {
  return newtons / 9.80665;
}

/** One pound-force is 4.4482216 N. */
export function poundsForce(newtons: number): number {
  return newtons / 4.448_221_6;
}
