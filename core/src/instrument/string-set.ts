/** What a string is made of. Wound strings have a steel core, on classical guitars one of nylon. */
export const STRING_MAKES = [
  "plain-steel",
  "nickel-wound",
  "bronze-wound",
  "plain-nylon",
  "copper-wound",
] as const;
export type StringMake = (typeof STRING_MAKES)[number];

export interface StringGauge {
  /** Outer diameter in inches, as strings are sold. */
  readonly gaugeInch: number;
  readonly make: StringMake;
}

/** The strings that are on; index 0 is string 1. */
export interface StringSet {
  readonly name: string;
  readonly gauges: readonly StringGauge[];
}

export const MM_PER_INCH = 25.4;
export const MIN_GAUGE_INCH = 0.005;
export const MAX_GAUGE_INCH = 0.2;

export function isWound(make: StringMake): boolean {
  return make !== "plain-steel" && make !== "plain-nylon";
}

/** @example formatGauge({ gaugeInch: 0.046, make: "nickel-wound" }) // ".046w" */
export function formatGauge({ gaugeInch, make }: StringGauge): string {
  const digits = gaugeInch.toFixed(4).replace(/^0/u, "").replace(/0$/u, "");
  return digits + (isWound(make) ? "w" : "");
}
