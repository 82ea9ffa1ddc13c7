import type { Finding } from "../../foundation/finding";
import type { CalloutContext } from "../context";
import { cardinalOf } from "./numbers.data";
import { PlaceWords } from "./place-words";
import { Tokens, tokensOf } from "./tokens";

/** A sentence in the call-out's own words, and where each of those came from. */
export interface Translation {
  readonly callout: string;
  readonly findings: readonly Finding[];
  /** Columns of the sentence for a column of the call-out, both from 1. */
  readonly placeOf: (column: number) => { readonly column: number; readonly length: number };
}

interface Said {
  text: string;
  readonly start: number;
  length: number;
  /** What stands between this word and the one before; a chord's and a link's stand close. */
  readonly glue: "" | " " | "+";
  readonly isEvent: boolean;
}

const SEPARATORS = [
  ",",
  ";",
  ".",
  ":",
  "then",
  "and",
  "play",
  "now",
  "next",
  "a",
  "the",
  "with",
  "it",
  "is",
  "at",
  "go",
  "to",
  "again",
];
const LINKS: Readonly<Record<string, string>> = {
  hammer: "h",
  pull: "p",
  slide: "s",
  tap: "t",
};

/**
 * Whether a text is a sentence rather than a call-out: it holds a word that no call-out has. What
 * stands in quotation marks does not count.
 */
export function isEnglish(text: string): boolean {
  const bare = text.replaceAll(/"(?:[^"\\]|\\.)*"/gu, "");
  return /\b(fret|open|string|then|hammer|pull|slide|bend|tap|rest|twice|times|notes?|muted|eighths?|quarters?|sixteenths?|triplets?|dead|bar)\b/iu.test(
    bare.replaceAll(/slidebar/gu, ""),
  );
}

/**
 * Turns what a teacher says into the call-out's own words: “seventh fret on the A, pull off five to
 * four, then five twice”. A word that is not understood is left out, and reported with its column.
 */
export function readEnglish(text: string, context: Pick<CalloutContext, "names">): Translation {
  const reader = new EnglishReader(text, context);
  return reader.run();
}

class EnglishReader {
  private readonly tokens: Tokens;
  private readonly words: PlaceWords;
  private readonly said: Said[] = [];
  private readonly findings: Finding[] = [];
  private string: string | undefined;
  private fret: number | undefined;
  private isMuted = false;

  constructor(text: string, { names }: Pick<CalloutContext, "names">) {
    this.tokens = new Tokens(tokensOf(text));
    this.words = new PlaceWords(this.tokens, names.strings);
  }

  run(): Translation {
    while (!this.tokens.done) this.clause();
    if (this.isMuted) this.append("]");
    let callout = "";
    const places: { readonly from: number; readonly said: Said }[] = [];
    for (const [index, said] of this.said.entries()) {
      callout += index === 0 ? "" : said.glue;
      places.push({ from: callout.length, said });
      callout += said.text;
    }
    return {
      callout,
      findings: this.findings,
      placeOf: (column) => {
        const place = places.findLast(({ from }) => from <= column - 1) ?? places[0];
        return { column: (place?.said.start ?? 0) + 1, length: place?.said.length ?? 1 };
      },
    };
  }

  private clause(): void {
    const { tokens } = this;
    const start = tokens.position;
    if (this.barLine() || this.muting() || this.repeat() || this.ofTheLast()) return;
    if (this.rest() || this.value() || this.dead() || this.linked() || this.bend()) return;
    if (
      tokens.takeOne("together", "plus") ||
      (tokens.look()?.word === "with" && this.words.isNoteAhead(1))
    ) {
      tokens.takeOne("with");
      if (this.note("+")) return;
      tokens.back(start);
    }
    if (this.note(" ")) return;
    if (tokens.takeOne(...SEPARATORS)) return;
    const token = tokens.next()!;
    this.findings.push({
      code: "word-not-understood",
      severity: "error",
      where: { column: token.start + 1, length: token.written.length },
      message: `“${token.written}” was not understood: say a fret and a string, like “seventh fret on the A”`,
    });
  }

  private barLine(): boolean {
    const { tokens } = this;
    const start = tokens.position;
    if (tokens.take("next", "bar") || tokens.take("new", "bar") || tokens.take("bar", "line")) {
      this.say("|", start);
      return true;
    }
    return false;
  }

  private muting(): boolean {
    const { tokens } = this;
    const start = tokens.position;
    if (tokens.take("palm", "muted") || tokens.take("palm", "mute")) {
      if (!this.isMuted) this.say("pm[", start, " ", false);
      this.isMuted = true;
      return true;
    }
    if (tokens.take("not", "muted") || tokens.take("unmuted")) {
      if (this.isMuted) this.append("]");
      this.isMuted = false;
      return true;
    }
    return false;
  }

  /** Twice, three times: the event before, so often in all. */
  private repeat(): boolean {
    const { tokens } = this;
    const start = tokens.position;
    let times: number | undefined;
    if (tokens.takeOne("twice")) times = 2;
    else {
      const count = cardinalOf(tokens.look()?.word ?? "");
      if (count !== undefined && tokens.look(1)?.word === "times") {
        times = count;
        tokens.next();
        tokens.next();
      }
    }
    if (times === undefined && tokens.take("same", "again")) times = 2;
    if (times === undefined) return false;
    const before = this.said.findLast(({ isEvent }) => isEvent);
    if (!before) {
      this.slip(start, "expected something to play before it");
      return true;
    }
    // “=” means what sounded last.
    const once = before.text.startsWith("-") ? "-" : "=";
    for (let again = 1; again < times && again < 99; again++) this.say(once, start);
    return true;
  }

  /** What is done to the note before: vibrato, an accent, ringing on, a release. */
  private ofTheLast(): boolean {
    const { tokens } = this;
    const start = tokens.position;
    const word = (() => {
      if (tokens.take("with", "wide", "vibrato") || tokens.take("wide", "vibrato")) return "vv";
      if (tokens.take("with", "vibrato") || tokens.take("vibrato")) return "v";
      if (tokens.takeOne("accented", "accent")) return ".acc";
      if (tokens.takeOne("ringing") || tokens.take("let", "it", "ring")) return ".ring";
      if (tokens.takeOne("ghosted")) return ".ghost";
      return undefined;
    })();
    if (word !== undefined) {
      this.suffix(word, start);
      return true;
    }
    if (tokens.takeOne("hold", "held", "tied")) {
      tokens.take("on");
      this.say("~", start);
      return true;
    }
    if (!tokens.takeOne("release", "released")) return false;
    if (this.string === undefined || this.fret === undefined) {
      this.slip(start, "expected a bend before it");
      return true;
    }
    this.say(`r${this.string}${this.fret}`, start);
    return true;
  }

  private rest(): boolean {
    const { tokens } = this;
    const start = tokens.position;
    const value = this.words.valueWord();
    if (!tokens.takeOne("rest", "rests", "pause")) {
      tokens.back(start);
      return false;
    }
    if (value !== undefined) this.say(`'${value}`, start, " ", false);
    this.say("-", start);
    return true;
  }

  /** “in eighths”, “dotted quarter note”, “eighth-note triplets”. */
  private value(): boolean {
    const { tokens } = this;
    const start = tokens.position;
    tokens.take("in");
    const value = this.words.valueWord();
    if (value === undefined) {
      tokens.back(start);
      return false;
    }
    this.say(`'${value}`, start, " ", false);
    return true;
  }

  private dead(): boolean {
    const { tokens } = this;
    const start = tokens.position;
    if (!tokens.takeOne("dead")) return false;
    tokens.takeOne("note", "notes", "stroke", "strokes");
    const string = this.words.stringName() ?? this.string;
    if (string === undefined) {
      this.slip(start, "expected a string, like “dead note on the A”");
      return true;
    }
    this.string = string;
    this.say(`${string}x`, start);
    return true;
  }

  /** Hammer-ons, pull-offs, slides and taps: from one fret to another, or on from the note before. */
  private linked(): boolean {
    const { tokens } = this;
    const start = tokens.position;
    const verb = tokens.takeOne("hammer", "pull", "slide", "tap");
    if (verb === undefined) return false;
    tokens.takeOne("on", "off", "up", "down");
    const isOn = tokens.take("from");
    const isStraight = tokens.take("to");
    const first = this.words.fretNumber();
    const second =
      first !== undefined && !isStraight && tokens.take("to") ? this.words.fretNumber() : undefined;
    const string = this.words.stringName() ?? this.string;
    if (first === undefined || string === undefined) {
      this.slip(
        start,
        `expected frets, like “${verb}${verb === "pull" ? " off" : ""} five to four”`,
      );
      return true;
    }
    const link = LINKS[verb]!;
    if (second === undefined) this.play(`${link}${string}`, first, string, start);
    else {
      // “From five” means the five that was just played, if it was.
      if (!(isOn && this.fret === first && this.string === string)) {
        this.play(string, first, string, start);
      }
      this.play(`${link}${string}`, second, string, start);
    }
    return true;
  }

  /** “bend a full step”, “bend seven a half step”. */
  private bend(): boolean {
    const { tokens } = this;
    const start = tokens.position;
    if (!tokens.takeOne("bend", "bent")) return false;
    tokens.takeOne("it", "up");
    const at = tokens.position;
    const number = this.words.bendAmount() === undefined ? this.words.fretNumber() : undefined;
    if (number === undefined) tokens.back(at);
    const string = number === undefined ? undefined : (this.words.stringName() ?? this.string);
    if (number !== undefined && string !== undefined) this.play(string, number, string, start);
    tokens.takeOne("up");
    this.suffix(`b${this.words.bendAmount() ?? "1"}`, start);
    return true;
  }

  /** A note on its own, or one more of a chord. */
  private note(glue: "+" | " "): boolean {
    const { tokens } = this;
    const start = tokens.position;
    tokens.take("the");
    const number = this.words.fretNumber();
    if (number === undefined) {
      tokens.back(start);
      return false;
    }
    const string = this.words.stringName() ?? this.string;
    if (string === undefined) {
      this.slip(start, "expected a string too, like “on the A”");
      return true;
    }
    this.play(string, number, string, start, glue);
    return true;
  }

  private play(
    before: string,
    fret: number,
    string: string,
    start: number,
    glue: "+" | " " = " ",
  ): void {
    this.string = string;
    this.fret = fret;
    this.say(`${before}${fret}`, start, glue);
  }

  private say(text: string, start: number, glue: Said["glue"] = " ", isEvent = text !== "|"): void {
    const { start: column, length } = this.tokens.spanFrom(start);
    const isInside = this.said.at(-1)?.text === "pm[";
    this.said.push({ text, start: column, length, glue: isInside ? "" : glue, isEvent });
  }

  /** Behind the last note. */
  private suffix(word: string, start: number): void {
    const last = this.said.at(-1);
    if (!last?.isEvent || last.text === "-") return this.slip(start, "expected a note before it");
    // Signs stand before words with a dot, in whatever order they are said.
    const dot = last.text.indexOf(".", last.text.lastIndexOf("+") + 1);
    const at = word.startsWith(".") || dot < 0 ? last.text.length : dot;
    last.text = last.text.slice(0, at) + word + last.text.slice(at);
  }

  private append(text: string): void {
    const last = this.said.at(-1);
    if (last) last.text += text;
  }

  private slip(start: number, message: string): void {
    const { start: column, length } = this.tokens.spanFrom(start);
    this.findings.push({
      code: "sentence-unfinished",
      severity: "error",
      where: { column: column + 1, length },
      message,
    });
  }
}
