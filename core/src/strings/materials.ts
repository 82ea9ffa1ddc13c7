import type { InstrumentKind } from "../instrument/instrument";
import type { StringGauge, StringMake } from "../instrument/string-set";

/** What a whole set is made of: its plain strings, and what its wound ones are wound with. */
export const STRING_MATERIALS = ["nickel", "bronze", "nylon"] as const;
export type StringMaterial = (typeof STRING_MATERIALS)[number];

interface Makes {
  readonly plain: StringMake;
  readonly wound: StringMake;
}

const MAKES: Readonly<Record<StringMaterial, Makes>> = {
  nickel: { plain: "plain-steel", wound: "nickel-wound" },
  bronze: { plain: "plain-steel", wound: "bronze-wound" },
  nylon: { plain: "plain-nylon", wound: "copper-wound" },
};

export function makesOf(material: StringMaterial): Makes {
  return MAKES[material];
}

/** What the strings of a kind of instrument are usually made of. */
export function usualMaterial(kind: InstrumentKind): StringMaterial {
  if (kind === "classical") return "nylon";
  return kind === "acoustic" ? "bronze" : "nickel";
}

/** What these strings are made of; where plain ones alone leave it open, what is usual. */
export function materialOf(
  gauges: readonly StringGauge[] | undefined,
  kind: InstrumentKind,
): StringMaterial {
  const usual = usualMaterial(kind);
  const fits = (material: StringMaterial) =>
    gauges?.every(({ make }) => Object.values(MAKES[material]).includes(make)) ?? false;
  return [usual, ...STRING_MATERIALS].find(fits) ?? usual;
}
