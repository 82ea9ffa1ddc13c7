import type { Atom, Found } from "./atom";
import { meaningOf, PHRASES } from "./phrases.data";
import type { StringWords } from "./string-words";
import { valueAt } from "./value-words";
import type { Word } from "./words";

/** Reads how often something comes: “two 13s”, `x4`, “one e and a two”. */
export class CountWords {
  constructor(
    private readonly words: readonly Word[],
    private readonly strings: StringWords,
    /** What was read before. */
    private readonly atoms: readonly Atom[],
  ) {}

  /** Signs without a blank: `x4`, `4x`, `5h7`, `7p5`, `9s12`. */
  glued(at: number): Found | undefined {
    const word = this.words[at];
    const next = this.words[at + 1];
    if (!word || !next) return undefined;
    const link = ({ h: "hammer-on", p: "pull-off", s: "slide" } as const)[word.text];
    if (link && next.number && this.words[at - 1]?.number)
      return { kind: "link", link, hasTo: true, end: at + 1 };
    if (next.glue !== "none") return undefined;
    const times = /^[x×]$/u.test(word.text)
      ? next.number
      : /^[x×]$/u.test(next.text)
        ? word.number
        : undefined;
    const isTimes =
      times?.form === "cardinal" && (word.number ? this.words[at + 2]?.glue !== "none" : true);
    if (isTimes && (word.glue === "blank" || !word.number))
      return { kind: "count", times: times.value, of: "last", end: at + 2 };
    return undefined;
  }

  /** “One e and a two e and a”: counted, not played. */
  counting(at: number): Found | undefined {
    if (this.words[at]?.number?.value !== 1) return undefined;
    let end = at;
    let numbers = 0;
    let between = 0;
    let hasSyllables = false;
    for (; end < this.words.length; end++) {
      const { number, text, written } = this.words[end]!;
      if (
        number?.form === "cardinal" &&
        number.value === numbers + 1 &&
        (numbers === 0 || between > 0)
      ) {
        numbers++;
        between = 0;
      } else if (/^(e|and|&|a|ah|n|trip|let)$/u.test(text) && !/^[AE]$/u.test(written)) {
        between++;
        if (text === "e" || text === "trip") hasSyllables = true;
      } else break;
    }
    const isCounting = numbers >= 3 || (numbers >= 2 && hasSyllables);
    return isCounting ? { kind: "aside", end } : undefined;
  }

  /** “Chug chug chug on the open E”. */
  private repeatedVerb(at: number): Found | undefined {
    let end = at;
    while (/^(chug|chugga)$/u.test(this.words[end]?.lemma ?? "")) end++;
    const isIsolated = !/^(chug|chugga)$/u.test(this.words[at - 1]?.lemma ?? "");
    return isIsolated && end > at + 1 ? { kind: "so-many", times: end - at, end } : undefined;
  }

  /** “two 13s”, “three dead notes”, “two more eighths”, “three low E's”, “three hits on”. */
  soMany(at: number): Found | undefined {
    const chugs = this.repeatedVerb(at);
    if (chugs) return chugs;
    const number = this.words[at]?.number;
    if (number?.form !== "cardinal" || number.isPlural || number.value < 1) return undefined;
    let next = at + 1;
    if (/^(more|of|big|quick|short|straight|even|little|single)$/u.test(this.text(next))) next++;
    const found = { kind: "so-many" as const, times: number.value, end: next };
    const ahead = this.words[next];
    if (ahead?.number?.isPlural) return found;
    if (/^(down|up)(strokes|strums|picks)$/u.test(ahead?.text ?? "")) return found;
    if (/^(hits?|notes?|ones|strokes?|chugs?|strums?|picks?|plucks?)$/u.test(ahead?.text ?? "")) {
      if (this.text(next) === "notes") return { ...found, isOfNotes: true, end: next + 1 };
      return /^(on|of)$/u.test(this.text(next + 1)) ? { ...found, end: next + 1 } : undefined;
    }
    const value = valueAt(this.words, next, () => false);
    if (value) return value.isMany ? found : undefined;
    const phrase = PHRASES.at(this.words, next);
    if (phrase && meaningOf(phrase.meaning, phrase, this.text(phrase.end - 1)).kind === "dead")
      return found;
    let open = next;
    while (/^(open|low|high|muted|palm)$/u.test(this.text(open))) open++;
    const isLetters =
      /^[a-g][#b]?'?s$/u.test(this.text(open)) &&
      this.strings.at(
        this.text(open - 1) === "low" || this.text(open - 1) === "high" ? open - 1 : open,
      ) !== undefined;
    if (isLetters) return found;
    // “Sixteenths on the low E, four open, and then …”
    const isOfMany = this.atoms.some((atom) => atom.kind === "value" && atom.isMany);
    const isOpenAlone = /^$|^(?:[,.;:!?)]|and|then)$/u.test(this.text(next + 1));
    const isBehindComma = /^(?:,|and|then)$/u.test(this.text(at - 1));
    if (this.text(next) === "open" && isOfMany && isOpenAlone && isBehindComma) return found;
    const isOpenString =
      this.text(next) === "open" &&
      this.strings.at(next + 1) !== undefined &&
      !this.strings.at(at - 1);
    return isOpenString ? found : undefined;
  }

  private text(at: number): string {
    return this.words[at]?.text ?? "";
  }
}
