import type { Word } from "./words";

/**
 * A phrase of speech as a rule: words in a row, matched by their plain form or as they stand.
 *
 * `a|b` either; `a?` or nothing; `~` up to four words that mean nothing there (“pull ~ off” takes
 * “pull it back off”); `#` a number, `#th` an ordinal.
 */
export type Pattern = readonly Element[];

interface Element {
  readonly kind: "words" | "gap" | "cardinal" | "ordinal";
  readonly words: ReadonlySet<string>;
  readonly isOptional: boolean;
}

/** What may stand between the parts of a verb. */
const GAP = new Set(
  (
    "it that this them those these both of all back right straight just then 'em em up down the string note " +
    "notes her him you kind sort like quickly really a little bit nice slow quick whole thing chord shape riff pattern"
  ).split(" "),
);
const MOST_GAP = 4;

/** @throws RangeError on an empty pattern. */
function patternOf(text: string): Pattern {
  const elements = text.split(" ").map((part): Element => {
    const isOptional = part.endsWith("?");
    const bare = isOptional ? part.slice(0, -1) : part;
    const words = new Set(bare.split("|"));
    if (bare === "~") return { kind: "gap", words, isOptional: true };
    if (bare === "#") return { kind: "cardinal", words, isOptional };
    if (bare === "#th") return { kind: "ordinal", words, isOptional };
    return { kind: "words", words, isOptional };
  });
  if (elements.length === 0) throw new RangeError("a pattern needs at least one word");
  return elements;
}

export interface Match {
  /** The index behind the last word. */
  readonly end: number;
  readonly numbers: readonly number[];
}

/** Where the words from `at` on follow the pattern: the longest way in which they do. */
function matchAt(
  pattern: Pattern,
  words: readonly Word[],
  at: number,
  element = 0,
  numbers: readonly number[] = [],
  mustTake = false,
): Match | undefined {
  const wanted = pattern[element];
  if (!wanted) return mustTake ? undefined : { end: at, numbers };
  const word = words[at];
  if (wanted.kind === "gap") {
    let best: Match | undefined;
    for (let gap = 0; gap <= MOST_GAP; gap++) {
      // Words are only passed over for the sake of another that follows.
      const rest = matchAt(pattern, words, at + gap, element + 1, numbers, gap > 0);
      if (rest && (!best || rest.end > best.end)) best = rest;
      if (!GAP.has(words[at + gap]?.text ?? "")) break;
    }
    return best;
  }
  const found = word && fits(wanted, word);
  const more = word?.number && wanted.kind !== "words" ? [...numbers, word.number.value] : numbers;
  const taken = found ? matchAt(pattern, words, at + 1, element + 1, more) : undefined;
  if (taken || !wanted.isOptional) return taken;
  return matchAt(pattern, words, at, element + 1, numbers, mustTake);
}

function fits({ kind, words }: Element, { text, lemma, number }: Word): boolean {
  switch (kind) {
    case "cardinal":
      return number?.form === "cardinal" && !number.isPlural;
    case "ordinal":
      return number?.form === "ordinal" && !number.isPlural;
    default:
      return words.has(text) || words.has(lemma);
  }
}

interface Entry<Meaning> {
  readonly pattern: Pattern;
  readonly meaning: Meaning;
  readonly row: number;
}

/** Patterns with what they mean, found by their first word. */
export class Lexicon<Meaning> {
  private readonly byWord = new Map<string, Entry<Meaning>[]>();
  private count = 0;
  private readonly anywhere: Entry<Meaning>[] = [];

  constructor(entries: readonly (readonly [phrases: string, meaning: Meaning])[]) {
    for (const [phrases, meaning] of entries) {
      for (const phrase of phrases.split("; ")) this.add(patternOf(phrase), meaning);
    }
  }

  private add(pattern: Pattern, meaning: Meaning): void {
    const entry = { pattern, meaning, row: this.count++ };
    const [first] = pattern;
    if (first!.kind !== "words" || first!.isOptional) return void this.anywhere.push(entry);
    for (const word of first!.words) {
      const known = this.byWord.get(word);
      if (known) known.push(entry);
      else this.byWord.set(word, [entry]);
    }
  }

  /** The meaning of the longest phrase that begins here; of equal ones the first in the list. */
  at(words: readonly Word[], at: number): (Match & { readonly meaning: Meaning }) | undefined {
    const word = words[at];
    if (!word) return undefined;
    const heads = word.text === word.lemma ? [word.text] : [word.text, word.lemma];
    const entries = [...heads.flatMap((head) => this.byWord.get(head) ?? []), ...this.anywhere];
    let best: (Match & { readonly meaning: Meaning; readonly row: number }) | undefined;
    for (const { pattern, meaning, row } of entries) {
      const match = matchAt(pattern, words, at);
      if (!match || match.end === at) continue;
      const isBetter = !best || match.end > best.end || (match.end === best.end && row < best.row);
      if (isBetter) best = { ...match, meaning, row };
    }
    return best;
  }
}
