import { MM_PER_INCH, type StringGauge } from "../instrument/string-set";

/** Densities in kg/m³, from the usual tables of materials. */
const STEEL = 7850;
const NICKELLED_STEEL = 7900;
const BRONZE = 8800;
const COPPER = 8900;
const NYLON = 1040;
/** A core of many fine threads is not solid: circles in a bundle fill π/4 of their square cells. */
const THREADS = NYLON * (Math.PI / 4);

/**
 * How far a computed tension may lie from that of a real string, as a share: makers choose core and
 * wrap within these bounds. Checked against published tension charts in the tests.
 */
const MODEL_ERROR = { steel: 0.05, nylon: 0.12 } as const;

export function modelErrorOf({ make }: StringGauge): number {
  return make === "plain-nylon" || make === "copper-wound" ? MODEL_ERROR.nylon : MODEL_ERROR.steel;
}

/** What carries the tension: the whole of a plain string, the core of a wound one. In mm. */
export function coreDiameterMm({ gaugeInch, make }: StringGauge): number {
  const outer = gaugeInch * MM_PER_INCH;
  switch (make) {
    case "plain-steel":
    case "plain-nylon":
      return outer;
    case "nickel-wound":
    case "bronze-wound":
      // Cores grow slowly with the string: a line through the cores of common sets.
      return Math.min(0.6 * outer, 0.198 + 0.2 * outer);
    case "copper-wound":
      return outer - 2 * Math.min(0.4 * outer, Math.max(0.05, 0.484 * outer - 0.2285));
  }
}

/**
 * Mass per length in kg/m. Plain: `ρπd²/4`. Wound: the core and a wire of diameter w = (d − c)/2
 * laid turn against turn around it, whose length a metre is π(c + w)/w, so that it adds
 * `ρπ²w(c + w)/4` (Fletcher & Rossing, The Physics of Musical Instruments, on overspun strings).
 */
export function linearDensityKgM(gauge: StringGauge): number {
  const core = coreDiameterMm(gauge) / 1000;
  const wrap = (gauge.gaugeInch * MM_PER_INCH) / 2000 - core / 2;
  const round = (density: number) => (density * Math.PI * core ** 2) / 4;
  const wound = (density: number) => (density * Math.PI ** 2 * wrap * (core + wrap)) / 4;
  switch (gauge.make) {
    case "plain-steel":
      return round(STEEL);
    case "plain-nylon":
      return round(NYLON);
    case "nickel-wound":
      return round(STEEL) + wound(NICKELLED_STEEL);
    case "bronze-wound":
      return round(STEEL) + wound(BRONZE);
    case "copper-wound":
      return round(THREADS) + wound(COPPER);
  }
}
