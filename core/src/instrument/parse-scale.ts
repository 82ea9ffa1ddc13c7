import { err, ok, type Result } from "../foundation/result";
import { MAX_SCALE_MM, MIN_SCALE_MM, type ScaleLength } from "./instrument";
import { MM_PER_INCH } from "./string-set";

/** A scale this short can only have been meant in inches. */
const LONGEST_IN_INCHES = 60;

/**
 * Reads a scale length: `648`, `25.5 in`, `25 1/2"`; for fanned frets one a string from the thickest
 * to the thinnest, or the two outer ones, between which the others lie evenly (`686 … 648`).
 *
 * @returns mm, one length or one a string (index 0 is string 1), or an error that says what was expected.
 */
export function parseScale(text: string, strings: number): Result<ScaleLength> {
  const words = text
    .trim()
    .replace(/(\d)\s+(\d)\/(\d)/gu, (_, whole, over, under) =>
      String(Number(whole) + Number(over) / Number(under)),
    )
    .split(/\s*(?:[,;…–]|\.\.\.|\bto\b)\s*|\s+(?=\d)/u)
    .filter((word) => word !== "");
  const lengths: number[] = [];
  for (const word of words) {
    const match = /^(\d+(?:\.\d+)?)\s*(mm|in|inch|inches|["″”])?$/iu.exec(word);
    if (!match) return err(`“${word}” is no length: expected mm like 648, or inches like 25.5 in`);
    const number = Number(match[1]);
    const isInches = match[2] ? !/mm/iu.test(match[2]) : number <= LONGEST_IN_INCHES && number > 0;
    const mm = isInches ? number * MM_PER_INCH : number;
    if (mm < MIN_SCALE_MM || mm > MAX_SCALE_MM) {
      return err(`a scale is ${MIN_SCALE_MM} to ${MAX_SCALE_MM} mm long, got “${word}”`);
    }
    lengths.push(Math.round(mm * 10) / 10);
  }
  const [first, last] = [lengths[0], lengths.at(-1)];
  if (first === undefined || last === undefined)
    return err("expected a length, like 648 or 25.5 in");
  if (lengths.length === 1) return ok(first);
  if (lengths.length === 2) return ok(spread(last, first, strings));
  if (lengths.length === strings) return ok(lengths.reverse());
  return err(`expected one length, the two outer ones or ${strings}, got ${lengths.length}`);
}

function spread(thin: number, thick: number, strings: number): ScaleLength {
  if (thin === thick) return thin;
  return Array.from(
    { length: strings },
    (_, index) => Math.round((thin + ((thick - thin) * index) / (strings - 1)) * 10) / 10,
  );
}

/** As `parseScale` reads it: mm, from the thickest string to the thinnest. */
export function formatScale(scale: ScaleLength): string {
  return typeof scale === "number" ? String(scale) : [...scale].reverse().join(" ");
}

/** For reading: `648 mm (25.51 in)`, of fanned frets the two outer ones. */
export function displayScale(scale: ScaleLength): string {
  const inches = (mm: number) => (mm / MM_PER_INCH).toFixed(1);
  if (typeof scale === "number") return `${scale} mm (${inches(scale)} in)`;
  const [thin, thick] = [scale[0]!, scale.at(-1)!];
  return `${thick}–${thin} mm (${inches(thick)}–${inches(thin)} in)`;
}
