import {
  add,
  compare,
  divide,
  fraction,
  multiply,
  subtract,
  toNumber,
  ZERO,
  type Fraction,
} from "./fraction";
import { err, ok, type Result } from "../foundation/result";
import { oddPartOf } from "./duration";

/**
 * How written pairs are played. Swing and shuffle lengthen the first of each pair of `unit` notes;
 * a shuffle is a swing that a rhythm part drives, and is named apart since teachers name it apart.
 */
export type Feel =
  | { readonly kind: "straight" }
  | {
      readonly kind: "swing" | "shuffle";
      /** Pairs of eighths or of sixteenths. */
      readonly unit: 8 | 16;
      /** Long to short, 1–4: 2 is the triplet feel, 3 the dotted one. */
      readonly ratio: Fraction;
    };

export const STRAIGHT: Feel = { kind: "straight" };
export const TRIPLET_SWING: Feel = { kind: "swing", unit: 8, ratio: fraction(2) };

/**
 * Where written onsets are played. Both halves of a pair stay evenly divided, the first is `ratio`
 * times as long as the second; a pair in which tuplets stand is played as written.
 *
 * @param onsets from the start of the bar, rising; the result keeps order and length
 * @example playedOnsets([fraction(1, 8)], TRIPLET_SWING) // [fraction(1, 6)]
 */
export function playedOnsets(onsets: readonly Fraction[], feel: Feel): readonly Fraction[] {
  if (feel.kind === "straight") return onsets;
  const pair = fraction(2, feel.unit);
  const half = fraction(1, feel.unit);
  const pairAt = (onset: Fraction) => Math.floor(toNumber(divide(onset, pair)));
  const asWritten = new Set(onsets.filter(({ den }) => oddPartOf(den) > 1).map(pairAt));
  // long : short = ratio : 1, both together one pair
  const long = multiply(pair, divide(feel.ratio, add(feel.ratio, fraction(1))));
  const short = subtract(pair, long);
  return onsets.map((onset) => {
    const index = pairAt(onset);
    if (asWritten.has(index)) return onset;
    const start = multiply(fraction(index), pair);
    const inside = subtract(onset, start);
    if (compare(inside, ZERO) === 0) return onset;
    const beyond = subtract(inside, half);
    return compare(beyond, ZERO) <= 0
      ? add(start, multiply(inside, divide(long, half)))
      : add(start, add(long, multiply(beyond, divide(short, half))));
  });
}

/**
 * Reads a feel as it is said: `straight`, `swing`, `swing 3:2`, `shuffle 2:1 sixteenths`. Without a
 * ratio it is 2:1, without a value it means eighths.
 */
export function parseFeel(text: string): Result<Feel> {
  const said = text.trim().toLowerCase();
  if (/^(straight)?$/u.test(said)) return ok(STRAIGHT);
  const match =
    /^(swing|shuffle)(?:\s+(\d{1,3}(?:\.\d+)?)\s*:\s*(\d{1,3}))?(?:\s+(8ths|eighths|16ths|sixteenths))?$/u.exec(
      said,
    );
  const wrong = `“${text.trim()}” is no feel: expected straight, swing, swing 3:2 or shuffle 2:1 sixteenths`;
  if (!match || Number(match[3]) === 0) return err(wrong);
  const long = Math.round(10 * Number(match[2] ?? 2));
  const ratio = fraction(long, 10 * Number(match[3] ?? 1));
  if (compare(ratio, fraction(1)) < 0 || compare(ratio, fraction(4)) > 0) {
    return err(`long to short must be 1:1 to 4:1, got ${match[2]}:${match[3]}`);
  }
  const unit = /^(16ths|sixteenths)$/u.test(match[4] ?? "") ? 16 : 8;
  return ok({ kind: match[1] as "swing" | "shuffle", unit, ratio });
}

/** The inverse of `parseFeel`. @example formatFeel(TRIPLET_SWING) // "swing 2:1" */
export function formatFeel(feel: Feel): string {
  if (feel.kind === "straight") return "straight";
  const { num, den } = feel.ratio;
  return `${feel.kind} ${num}:${den}${feel.unit === 16 ? " sixteenths" : ""}`;
}
