import { err, ok, type Result } from "../foundation/result";
import {
  formatGauge,
  MAX_GAUGE_INCH,
  MIN_GAUGE_INCH,
  MM_PER_INCH,
  type StringGauge,
} from "../instrument/string-set";
import { makesOf, type StringMaterial } from "./materials";

/**
 * Reads gauges: inches (`0.046w`, `.010`), thousandths (`46w`, `10`), or mm (`1.17mm w`); `w` is
 * wound. From the thickest to the thinnest, or the other way round: the first is compared with the last.
 *
 * @returns gauges by string, index 0 is string 1, the thinnest.
 */
export function parseGauges(
  text: string,
  material: StringMaterial,
): Result<readonly StringGauge[]> {
  const makes = makesOf(material);
  const words = text
    .trim()
    .replace(/\s*mm/giu, "mm")
    .replace(/(\d|mm)\s+w\b/giu, "$1w")
    .split(/[\s,;]+|(?<=[\dw])-(?=[.\d])/u)
    .filter((word) => word !== "");
  const gauges: StringGauge[] = [];
  for (const word of words) {
    const match = /^(\d*\.?\d+)(mm)?("|in)?([wp]?)$/iu.exec(word);
    if (!match)
      return err(`“${word}” is no gauge: expected inches like 0.010 or 0.046w, w for wound`);
    const number = Number(match[1]);
    const inch = match[2] ? number / MM_PER_INCH : number >= 1 ? number / 1000 : number;
    if (inch < MIN_GAUGE_INCH || inch > MAX_GAUGE_INCH) {
      return err(`“${word}”: gauges are ${MIN_GAUGE_INCH} to ${MAX_GAUGE_INCH} in`);
    }
    const isWound = match[4]?.toLowerCase() === "w";
    gauges.push({
      gaugeInch: Math.round(inch * 1e5) / 1e5,
      make: isWound ? makes.wound : makes.plain,
    });
  }
  const thinFirst = gauges.length > 0 && gauges[0]!.gaugeInch <= gauges.at(-1)!.gaugeInch;
  return ok(thinFirst ? gauges : gauges.reverse());
}

/** From the thickest string to the thinnest, as tunings are written. */
export function formatGauges(gauges: readonly StringGauge[]): string {
  return gauges.map(formatGauge).reverse().join(" ");
}
