/** One line of the pasted text, normalised, with what kind of line it is. */
export interface TextLine {
  /** Counted from 1. */
  readonly number: number;
  readonly text: string;
  readonly staff?: StaffLine;
}

/** A line that stands for a string. */
export interface StaffLine {
  readonly label: string | undefined;
  /** Everything behind label and opening bar line. */
  readonly body: string;
  /** Column of the body's first character, counted from 0. */
  readonly bodyStart: number;
  /** What somebody wrote behind it, with its column. */
  readonly words?: { readonly text: string; readonly column: number };
}

const DASHES = /[‐‑‒–—―−﹣－─━]/gu;
const BAR_SIGNS = /[│┃¦∣｜║]/gu;
const LABEL =
  /^(\s*)(?:([A-G][#♯b♭]?\d?|([a-g])\3*[#♯b♭]?\d?|[1-9](?=\s*[|:)]))\s*)?([:)\]]?\|{0,2})/u;
/** What does not usually stand on a string: no dash, fret, bar line or known sign. */
const STRANGE = /[^-0-9|hpbrstxvHPXfulRST/\\~^=.*:()<>[\]¼½¾ ]/gu;

/** A row of palm mutes or of what rings, below or above the strings: mostly dashes, yet no string. */
const SPANS = /^\s*(?:P\.?M\.?|let ring)/iu;

/** One character stays one column (tabs excepted), so that findings point into the pasted text. */
export function splitLines(text: string): readonly TextLine[] {
  return text.split(/\r\n|\r|\n/u).map((raw, index) => {
    const plain = raw
      .replace(/\t/gu, "        ")
      .replace(DASHES, "-")
      .replace(BAR_SIGNS, "|")
      .replace(/[\u00a0\u2000-\u200a]/gu, " ")
      .trimEnd();
    const staff = staffOf(plain);
    return { number: index + 1, text: plain, ...(staff && { staff }) };
  });
}

function staffOf(text: string): StaffLine | undefined {
  const match = LABEL.exec(text)!;
  if (SPANS.test(text)) return undefined;
  const bodyStart = match[0].length;
  const { body, words } = withoutWords(text.slice(bodyStart), bodyStart);
  // A name glued to a word ("Bass", "Em") is no label: a string starts with a dash, digit or bar line.
  if (match[2] && match[4] === "" && !/^[-|]/u.test(body)) return undefined;
  const music = body.replace(/\s+\(?[x×]?\s*\d+\s*[x×]?\)?\s*$/u, "");
  const dashes = (music.match(/-/gu) ?? []).length;
  const isMarked = match[2] !== undefined && match[4] !== "";
  // A few strange signs on a string are reported where they stand; many mean that it is prose.
  const strange = (music.match(STRANGE) ?? []).length * (isMarked ? 1 : 8);
  if (dashes < (isMarked ? 1 : 3) || strange > dashes) return undefined;
  if (!isMarked && ARROW.test(music)) return undefined;
  const signs = music.replace(/[\s|]/gu, "").length;
  if (!isMarked && dashes * 3 < signs) return undefined;
  return { label: match[2], body, bodyStart, ...(words && { words }) };
}

/** An arrow between words, not a string. */
const ARROW = /^[\s<>-]*[<>][\s<>-]*$/u;
/** Words behind the last dash or bar line; a count of repeats is none. */
const WORDS_BEHIND = /^(.*[-|])(\s+)(\(?[^-|]*\p{L}{2}[^-|]*)$/u;

function withoutWords(body: string, start: number): Pick<StaffLine, "body" | "words"> {
  const match = WORDS_BEHIND.exec(body);
  if (!match) return { body };
  const [, music = "", gap = "", words = ""] = match;
  return { body: music, words: { text: words.trim(), column: start + music.length + gap.length } };
}

/** Text in which no person wrote anything. */
export function isBinary(text: string): boolean {
  const sample = text.slice(0, 4000);

  const strange = (sample.match(/[\u0000-\u0008\u000e-\u001f\ufffd]/gu) ?? []).length;
  return strange > sample.length / 50;
}
