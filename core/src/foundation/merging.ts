import { isSame } from "./same";

/** Whichever of the two changed what both were made from; ours where both did, which is told. */
export function pickChanged<Value>(
  base: Value | undefined,
  ours: Value,
  theirs: Value,
  tell: () => void,
): Value {
  if (isSame(ours, theirs) || isSame(base, theirs)) return ours;
  if (isSame(base, ours)) return theirs;
  tell();
  return ours;
}

/**
 * Every field that either has, each as `pickChanged` says; what is absent stays absent.
 * @param tell Called with each field that both changed.
 */
export function mergeFields<Whole extends object>(
  base: Partial<Whole> | undefined,
  ours: Whole,
  theirs: Whole,
  tell: (field: keyof Whole) => void,
): Whole {
  const merged: Partial<Whole> = {};
  const fields = new Set([...Object.keys(ours), ...Object.keys(theirs)]) as Set<keyof Whole>;
  for (const field of fields) {
    const value = pickChanged(base?.[field], ours[field], theirs[field], () => tell(field));
    if (value !== undefined) merged[field] = value;
  }
  return merged as Whole;
}
