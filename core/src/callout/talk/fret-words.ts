import type { Atom, Found } from "./atom";
import type { StringWords } from "./string-words";
import type { Word } from "./words";

/** Reads how frets are called: “the fifth fret”, “open”, a plain number where no other sense is near. */
export class FretWords {
  constructor(
    private readonly words: readonly Word[],
    private readonly strings: StringWords,
    /** What was read before. */
    private readonly atoms: readonly Atom[],
  ) {}

  at(at: number): Found | undefined {
    const word = this.words[at];
    if (!word) return undefined;
    if (word.text === "open") return this.fretOf(0, true, at, at + 1);
    // “+2 frets”: a way, and of what is not said.
    if (/^[-–+]\d+$/u.test(word.text)) return { kind: "move", isVague: true, end: at + 1 };
    const next = this.words[at + 1];
    if (/^(frets?|fr)$/u.test(word.text)) {
      const behind = next?.text === "number" ? at + 2 : at + 1;
      const number = this.words[behind]?.number;
      if (number && !number.isPlural) return this.fretOf(number.value, true, at, behind + 1);
    }
    if (word.text === "x" && (next?.glue !== "none" || !next.number))
      return { kind: "dead", end: at + 1 };
    const { number } = word;
    if (!number) return undefined;
    // “thirds”, “sixths”: how far two strings lie apart.
    if (number.isPlural && number.form === "ordinal") return { kind: "filler", end: at + 1 };
    if (!this.isFretNumber(at)) return { kind: "filler", end: at + 1 };
    // “An octave up, so twelve frets.”
    const isSaidAnew = this.atoms.some(
      (atom) => atom.kind === "move" && Math.abs(atom.frets ?? 0) === number.value,
    );
    if (next?.text === "frets" && isSaidAnew) return { kind: "filler", end: at + 2 };
    // “2 frets” are a way, and no place.
    if (next?.text === "frets" && number.form === "cardinal")
      return { kind: "unread", why: "where these frets are", end: at + 2 };
    const isCalled = /^(fret|fr)$/u.test(next?.text ?? "");
    const isNamed =
      isCalled || number.form === "ordinal" || (this.text(at - 1) === "the" && number.value !== 1);
    const found = this.fretOf(number.value, isNamed, at, isCalled ? at + 2 : at + 1);
    return { ...found, isPlural: number.isPlural } as Found;
  }

  /** “That one”, “first up” are no frets: such words are, where a fret or a list shows it. */
  private isFretNumber(at: number): boolean {
    const { text } = this.words[at]!;
    if (!/^(one|first|second)$/u.test(text)) return true;
    if (text === "one" && /^(twice|thrice)$/u.test(this.text(at + 1)))
      return !/^(that|this|the|each|other|last|first)$/u.test(this.text(at - 1));
    // “One 5”: so many.
    const isCounting = this.atoms.some(({ kind }) => kind === "so-many");
    if (text === "one" && /^\d/u.test(this.text(at + 1))) return false;
    const isAlone = /^(?:[,.;:)]|on|of|)$/u.test(this.text(at + 1));
    if (text === "one" && isCounting && !isAlone && /^(?:,|and|then)$/u.test(this.text(at - 1)))
      return false;
    if (
      /^(frets?|fr|on|of)$/u.test(this.text(at + 1)) &&
      !(text === "one" && this.text(at + 1) === "of")
    )
      return true;
    const before = this.text(at - 1);
    // “The G at one”; “at one point” is none.
    const isLast = /^$|^(?:[,.;:!?)]|and|then|with|on|together)$/u.test(this.text(at + 1));
    if (text === "one" && before === "at" && isLast) return true;
    if (/^(the|fret|string)$/u.test(before) || /^[a-g]$/u.test(before)) return true;
    const isNumber = (index: number) =>
      this.words[index]?.number !== undefined || this.text(index) === "open";
    const isJoined = /^(and|to|,)$/u.test(before) && isNumber(at - 2);
    const leadsOn = /^(and|to|,)$/u.test(this.text(at + 1)) && isNumber(at + 2);
    return (
      isNumber(at - 1) ||
      isNumber(at + 1) ||
      isJoined ||
      leadsOn ||
      this.strings.at(at + 1) !== undefined
    );
  }

  private fretOf(fret: number, isNamed: boolean, at: number, end: number): Found {
    const word = this.words[at]!;
    const isJoined = word.glue === "hyphen" && this.words[at - 1]?.number !== undefined;
    return { kind: "fret", fret, isNamed, isPlural: false, isJoined, end };
  }

  private text(at: number): string {
    return this.words[at]?.text ?? "";
  }
}
