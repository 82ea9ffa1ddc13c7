import type { StringsMeaning } from "./atom";
import { stringsCalled, type Side, type StringCalls } from "./string-calls";
import type { Word } from "./words";

interface Found {
  readonly strings: readonly number[];
  readonly others: readonly number[];
  readonly end: number;
  readonly isPlural?: boolean;
  readonly isOpen?: true;
  readonly letterAt?: number;
}

const SIDES: Readonly<Record<string, Side>> = {
  low: "low",
  lower: "low",
  lowest: "low",
  bottom: "low",
  thick: "low",
  thicker: "low",
  thickest: "low",
  fat: "low",
  big: "low",
  high: "high",
  higher: "high",
  highest: "high",
  thin: "high",
  thinner: "high",
  thinnest: "high",
  skinny: "high",
  top: "top",
};
const LEADS = new Set(["on", "of", "over", "across", "onto"]);
const DETERMINERS = new Set([
  "the",
  "that",
  "this",
  "your",
  "our",
  "my",
  "those",
  "these",
  "both",
  "all",
]);
const STRING = new Set(["string", "strings", "str", "strs"]);
const NOT_A_STRING =
  /^(minor|major|min|maj|chord|shape|note|m|flat|sharp|tuning|scale|pentatonic|power|barre)$/u;

/** Reads how strings are called in talk: “on the A”, “low E”, “strings five and three”. */
export class StringWords {
  /** Letters before numbers elsewhere, as they are written: then a lone “a” before one is a string too. */
  private readonly letterStyle: readonly string[];
  private readonly hasCapitals: boolean;

  constructor(
    private readonly words: readonly Word[],
    private readonly calls: StringCalls,
  ) {
    this.hasCapitals = words.some(({ written }) => /^[B-G]$/u.test(written));
    this.letterStyle = words
      .filter(({ text }, index) => {
        const isCalled = SIDES[words[index - 1]?.text ?? ""] !== undefined;
        return /^[b-g]$/u.test(text) && !isCalled && words[index + 1]?.number?.form === "cardinal";
      })
      .map(({ written }) => written);
  }

  /** The strings named at `at`, with how far the words go. */
  at(at: number): (StringsMeaning & { readonly end: number }) | undefined {
    const { next, isLed, hasThe } = this.leadAt(at);
    // “A, D and G strings”.
    const isExpected = isLed || next > at || (next === at && this.isPluralAhead(at));
    const first = this.one(next, isExpected, this.isOfPlace(at), hasThe);
    if (!first) return undefined;
    const found = this.listFrom(first);
    const form = isLed ? "on" : "bare";
    const { strings, others, end, letterAt, isOpen } = found;
    return {
      kind: "strings",
      strings,
      others,
      form,
      isTogether: found.isPlural === true,
      end,
      ...(isOpen && { isOpen }),
      ...(letterAt !== undefined && { letterAt }),
    };
  }

  /** One string alone, with no fret behind it: while a grip is held. */
  alone(at: number): (StringsMeaning & { readonly end: number }) | undefined {
    const { next, isLed } = this.leadAt(at);
    const found = this.one(next, true, false, next > at);
    const isCounted = found && /^(times?|x)$/u.test(this.text(found.end + 1));
    // “The A at two.”
    if (found && this.text(found.end) === "at" && this.words[found.end + 1]?.number)
      return undefined;
    if (found?.strings.length !== 1 || (this.leadsToFret(found.end) && !isCounted))
      return undefined;
    const { strings, others, end, letterAt } = found;
    const said = { strings, others, end, ...(letterAt !== undefined && { letterAt }) };
    return { kind: "strings", form: isLed ? "on" : "bare", isTogether: false, ...said };
  }

  /** “On the”, “of those”: what leads to a string, and where its name begins. */
  private leadAt(at: number) {
    const isLed = LEADS.has(this.text(at));
    let next = isLed ? at + 1 : at;
    let hasThe = false;
    while (DETERMINERS.has(this.text(next)) && !this.group(next)) {
      // “You'll hear that a lot”: an article.
      hasThe ||= isLed || !/^(that|this|those|these)$/u.test(this.text(next));
      next++;
    }
    return { next, isLed, hasThe };
  }

  /** “Third fret of the first”, “2 on the 4th”: behind a fret an ordinal is a string. */
  private isOfPlace(at: number): boolean {
    const lead = this.text(at);
    const before = this.words[at - 1];
    return (
      lead === "of" ||
      (lead === "on" && (before?.number?.form === "cardinal" || before?.text === "open"))
    );
  }

  private text(at: number): string {
    return this.words[at]?.text ?? "";
  }

  /** “D and G”, “d, g and b strings”: further strings, unless they lead to frets of their own. */
  private listFrom(first: Found): Found {
    let all = first;
    for (;;) {
      let next = all.end;
      let joins = 0;
      while (/^(,|and|&|plus|\+)$/u.test(this.text(next)) && joins < 2) {
        next++;
        joins++;
      }
      const named = next;
      while (DETERMINERS.has(this.text(next))) next++;
      // “Open B, a rest”: an article.
      const more = this.one(next, true, false, next > named || this.isPluralAhead(next));
      if (!more || more.strings.length !== 1 || first.strings.length === 0) break;
      const isLast = !this.continuesAt(more.end);
      const leadsOn = isLast && !more.isPlural && this.leadsToFret(more.end);
      if (leadsOn || (joins === 0 && !this.isPluralAhead(next) && !this.isListed(next))) break;
      if (all.strings.includes(more.strings[0]!)) break;
      if (all.isPlural && !more.isPlural) break;
      const others = [...all.others, ...more.others];
      // The letter that may mean two strings is the one to be asked about.
      const asked = more.others.length > 0 ? more : all;
      const { letterAt, ...found } = { ...more, letterAt: asked.letterAt };
      all = {
        ...found,
        strings: [...all.strings, ...more.strings],
        others,
        ...(letterAt !== undefined && { letterAt }),
      };
    }
    return all;
  }

  /** The G of “D G and B”. */
  private isListed(at: number): boolean {
    const isCapital = (word: Word | undefined) => /^[A-G]$/u.test(word?.written ?? "");
    const isJoined = /^(and|&)$/u.test(this.text(at + 1)) && isCapital(this.words[at + 2]);
    return isCapital(this.words[at]) && isJoined && !this.leadsToFret(at + 3);
  }

  private continuesAt(at: number): boolean {
    const next = /^(,|and|&)$/u.test(this.text(at)) ? at + 1 : at;
    return (
      this.one(next + (DETERMINERS.has(this.text(next)) ? 1 : 0), true, false, true) !==
        undefined && this.isPluralAhead(at)
    );
  }

  private isPluralAhead(at: number): boolean {
    for (let ahead = at; ahead < at + 6; ahead++) {
      if (/^(strings|strs)$/u.test(this.text(ahead))) return true;
      if (
        !/^([a-g][#b]?|and|&|,|the|low|high|[a-g]'s)$/u.test(this.text(ahead)) &&
        !this.words[ahead]?.number
      )
        return false;
    }
    return false;
  }

  private leadsToFret(at: number): boolean {
    const word = this.words[at];
    if (!word) return false;
    return word.number !== undefined || /^(open|fret|frets|fr|x|:|muted)$/u.test(word.text);
  }

  private one(at: number, isExpected: boolean, isOf: boolean, hasThe: boolean): Found | undefined {
    return (
      this.group(at) ??
      this.same(at) ??
      this.byNumber(at, isOf) ??
      this.bySide(at) ??
      this.byLetter(at, isExpected, hasThe)
    );
  }

  /** “that same string”, “the string”. */
  private same(at: number): Found | undefined {
    let next = at;
    if (this.text(next) === "same") next++;
    if (!STRING.has(this.text(next)) || this.words[next + 1]?.number) return undefined;
    if (next === at && !/^(that|this|same)$/u.test(this.text(at - 1))) return undefined;
    return { strings: [], others: [], end: next + 1 };
  }

  /** “all six strings”, “the first three strings”, “the two low strings”. */
  private group(at: number): Found | undefined {
    const { count } = this.calls;
    const isAll = this.text(at) === "all";
    let next = isAll ? at + 1 : at;
    if (this.text(next) === "of") next++;
    if (this.text(next) === "the" || this.text(next) === "your") next++;
    let side = SIDES[this.text(next)];
    const isFirst = this.text(next) === "first";
    if (side ?? isFirst) next++;
    const number = this.words[next]?.number;
    let howMany = number?.form === "cardinal" ? number.value : undefined;
    if (howMany !== undefined) next++;
    if (!side && SIDES[this.text(next)]) side = SIDES[this.text(next++)];
    if (!/^(strings|strs)$/u.test(this.text(next))) return undefined;
    if (howMany === undefined && !isAll) return undefined;
    if (!isAll && !side && !isFirst) return undefined;
    howMany ??= count;
    const thinnest = Array.from({ length: Math.min(howMany, count) }, (_, index) => index + 1);
    const thickest = thinnest.map((string) => count + 1 - string);
    const end = next + 1;
    if (howMany > count) return { strings: [howMany], others: [], end, isPlural: true };
    if (howMany === count) return { strings: thickest, others: [], end, isPlural: true };
    if (side === "low") return { strings: thickest, others: [], end, isPlural: true };
    if (side === "high" || isFirst)
      return { strings: [...thinnest].reverse(), others: [], end, isPlural: true };
    return { strings: [...thinnest].reverse(), others: thickest, end, isPlural: true };
  }

  /** “string five”, “the fifth string”, “strings five and three”. */
  private byNumber(at: number, isOf: boolean): Found | undefined {
    const word = this.text(at);
    const number = this.words[at + 1]?.number;
    const last = this.words[at + 3]?.number;
    const isRange = word === "strings" && /^(?:to|through|thru|-|–)$/u.test(this.text(at + 2));
    // “Strings one to three.”
    if (isRange && number?.form === "cardinal" && last?.form === "cardinal")
      return this.range(number.value, last.value, at + 4);
    if (STRING.has(word) && number?.form === "cardinal" && !number.isPlural) {
      return this.numbered(number.value, at + 2, word === "strings");
    }
    const own = this.words[at]?.number;
    if (own?.isPlural) return undefined;
    if (own?.form === "ordinal") {
      if (STRING.has(this.text(at + 1))) {
        return this.numbered(own.value, at + 2, this.text(at + 1) === "strings");
      }
      const isPart = this.isPluralAhead(at);
      if (
        isPart ||
        ((isOf || this.text(at - 1) === "open") &&
          !/^(fret|finger|one|note|bar|chord)$/u.test(this.words[at + 1]?.lemma ?? ""))
      ) {
        return this.numbered(own.value, at + 1, isPart);
      }
    }
    // “D and G strings, one big barre”: no string one.
    const isListed = /^$|^([,.;:)&!?]|and|at|on|together|fret|frets|open|both|then)$/u.test(
      this.text(at + 1),
    );
    if (own?.form === "cardinal" && isListed && this.listedAfterStrings(at))
      return this.numbered(own.value, at + 1, true);
    return undefined;
  }

  /** Thick string first. */
  private range(one: number, other: number, end: number): Found | undefined {
    const [low, high] = [Math.min(one, other), Math.max(one, other)];
    if (low < 1 || high > this.calls.count || low === high) return undefined;
    const strings = Array.from({ length: high - low + 1 }, (_, index) => high - index);
    return { strings, others: [], end, isPlural: true };
  }

  /** The three of “strings five and three”. */
  private listedAfterStrings(at: number): boolean {
    for (let back = at - 1; back > at - 8 && back >= 0; back--) {
      if (this.text(back) === "strings") return true;
      if (!/^(and|&|,)$/u.test(this.text(back)) && this.words[back]?.number?.form !== "cardinal")
        return false;
    }
    return false;
  }

  private numbered(string: number, end: number, isPlural: boolean): Found {
    return { strings: [string], others: [], end, isPlural };
  }

  /** “the bottom string”, “the thin one” is not one. */
  private bySide(at: number): Found | undefined {
    const side = SIDES[this.text(at)];
    if (!side || !/^(string|str)$/u.test(this.text(at + 1))) return undefined;
    const { count } = this.calls;
    const end = at + 2;
    if (side === "low") return { strings: [count], others: [], end };
    if (side === "high") return { strings: [1], others: [], end };
    return { strings: [1], others: [count], end, letterAt: at };
  }

  private byLetter(at: number, isExpected: boolean, hasThe: boolean): Found | undefined {
    const side = SIDES[this.text(at)];
    let next = side ? at + 1 : at;
    const isOpenBetween = this.text(next) === "open" && side !== undefined;
    if (isOpenBetween) next++;
    const word = this.words[next];
    const match = /^([a-g][#♯♭]?|[a-g]b)('s|s)?$/u.exec(word?.text ?? "");
    // “Three open low es.”
    const isCalled = side !== undefined || this.text(next - 1) === "open";
    const isPluralOfSmall = match?.[2] === "s" && !/^[A-G]/u.test(word?.written ?? "");
    const isWord = isPluralOfSmall && !(isCalled && /^[edgb]s$/u.test(word?.text ?? ""));
    if (!word || !match || isWord) return undefined;
    let name = match[1]!.replace("♯", "#").replace("♭", "b");
    let end = next + 1;
    if (/^(flat|sharp)$/u.test(this.text(end))) name += this.text(end++) === "flat" ? "b" : "#";
    const hasString = STRING.has(this.text(end));
    // “Skip a string”: an article.
    const isArticle =
      name === "a" &&
      !side &&
      !word.written.startsWith("A") &&
      /^(skip|skipping|cross|change|changing|up|down|over|move|moves|jump|switch|per|miss|each)$/u.test(
        this.text(next - 1),
      );
    if (isArticle) return undefined;
    if (!hasString && NOT_A_STRING.test(this.text(end))) return undefined;
    if (!hasString && !side && !this.isName(next, end, name, isExpected, hasThe)) return undefined;
    // Where the others are capitals, the small letter is the thin one.
    const isThin = this.hasCapitals && /^[a-g]/u.test(word.written);
    const candidates = this.called(name, side, isThin);
    if (candidates.length === 0) return undefined;
    const isPlural = this.text(end) === "strings";
    if (hasString) end++;
    const [first, ...others] = candidates;
    return {
      strings: [first!],
      others: side === "top" ? others : side ? [] : others,
      end,
      isPlural,
      letterAt: next,
      ...(match[2] === "'s" || isOpenBetween ? { isOpen: true as const } : {}),
    };
  }

  /** Whether a lone letter is a string's name here and no article, nor a note's. */
  private isName(
    at: number,
    end: number,
    name: string,
    isExpected: boolean,
    hasThe: boolean,
  ): boolean {
    const next = this.words[end];
    const isGlued = next?.number !== undefined && next.glue === "none";
    const isBeforeFret =
      next !== undefined &&
      ((next.number !== undefined && !next.number.isPlural) ||
        /^(open|fret|frets|fr|x|:)$/u.test(next.text) ||
        (next.text === "at" && this.words[end + 1]?.number !== undefined));
    const isEnd =
      !next ||
      /^[,.;:!?)]$/u.test(next.text) ||
      /^(then|and|with|together|again)$/u.test(next.text);
    const after = this.text(end + 1);
    const isJoined =
      /^(\+|&|and)$/u.test(next?.text ?? "") &&
      /^[a-g][#b]?$/u.test(after) &&
      !this.leadsToFret(end + 2);
    if (isGlued || this.text(at - 1) === "open" || (isJoined && this.words[at]!.written !== "a"))
      return true;
    // “Twelfth fret, B.”
    const isBehindFret =
      /^[B-G]$/u.test(this.words[at]!.written) &&
      /^(fret|open)$/u.test(this.text(this.text(at - 1) === "," ? at - 2 : at - 1));
    if (isBehindFret && (!next || /^(?:[,.;!?]|at|together)$/u.test(next.text))) return true;
    // “D, 5, 7”: a heading.
    const isFirst = at === 0 || /^[.;:!?]$/u.test(this.text(at - 1));
    const isCapital = /^[A-G]/u.test(this.words[at]!.written);
    const isHeading = next?.text === "," && this.words[end + 1]?.number !== undefined;
    if (isFirst && isCapital && isHeading) return true;
    if (name !== "a") return isExpected || isBeforeFret;
    if (hasThe || next?.text === ":") return true;
    // Within a sentence a capital A is no article: “low E, fret 3, A, fret 2”.
    if (isCapital) return isBeforeFret || isExpected || (!isFirst && next?.text === ",");
    if (isExpected && isEnd) return true;
    // “D 7, then a 5”: where other strings are capitals, it is an article.
    const isStyle = this.letterStyle.some((letter) => /^[a-g]/u.test(letter));
    return isBeforeFret && next.number?.form === "cardinal" && isStyle && !LEADS.has(after);
  }

  /** The strings that a letter may mean, the likelier first: of two the thick one, as it is written large. */
  private called(name: string, side: Side | undefined, isThin: boolean): readonly number[] {
    const found = stringsCalled(name, side, this.calls);
    return isThin && !side ? found.slice(-1) : found;
  }
}
