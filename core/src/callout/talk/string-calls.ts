/** How the strings of one set-up are called: by school, the song's own first; index 0 is string 1. */
export interface StringCalls {
  readonly count: number;
  /** Lower case, without what tells two of one letter apart: `e b g d a e`. */
  readonly schools: readonly (readonly string[])[];
}

/** What tells two strings of one letter apart. */
export type Side = "low" | "high" | "top";

/**
 * The strings that a letter may mean, the thickest first; one alone where low or high is said.
 *
 * @param name Lower case, with # or b where it has one.
 */
export function stringsCalled(
  name: string,
  side: Side | undefined,
  { schools }: Pick<StringCalls, "schools">,
): readonly number[] {
  const having = (names: readonly string[]) =>
    names.flatMap((own, index) => (own === name ? [index + 1] : []));
  // Of two that the song's own school calls so one is low; else a lowered string may be meant.
  const [own = []] = schools.map(having);
  const all = side && own.length < 2 ? [...new Set(schools.flatMap(having))] : [];
  const first = schools.map(having).find((found) => found.length > 0) ?? [];
  const found = (all.length > 0 ? all : first).toSorted((a, b) => b - a);
  if (side === "low") return found.slice(0, 1);
  return side === "high" ? found.slice(-1) : found;
}

/** How each string is said so that it is told from all others; by its number where no name does that. */
export function spokenStrings(calls: StringCalls): readonly string[] {
  return Array.from({ length: calls.count }, (_, index) => {
    const string = index + 1;
    const name = calls.schools[0]![index]!;
    const isLetter = /^[a-g][#b]?$/u.test(name);
    const letter = name[0]!.toUpperCase() + name.slice(1);
    const means = (side: Side | undefined) => {
      const found = stringsCalled(name, side, calls);
      return found.length === 1 && found[0] === string;
    };
    if (isLetter && means(undefined)) return letter;
    if (isLetter && means("low")) return `low ${letter}`;
    if (isLetter && means("high")) return `high ${letter}`;
    return `string ${string}`;
  });
}
