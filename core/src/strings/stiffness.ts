import type { StringGauge } from "../instrument/string-set";
import { coreDiameterMm } from "./linear-density";

/** Young's modulus in N/mm²: music wire, and nylon as it is drawn for strings. */
const STEEL_N_MM2 = 203_000;
const NYLON_N_MM2 = 5000;

/** Force that would stretch the string to twice its length, `EA`, in N. The wrap carries nothing. */
export function stretchForceN(gauge: StringGauge): number {
  const isNylon = gauge.make === "plain-nylon" || gauge.make === "copper-wound";
  const area = Math.PI * (coreDiameterMm(gauge) / 2) ** 2;
  return (isNylon ? NYLON_N_MM2 : STEEL_N_MM2) * area;
}
