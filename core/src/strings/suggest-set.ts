import { stringLengthMm, type Instrument } from "../instrument/instrument";
import type { StringGauge, StringMake, StringSet } from "../instrument/string-set";
import type { Tuning } from "../instrument/tuning";
import { frequencyHzOf } from "../pitch/frequency";
import { makesOf, materialOf, type StringMaterial } from "./materials";
import {
  BASS_MILS,
  COPPER_MILS,
  PLAIN_NYLON_MILS,
  PLAIN_STEEL_MILS,
  WOUND_MILS,
} from "./string-sets.data";
import { isSafe, tensionN, tensionsOf } from "./tension";

/** The thickest plain string that is pleasant to play, in inches; beyond it wound ones are taken. */
const THICKEST_PLAIN_INCH: Readonly<Record<Instrument["kind"], number>> = {
  electric: 0.02,
  acoustic: 0.017,
  classical: 0.042,
  bass: 0.02,
  baritone: 0.022,
  slide: 0.02,
  other: 0.02,
};

/**
 * The feel of a set that is known, as a tension for each string of another instrument, thinnest
 * first. Where there are more strings than the known set has, its thickest lends its tension.
 *
 * @returns undefined when the known instrument has no strings on.
 */
export function feelOf(known: Instrument, strings: number): readonly number[] | undefined {
  const tensions = tensionsOf(known, known.tuning).map(({ newtons }) => newtons);
  if (tensions.length === 0) return undefined;
  return Array.from({ length: strings }, (_, index) => tensions[index] ?? tensions.at(-1)!);
}

/**
 * For every string the existing gauge whose tension comes nearest the wanted one and that bears it
 * safely (where any does: a high pitch on a long scale breaks every gauge), plain where a
 * plain one is thin enough, of what is on already or else of what is usual.
 *
 * @param targetsN Thinnest string first, one a string.
 * @throws RangeError when there are not as many targets as strings.
 */
export function suggestSet(
  { kind, scaleLengthMm, strings }: Pick<Instrument, "kind" | "scaleLengthMm" | "strings">,
  tuning: Tuning,
  targetsN: readonly number[],
  referenceHz?: number,
): StringSet {
  if (targetsN.length !== tuning.length) {
    throw new RangeError(`expected ${tuning.length} targets, got ${targetsN.length}`);
  }
  const material = materialOf(strings?.gauges, kind);
  const gauges = tuning.map((open, index) => {
    const hz = frequencyHzOf(open, referenceHz);
    const length = stringLengthMm(scaleLengthMm, index + 1);
    return nearestGauge(kind, material, (gauge) => {
      const newtons = tensionN(gauge, length, hz);
      return {
        miss: Math.abs(Math.log(newtons / targetsN[index]!)),
        isSafe: isSafe(newtons, gauge),
      };
    });
  });
  return { name: "Suggested", gauges };
}

interface Fit {
  readonly miss: number;
  readonly isSafe: boolean;
}

function nearestGauge(
  kind: Instrument["kind"],
  material: StringMaterial,
  fitOf: (gauge: StringGauge) => Fit,
): StringGauge {
  const makes = makesOf(material);
  const nearest = (make: StringMake) => {
    const fits = gaugesThatExist(make, kind).map((gauge) => ({ gauge, ...fitOf(gauge) }));
    const safe = fits.filter((fit) => fit.isSafe);
    return (safe.length > 0 ? safe : fits).reduce((a, b) => (b.miss < a.miss ? b : a)).gauge;
  };
  const plain = nearest(makes.plain);
  const isThinEnough = plain.gaugeInch <= THICKEST_PLAIN_INCH[kind];
  return isThinEnough && kind !== "bass" ? plain : nearest(makes.wound);
}

/** Every gauge of a make that is sold, thinnest first. */
export function gaugesThatExist(
  make: StringMake,
  kind: Instrument["kind"],
): readonly StringGauge[] {
  return milsOf(make, kind).map((mils) => ({ gaugeInch: mils / 1000, make }));
}

function milsOf(make: StringMake, kind: Instrument["kind"]): readonly number[] {
  switch (make) {
    case "plain-steel":
      return PLAIN_STEEL_MILS;
    case "plain-nylon":
      return PLAIN_NYLON_MILS;
    case "copper-wound":
      return COPPER_MILS;
    case "nickel-wound":
    case "bronze-wound":
      return kind === "bass" ? BASS_MILS : WOUND_MILS;
  }
}
