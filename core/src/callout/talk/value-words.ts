import { fraction, multiply, type Fraction } from "../../rhythm/fraction";
import type { Word } from "./words";

/** Note values by what they are called: the value's part of a whole note. */
const VALUES: Readonly<Record<string, number>> = {
  whole: 1,
  half: 2,
  quarter: 4,
  eighth: 8,
  "8th": 8,
  sixteenth: 16,
  "16th": 16,
  "thirty-second": 32,
  "32nd": 32,
};

export interface SaidValue {
  readonly duration: Fraction;
  /** “eighths”, “triplets”: of the notes from here on. */
  readonly isMany: boolean;
  readonly end: number;
}

/** “Lengths of 5/16” and “for 5/16”: parts of a whole note that have no name. */
function exactValueAt(text: (at: number) => string, at: number): SaidValue | undefined {
  const isMany = text(at) === "lengths" && text(at + 1) === "of";
  const end = isMany ? at + 2 : at;
  const isOne = text(at - 1) === "for";
  const parts = /^(\d+)\/(\d+)$/u.exec(text(end));
  if (!parts || !(isMany || isOne)) return undefined;
  const [num, den] = [Number(parts[1]), Number(parts[2])];
  if (num < 1 || den < 1 || num > 16 * den || den > 4096) return undefined;
  return { duration: fraction(num, den), isMany, end: end + 1 };
}

/**
 * A note value at `at`: “dotted quarter”, “eighth-note triplets”, “an 8th on the D”. A plain eighth
 * is a value where no fret can be meant.
 *
 * @param isPlaceAt Whether a place with a fret of its own is said from there on.
 */
export function valueAt(
  words: readonly Word[],
  at: number,
  isPlaceAt: (at: number) => boolean,
): SaidValue | undefined {
  const text = (index: number) => words[index]?.text ?? "";
  const exact = exactValueAt(text, at);
  if (exact) return exact;
  let next = at;
  let dots = 0;
  if (text(next) === "double" && text(next + 1) === "dotted") {
    dots = 2;
    next += 2;
  } else if (text(next) === "dotted") {
    dots = 1;
    next++;
  }
  if (dots === 0 && /^triplets?$/u.test(text(next))) {
    let end = next + 1;
    // “Triplets of eighths”, “triplet eighths”.
    const named = /^(of|in)$/u.test(text(end)) ? end + 1 : end;
    const isNamed = named > end || /^(eighth|8th|sixteenth|16th|quarter)s?$/u.test(text(end));
    const of = isNamed ? valueAt(words, named, isPlaceAt) : undefined;
    if (of) end = of.end;
    const whole = of?.duration ?? fraction(1, 8);
    return { duration: multiply(whole, fraction(2, 3)), isMany: true, end };
  }
  const word = text(next);
  const singular = word === "halves" ? "half" : word.replace(/s$/u, "");
  const value = VALUES[singular];
  if (value === undefined) return undefined;
  const isPlural = word !== singular;
  let end = next + 1;
  const isNote = /^notes?$/u.test(text(end));
  const isNotes = text(end) === "notes";
  if (isNote) end++;
  const isTriplet = /^triplets?$/u.test(text(end));
  if (isTriplet) end++;
  const isBend = /^(step|tone|bend|steps|tones)$/u.test(text(end));
  const isRest = /^rests?$/u.test(text(end));
  const before = text(at - 1);
  const isEnd = end >= words.length || /^(?:[,.;!?)]|and|then)$/u.test(text(end));
  const isCounted = /^(a|an|one|another)$/u.test(before);
  const isBare =
    value <= 4
      ? singular === "quarter" ||
        ((isCounted || (isEnd && (words[at - 1]?.number !== undefined || before === "("))) &&
          singular !== "quarter")
      : (isCounted && !isFretAfter(end)) ||
        (isEnd && (words[at - 1]?.number?.form === "cardinal" || before === "(")) ||
        (isAmongValues() && !isFretAfter(end) && text(end) !== "on");
  const isBeforePlace =
    value >= 8 &&
    text(end) === "on" &&
    (words[end + 1]?.number !== undefined || isPlaceAt(end + 1));
  // “Dotted quarter G 7, eighth G 5.”
  const isLeading = /^(?:[,.;:]|then|and|)$/u.test(before) && isPlaceAt(end);
  if (
    isBend ||
    !(isLeading || isPlural || isNote || isTriplet || isRest || dots > 0 || isBare || isBeforePlace)
  )
    return undefined;
  const dotted = [fraction(1), fraction(3, 2), fraction(7, 4)][dots]!;
  const plain = multiply(fraction(1, value), dotted);
  return {
    duration: isTriplet ? multiply(plain, fraction(2, 3)) : plain,
    isMany: isPlural || isNotes || isTriplet,
    end,
  };

  /** “5 on the D quarter, 7 on the D eighth”: where other values are said so. */
  function isAmongValues(): boolean {
    const others = words.filter(({ text: said }) => /^(?:dotted|quarters?|half|rest)$/u.test(said));
    const isBehindNote =
      words[at - 1]?.number?.form === "cardinal" || /^(?:[a-g]|string)$/u.test(before);
    return others.length > 0 && isBehindNote;
  }

  function isFretAfter(index: number): boolean {
    return /^(fret|string|of)$/u.test(text(index));
  }
}
