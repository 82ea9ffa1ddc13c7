import { sayString } from "../context";
import { BEND_WORDS, cardinalOf, ordinalOf, VALUE_WORDS } from "./numbers.data";
import type { Tokens } from "./tokens";

/**
 * The words for frets, strings, note values and how far a bend goes. Each is taken where it stands,
 * or nothing is.
 */
export class PlaceWords {
  /** @param strings Their names, the thinnest first. */
  constructor(
    private readonly tokens: Tokens,
    private readonly strings: readonly string[],
  ) {}

  isNoteAhead(ahead: number): boolean {
    const word = this.tokens.look(ahead)?.word ?? "";
    return (
      word === "open" ||
      word === "fret" ||
      cardinalOf(word) !== undefined ||
      ordinalOf(word) !== undefined
    );
  }

  /** “seventh fret”, “fret seven”, “seven”, “open”. */
  fretNumber(): number | undefined {
    const { tokens } = this;
    const start = tokens.position;
    if (tokens.take("open")) return 0;
    tokens.take("the");
    if (tokens.take("fret")) {
      const number = cardinalOf(tokens.look()?.word ?? "");
      if (number !== undefined) {
        tokens.next();
        return number;
      }
    }
    const word = tokens.look()?.word ?? "";
    const ordinal = ordinalOf(word);
    if (ordinal !== undefined && tokens.look(1)?.word !== "string") {
      tokens.next();
      tokens.take("fret");
      return ordinal;
    }
    const cardinal = cardinalOf(word);
    if (cardinal !== undefined) {
      tokens.next();
      return cardinal;
    }
    tokens.back(start);
    return undefined;
  }

  /** “on the A”, “A string”, “on the low E”, “on string five”, “on the fifth string”. */
  stringName(): string | undefined {
    const { tokens } = this;
    const start = tokens.position;
    const isOn = tokens.take("on");
    const hasThe = tokens.take("the");
    const side = tokens.takeOne("low", "thick", "high", "thin");
    const found = this.namedString(side, isOn || hasThe || side !== undefined);
    if (found === undefined) {
      tokens.back(start);
      return undefined;
    }
    tokens.take("string");
    return sayString(this.strings[found]!);
  }

  /** The index of a string, 0 the thinnest. A lone letter counts only where a string is expected. */
  private namedString(side: string | undefined, isExpected: boolean): number | undefined {
    const { tokens, strings } = this;
    if (tokens.look()?.word === "string") {
      const number = cardinalOf(tokens.look(1)?.word ?? "");
      if (number === undefined || number < 1 || number > strings.length) return undefined;
      tokens.next();
      tokens.next();
      return number - 1;
    }
    const ordinal = ordinalOf(tokens.look()?.word ?? "");
    if (ordinal !== undefined && tokens.look(1)?.word === "string") {
      tokens.next();
      return ordinal >= 1 && ordinal <= strings.length ? ordinal - 1 : undefined;
    }
    const written = tokens.look()?.written.replace("♯", "#").replace("♭", "b") ?? "";
    const isNamed = isExpected || tokens.look(1)?.word === "string" || /^[A-G]/u.test(written);
    if (!/^[A-Ga-g][#b]?[a-g]*$/u.test(written) || !isNamed) return undefined;
    const index = this.stringCalled(written, side);
    if (index !== undefined) tokens.next();
    return index;
  }

  private stringCalled(name: string, side: string | undefined): number | undefined {
    const { strings } = this;
    const alike = strings.flatMap((one, index) =>
      one.toLowerCase() === name.toLowerCase() ||
      (side &&
        one[0]!.toLowerCase() === name[0]!.toLowerCase() &&
        one.toLowerCase().startsWith(name.toLowerCase()))
        ? [index]
        : [],
    );
    if (side === "high" || side === "thin") return alike[0];
    if (side === "low" || side === "thick") return alike.at(-1);
    const exact = strings.indexOf(name);
    return exact >= 0 ? exact : alike.length === 1 ? alike[0] : undefined;
  }

  bendAmount(): string | undefined {
    for (const [words, sign] of Object.entries(BEND_WORDS)) {
      if (this.tokens.take(...words.split(" "))) return sign;
    }
    if (this.tokens.take("a", "whole", "step") || this.tokens.take("full")) return "1";
    return undefined;
  }

  /** A note value, if it is one and no fret: “eighth notes”, “eighths”, but not “eighth fret”. */
  valueWord(): string | undefined {
    const { tokens } = this;
    const start = tokens.position;
    let dots = "";
    if (tokens.take("double-dotted")) dots = "..";
    else if (tokens.take("dotted")) dots = ".";
    const written = tokens.next()?.word.replace(/-notes?$/u, "") ?? "";
    const singular = written === "halves" ? "half" : written.replace(/s$/u, "");
    if (written === "triplets") return "8t";
    const value = VALUE_WORDS[singular];
    const isPlural = written !== singular;
    const after = tokens.look()?.word ?? "";
    const named = tokens.takeOne("note", "notes");
    const triplets = tokens.takeOne("triplet", "triplets");
    const isValue = isPlural || named || triplets || after === "rest" || after === "rests";
    if (value === undefined || !isValue) {
      tokens.back(start);
      return undefined;
    }
    return value + dots + (triplets ? "t" : "");
  }
}
