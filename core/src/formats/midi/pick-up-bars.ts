import { compare, type Fraction } from "../../rhythm/fraction";
import { barLength, formatMetre, type Metre } from "../../rhythm/metre";

/**
 * The metre a bar has in a file, which knows no pick-ups: that of the page, or one that is as long as
 * a bar that is fuller or shorter.
 * @param length Whole notes.
 */
export function metreInFile(metre: Metre, length: Fraction): Metre {
  if (compare(barLength(metre), length) === 0) return metre;
  for (const unit of [4, 8, 16, 32]) {
    const beats = (length.num * unit) / length.den;
    if (Number.isInteger(beats) && beats >= 1 && beats <= 32) return { beats, unit };
  }
  return metre;
}

/**
 * The metres of a phrase's bars as they are read: a first bar that is shorter than the second is the
 * end of one like it.
 * @param inFile A metre a bar.
 */
export function metresRead(inFile: readonly Metre[]): readonly Metre[] {
  const [first, second] = inFile;
  const isPickUp = first && second && compare(barLength(first), barLength(second)) < 0;
  return isPickUp ? [second, ...inFile.slice(1)] : inFile;
}

/**
 * How often the metre changes from bar to bar.
 * @param before What holds before the first bar; absent where nothing does.
 */
export function changesIn(metres: readonly Metre[], before: Metre | undefined): number {
  return metres.filter((metre, bar) => {
    const last = bar === 0 ? before : metres[bar - 1];
    return last !== undefined && formatMetre(last) !== formatMetre(metre);
  }).length;
}
