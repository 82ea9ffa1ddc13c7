/** A word of a sentence, or a mark of punctuation, with where it stands. */
export interface Token {
  /** Lower case, but for the names of strings. */
  readonly word: string;
  /** As it was written. */
  readonly written: string;
  readonly start: number;
}

/** Splits a sentence into its words; hyphened numbers stay one word. */
export function tokensOf(text: string): readonly Token[] {
  return [...text.matchAll(/\d+(?:st|nd|rd|th)?|[A-Za-z]+[#♯♭]?(?:-[A-Za-z]+)*|[^\s\w]/gu)].map(
    (match) => ({ word: match[0].toLowerCase(), written: match[0], start: match.index }),
  );
}

/** Words in a row that can be looked at ahead. */
export class Tokens {
  private at = 0;

  constructor(private readonly tokens: readonly Token[]) {}

  get done(): boolean {
    return this.at >= this.tokens.length;
  }

  get position(): number {
    return this.at;
  }

  back(position: number): void {
    this.at = position;
  }

  look(ahead = 0): Token | undefined {
    return this.tokens[this.at + ahead];
  }

  next(): Token | undefined {
    return this.tokens[this.at++];
  }

  /** Takes the words if they stand here, all of them in a row. */
  take(...words: readonly string[]): boolean {
    const isHere = words.every((word, index) => this.look(index)?.word === word);
    if (isHere) this.at += words.length;
    return isHere;
  }

  /** Takes whichever of the words stands here. */
  takeOne(...words: readonly string[]): string | undefined {
    const word = this.look()?.word;
    if (word === undefined || !words.includes(word)) return undefined;
    this.at++;
    return word;
  }

  /** Where the words from a position up to here stand in the text. */
  spanFrom(position: number): { readonly start: number; readonly length: number } {
    const first = this.tokens[position] ?? this.tokens.at(-1);
    const last = this.tokens[Math.max(position, this.at - 1)] ?? first;
    if (!first || !last) return { start: 0, length: 1 };
    return { start: first.start, length: last.start + last.written.length - first.start };
  }
}
