import type { InstrumentKind } from "../instrument/instrument";
import type { StringGauge, StringSet } from "../instrument/string-set";
import { makesOf, usualMaterial } from "./materials";
import { SET_ROWS } from "./string-sets.data";

export interface NamedStringSet extends StringSet {
  readonly id: string;
}

/** The common sets for a kind of instrument with so many strings, made of what that kind wears. */
export function stringSetsFor(kind: InstrumentKind, strings: number): readonly NamedStringSet[] {
  return SET_ROWS.filter(([, , kinds]) => kinds.includes(kind))
    .map(([id, name, , text]) => ({ id, name, gauges: gaugesOf(text, kind) }))
    .filter(({ gauges }) => gauges.length === strings);
}

function gaugesOf(text: string, kind: InstrumentKind): readonly StringGauge[] {
  const { plain, wound } = makesOf(usualMaterial(kind));
  return text.split(" ").map((word) => ({
    gaugeInch: Number.parseFloat(word) / 1000,
    make: word.endsWith("w") ? wound : plain,
  }));
}
