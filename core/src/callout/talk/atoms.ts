import type { Stroke } from "../../score/technique";
import { EVERYDAY_WORDS, ASIDES } from "./fillers.data";
import type { Atom, Found, PauseStrength } from "./atom";
import { ChordWords } from "./chord-words";
import { CountWords } from "./count-words";
import { FretWords } from "./fret-words";
import { Lexicon } from "./pattern";
import { meaningOf, PHRASES } from "./phrases.data";
import type { StringCalls } from "./string-calls";
import { StringWords } from "./string-words";
import { valueAt } from "./value-words";
import { wordsOf, type Word } from "./words";

const REMARKS = new Lexicon<undefined>(ASIDES.map((phrases) => [phrases, undefined]));

const PAUSES: Readonly<Record<string, PauseStrength>> = {
  ",": 1,
  ":": 1,
  "(": 1,
  ")": 1,
  "…": 1,
  ";": 3,
  ".": 3,
  "!": 3,
  "?": 3,
};

/** What talk says, a few words at a time, in the order in which it is said. */
export interface ReadAtoms {
  readonly words: readonly Word[];
  readonly atoms: readonly Atom[];
}

export function atomsOf(
  text: string,
  calls: StringCalls,
  calloutOf: (signs: string) => unknown,
): ReadAtoms {
  const words = wordsOf(text, calls.count, (signs) => calloutOf(signs) !== undefined);
  const reader = new AtomReader(words, calls);
  return { words, atoms: reader.run() };
}

class AtomReader {
  private readonly strings: StringWords;
  private readonly chords: ChordWords;
  private readonly counts: CountWords;
  private readonly frets: FretWords;
  private readonly atoms: Atom[] = [];
  /** Whether a grip is held: until the sentence ends. */
  private isGripHeld = false;

  constructor(
    private readonly words: readonly Word[],
    calls: StringCalls,
  ) {
    this.strings = new StringWords(words, calls);
    this.chords = new ChordWords(words);
    this.counts = new CountWords(words, this.strings, this.atoms);
    this.frets = new FretWords(words, this.strings, this.atoms);
  }

  run(): readonly Atom[] {
    for (let at = 0; at < this.words.length;) {
      const { end, ...meaning } = this.meaningAt(at);
      if (meaning.kind === "held-grip") this.isGripHeld = true;
      if (meaning.kind === "pause" && meaning.strength === 3) this.isGripHeld = false;
      this.atoms.push({ ...meaning, start: at, end });
      at = end;
    }
    return this.atoms;
  }

  private text(at: number): string {
    return this.words[at]?.text ?? "";
  }

  /** Of all that the words may begin the longest, and of equal ones the first of this list. */
  private meaningAt(at: number): Found {
    const before = this.text(at - 1) === "," ? at - 2 : at - 1;
    const isOfFret = this.words[before]?.number || /^(open|frets?)$/u.test(this.text(before));
    const alone = this.isGripHeld ? this.strings.alone(at) : undefined;
    if (alone) return isOfFret ? alone : { ...alone, isOfGrip: true };
    const found = [
      this.callout(at),
      this.chords.held(at),
      this.pause(at),
      this.strokes(at),
      this.counts.glued(at),
      this.counts.counting(at),
      this.value(at),
      this.counts.soMany(at),
      this.strings.at(at),
      this.chords.at(at),
      this.notDone(at),
      this.phrase(at),
      this.aside(at),
      this.frets.at(at),
      this.direction(at),
    ].filter((one): one is Found => one !== undefined);
    const best = found.reduce<Found | undefined>(
      (longest, one) => (longest && longest.end >= one.end ? longest : one),
      undefined,
    );
    return best ?? this.everyday(at);
  }

  /** What is said in the call-out's own words, and what stands in quotation marks. */
  private callout(at: number): Found | undefined {
    const word = this.words[at];
    if (word?.lemma === "<callout>") return { kind: "callout", signs: word.written, end: at + 1 };
    return word?.lemma === "<quoted>"
      ? { kind: "quoted", words: word.written, end: at + 1 }
      : undefined;
  }

  private pause(at: number): Found | undefined {
    const text = this.text(at);
    if (text === "|") return { kind: "bar-line", end: at + 1 };
    if (text === "then") return { kind: "pause", strength: 2, end: at + 1 };
    if (/^(after|before)$/u.test(text) && this.text(at + 1) === "that")
      return { kind: "pause", strength: 2, end: at + 2 };
    if (text === "followed" && this.text(at + 1) === "by")
      return { kind: "pause", strength: 2, end: at + 2 };
    // “…, next the open D”, and no next note, time or ending.
    const isNext = text === "next" && /^(?:[,.;]|and)$/u.test(this.text(at - 1));
    if (isNext && !PHRASES.at(this.words, at) && !this.strings.at(at))
      return { kind: "pause", strength: 2, end: at + 1 };
    // “… on the A okay?”: asked of the listener.
    const next = this.text(at + 1);
    if (at > 0 && /^(okay|ok|alright|yeah)$/u.test(text) && /^$|^[.!?]$/u.test(next))
      return { kind: "pause", strength: 1, end: at + 1 };
    // A dash between numbers only parts them.
    if (/^[-–—]$/u.test(text) && this.words[at - 1]?.number)
      return { kind: "pause", strength: 1, end: at + 1 };
    const strength = PAUSES[text];
    return strength && { kind: "pause", strength, end: at + 1 };
  }

  /** “down up down up”. */
  private strokes(at: number): Found | undefined {
    const strokes: Stroke[] = [];
    let next = at;
    for (; /^(down|up|-|,)$/u.test(this.text(next)); next++) {
      const text = this.text(next);
      if (text === "down" || text === "up") strokes.push(text);
    }
    while (this.text(next - 1) === ",") next--;
    return strokes.length > 1 ? { kind: "strokes", strokes, end: next } : undefined;
  }

  private value(at: number): Found | undefined {
    const value = valueAt(this.words, at, (place) => this.isPlaceWithFret(place));
    if (value) return { kind: "value", ...value };
    const number = this.words[at]?.number;
    // “For two whole beats.”
    const behind = /^(?:whole|full)$/u.test(this.text(at + 1)) ? at + 2 : at + 1;
    if (number?.form === "cardinal" && /^beats?$/u.test(this.text(behind))) {
      return { kind: "beats", beats: number.value, end: behind + 1 };
    }
    if (/^(a|one|another)$/u.test(this.text(at))) {
      const next = /^(whole|full|single)$/u.test(this.text(at + 1)) ? at + 2 : at + 1;
      if (this.text(next) === "beat") return { kind: "beats", beats: 1, end: next + 1 };
    }
    if (
      /^(a|the)$/u.test(this.text(at)) &&
      this.text(at + 1) === "whole" &&
      /^(bar|measure)$/u.test(this.text(at + 2))
    ) {
      return { kind: "unread", why: "how long a bar is held", end: at + 3 };
    }
    return undefined;
  }

  private isPlaceWithFret(at: number): boolean {
    const strings = this.strings.at(at);
    if (!strings) return false;
    const next = this.words[strings.end];
    return next?.number !== undefined || /^(open|fret|x)$/u.test(next?.text ?? "");
  }

  /** “Seven, no bend”: what is not done. */
  private notDone(at: number): Found | undefined {
    if (!/^(?:no|without)$/u.test(this.text(at))) return undefined;
    const isAlone = (next: number) =>
      /^$|^(?:[,.;:!?)]|and|then|this|that)$/u.test(this.text(next));
    if (this.text(at) === "without" && at > 0 && isAlone(at + 1))
      return { kind: "filler", end: at + 1 };
    const article = /^(?:any|a)$/u.test(this.text(at + 1)) ? at + 2 : at + 1;
    const isTechnique =
      /^(?:bend|vibrato|slide|hammer|pull|tremolo|trill|harmonic|accent|staccato)$/u;
    if (!isTechnique.test(this.words[article]?.lemma ?? "") || !isAlone(article + 1))
      return undefined;
    return { kind: "filler", end: article + 1 };
  }

  private phrase(at: number): Found | undefined {
    const found = PHRASES.at(this.words, at);
    // “An upstroke on that third fret.”
    const isOfFret = this.words[at + 1]?.number?.form === "ordinal" && found?.end === at + 1;
    const isThat = /^(that|this|those|these)$/u.test(this.text(at));
    if (isOfFret && isThat && this.frets.at(at + 1)?.kind === "fret")
      return { kind: "filler", end: at + 1 };
    return (
      found && { ...meaningOf(found.meaning, found, this.text(found.end - 1)), end: found.end }
    );
  }

  private aside(at: number): Found | undefined {
    if (/^(in|key)$/u.test(this.text(at))) {
      const next = this.text(at + 1) === "of" ? at + 2 : at + 1;
      const key = this.chords.at(next);
      if (key?.kind === "chord-name") return { kind: "aside", end: key.end };
      if (
        /^(drop|dropped|open|standard|half)$/u.test(this.text(next)) &&
        /^([a-g][b#]?|tuning)$/u.test(this.text(next + 1))
      ) {
        return { kind: "aside", end: next + 2 };
      }
    }
    const found = REMARKS.at(this.words, at);
    return found && { kind: "aside", end: found.end };
  }

  /** “over to”, “back on the”: only a way to say where; elsewhere up and down mean something. */
  private direction(at: number): Found | undefined {
    if (!/^(up|down|over|across|back|along|around|right)$/u.test(this.text(at))) return undefined;
    let next = at + 1;
    while (/^(up|down|over|across|back|along|around|here|there|again)$/u.test(this.text(next)))
      next++;
    if (/^(to|onto|at)$/u.test(this.text(next))) return { kind: "filler", end: next + 1 };
    // “Move that up 2”: frets, or to the second?
    const isMoved = /^(it|that|this|them|everything|thing|riff|shape|chord|all)$/u.test(
      this.text(at - 1),
    );
    if (isMoved && this.words[next]?.number?.form === "cardinal" && this.text(next + 1) !== "on")
      return { kind: "move", isVague: true, end: next + 1 };
    // Behind “a downstroke on …” an “up on …” is a stroke too.
    const hasStrokes = this.atoms.some(
      (atom) => atom.kind === "manner" && atom.stroke !== undefined,
    );
    const isStroke =
      hasStrokes &&
      next === at + 1 &&
      /^(up|down)$/u.test(this.text(at)) &&
      /^(on|for)$/u.test(this.text(next)) &&
      !/^(way|all|right|back|high|start|go|move|jump|fingers?)$/u.test(this.text(at - 1));
    // “Alternate pick: D 5 down, D 7 up”.
    const isSaidOfPick = this.words.some(({ lemma }) => /^(alternate|stroke|pick)$/u.test(lemma));
    const isOfNote =
      isSaidOfPick &&
      next === at + 1 &&
      this.words[at - 1]?.number !== undefined &&
      /^$|^(?:[,.;:!?)]|and|then|okay)$/u.test(this.text(next));
    if (isOfNote) return { kind: "manner", stroke: this.text(at) as Stroke, end: next };
    if (isStroke) return { kind: "manner", stroke: this.text(at) as Stroke, end: next };
    if (this.strings.at(next) ?? this.frets.at(next) ?? /^(the|on|in)$/u.test(this.text(next)))
      return { kind: "filler", end: next };
    return /^(up|down)$/u.test(this.text(at))
      ? { kind: "unknown", end: at + 1 }
      : { kind: "filler", end: at + 1 };
  }

  private everyday(at: number): Found {
    const { text, lemma } = this.words[at]!;
    const after = this.words[at + 1];
    const isSame =
      text === "same" && (!after || /^(?:[,.;x×]|twice)$/u.test(after.text) || after.number);
    if (isSame) return { kind: "same", end: at + 1 };
    const isKnown = EVERYDAY_WORDS.has(text) || EVERYDAY_WORDS.has(lemma);
    return { kind: isKnown ? "filler" : "unknown", end: at + 1 };
  }
}
