import { cardinalOf, ordinalOf, sayNumber } from "./numbers.data";
import { lemmaOf } from "./verbs.data";

/** A word of what was said, a number, or a mark of punctuation. */
export interface Word {
  /** Lower case, as it was written but for the apostrophe's look. */
  readonly text: string;
  /** The plain form of a verb in any of its forms; elsewhere the text without a plural or owner's s. */
  readonly lemma: string;
  readonly written: string;
  /** Where it stands in the text, from 0. */
  readonly start: number;
  readonly end: number;
  readonly number?: SaidNumber;
  /** Whether no blank stands before it; `hyphen` where a hyphen does. */
  readonly glue: "none" | "hyphen" | "blank";
}

export interface SaidNumber {
  readonly value: number;
  readonly form: "cardinal" | "ordinal";
  /** “13s”, “sixes”, “8ths”. */
  readonly isPlural: boolean;
}

const WORD =
  /(?<sign>(?<![\w-])[xX\d](?:-?[xX\d]){3,9}(?![\w-]))|(?<fraction>[135]\/(?:2|4|8|16)(?!\d)|(?<=\b(?:of|for) )\d+\/\d+)|(?<number>\d+(?:'?s|st|nd|rd|ths?)(?![a-z])|\d+)|w\/|(?<word>[A-Za-z]+(?:['’][A-Za-z]+)*[#♯♭]?)|[-–—](?=\s|$)|(?<![^\s(,])[-–+]\d+|\.{2,}|(?<other>[^\s\w'’-])/gu;

/** Longer talk than this is no sentence. */
const MAX_WORDS = 20_000;

/**
 * Splits talk into words: letters and digits part (“B10” is two words without a blank between), and
 * so do the parts of a hyphened word.
 *
 * @param strings How many strings there are: so many signs in a row are a chord, `x32010`.
 * @param isCallout Whether some signs without a blank are a word of a call-out, like `A5h7`.
 */
export function wordsOf(
  text: string,
  strings: number,
  isCallout: (signs: string) => boolean = () => false,
): readonly Word[] {
  const words: Word[] = [];
  let end = 0;
  const callouts = calloutsIn(text, isCallout);
  for (const match of text.matchAll(WORD)) {
    if (words.length >= MAX_WORDS) break;
    const callout = callouts.find(({ from, to }) => match.index >= from && match.index < to);
    if (callout) {
      if (callout.from >= end)
        add(text.slice(callout.from, callout.to), callout.from, callout.kind);
      continue;
    }
    const sign = match.groups?.["sign"];
    if (sign && !isGrip(sign, strings)) {
      for (const part of sign.matchAll(/\d+|[xX]/gu)) add(part[0], match.index + part.index);
    } else {
      add(match[0], match.index, sign === undefined ? undefined : "<grip>");
    }
  }
  return words;

  function add(written: string, start: number, sign?: string): void {
    const between = text.slice(end, start);
    const glue =
      words.length === 0 || /\s/u.test(between)
        ? "blank"
        : between.includes("-")
          ? "hyphen"
          : "none";
    end = start + written.length;
    const word: Spelled = sign === undefined ? plainWord(written) : { text: written, lemma: sign };
    const tens = words.at(-1);
    // “twenty-one”, “twenty first”.
    if (word.number && tens?.number && isTensAnd(tens.number, word.number)) {
      words[words.length - 1] = {
        ...tens,
        text: `${tens.text}-${word.text}`,
        lemma: `${tens.text}-${word.text}`,
        written: text.slice(tens.start, end),
        end,
        number: { ...word.number, value: tens.number.value + word.number.value },
      };
      return;
    }
    words.push({ ...word, written, start, end, glue });
  }

  function isTensAnd(tens: SaidNumber, ones: SaidNumber): boolean {
    const last = words.at(-1)!;
    return /^(twenty|thirty)$/u.test(last.text) && tens.form === "cardinal" && ones.value < 10;
  }
}

/** The highest number in a phrase of speech. */
const MOST_SAID = 20;

type Spelled = Pick<Word, "text" | "lemma" | "number">;

function plainWord(written: string): Spelled {
  const text = written
    .toLowerCase()
    .replaceAll("’", "'")
    .replace(/^\.{2,}$/u, "…");
  const number = numberOf(text);
  // “Let all 3 ring”: a number is the same word, however it is written.
  if (number?.form === "cardinal" && !number.isPlural && number.value <= MOST_SAID)
    return { text, lemma: sayNumber(number.value), number };
  return { text, lemma: number ? text : lemmaOf(text), ...(number && { number }) };
}

const QUOTED = /(?:\bsing\s+)?"(?:[^"\\]|\\.)*"/gu;
const BRACKET = /\b(?:grace-on|grace|under|pm|ring|slidebar)\[/gu;
const SIGNS =
  /(?<![^\s(])[^\s"[\]]*(?:(?:\d|[A-Ga-g:#]x)[hpsStbvcr!+.>~½¼¾]|-\.|@[A-G]|[hpsStr~](?:[A-Ga-g]{1,2}[#b]?|\d+:)\d)[^\s"]*/gu;

/** Words of a call-out among those of a sentence, and words in quotation marks. */
function calloutsIn(text: string, isCallout: (signs: string) => boolean) {
  const found: { readonly from: number; readonly to: number; readonly kind: string }[] = [];
  const isFree = (at: number) => found.every(({ from, to }) => at < from || at >= to);
  const add = (from: number, to: number) => {
    if (isFree(from) && isCallout(text.slice(from, to)))
      found.push({ from, to, kind: "<callout>" });
  };
  for (const { 0: said, index } of text.matchAll(BRACKET)) {
    add(index, bracketEnd(text, index + said.length));
  }
  for (const { 0: said, index } of text.matchAll(QUOTED)) {
    if (isFree(index)) found.push({ from: index, to: index + said.length, kind: "<quoted>" });
  }
  for (const { 0: said, index } of text.matchAll(SIGNS)) {
    const signs = said.replace(/[,;:?.]+$/u, "");
    // Behind a plain place a “!” is only loud; elsewhere it pins.
    add(index, index + signs.length);
    add(index, index + signs.replace(/[,;:?.!]+$/u, "").length);
  }
  return found;
}

/** Behind the bracket that closes the one before `from`; what stands in quotation marks closes none. */
function bracketEnd(text: string, from: number): number {
  let depth = 1;
  let at = from;
  for (; at < text.length && depth > 0; at++) {
    if (text[at] === '"') {
      for (at++; at < text.length && text[at] !== '"'; at++) if (text[at] === "\\") at++;
    } else if (text[at] === "[") depth++;
    else if (text[at] === "]") depth--;
  }
  return at;
}

function isGrip(sign: string, strings: number): boolean {
  const bare = sign.replaceAll("-", "");
  if (bare.length !== strings) return false;
  return /x/iu.test(sign) ? /\d/u.test(sign) : !sign.includes("-");
}

function numberOf(text: string): SaidNumber | undefined {
  const cardinal = cardinalOf(text);
  if (cardinal !== undefined) return { value: cardinal, form: "cardinal", isPlural: false };
  const ordinal = ordinalOf(text);
  if (ordinal !== undefined) return { value: ordinal, form: "ordinal", isPlural: false };
  if (/^one'?s$/u.test(text)) return undefined;
  const singular = /^(.*?)'?(?:es|s)$/u.exec(text)?.[1];
  if (singular === undefined) return undefined;
  const many = cardinalOf(singular) ?? cardinalOf(`${singular}e`);
  if (many !== undefined) return { value: many, form: "cardinal", isPlural: true };
  const parts = ordinalOf(singular);
  return parts === undefined ? undefined : { value: parts, form: "ordinal", isPlural: true };
}
