import type { Found } from "./atom";
import type { Word } from "./words";

/** Reads how chords and grips are called in talk: “A minor”, “D7 shape”, `x32010`, “hold the C shape”. */
export class ChordWords {
  constructor(private readonly words: readonly Word[]) {}

  /** A grip, or a chord by its name, at `at`. */
  at(at: number): Found | undefined {
    const word = this.words[at];
    if (!word) return undefined;
    // “A big open G chord” is one name.
    if (word.text === "open") {
      const named = this.at(at + 1);
      return named?.kind === "chord-name" ? named : undefined;
    }
    if (word.lemma === "<grip>")
      return { kind: "grip", signs: word.text.replaceAll("-", ""), end: at + 1 };
    // “Open as a chord”: an article.
    if (word.written === "a" && this.text(at + 1) === "chord") return undefined;
    const letter = /^([A-Ga-g])([#♯♭b])?$/u.exec(word.written);
    // “A D power chord: …”: what it is called says nothing of where it lies.
    const isPower = letter && this.text(at + 1) === "power" && this.text(at + 2) === "chord";
    if (isPower && this.text(at + 3) === ":")
      return { kind: "chord", isPlural: false, end: at + 3 };
    const isNumbered =
      /^[A-G]$/u.test(word.written) && this.words[at + 1]?.number?.form === "cardinal";
    if (isNumbered && /^(power|chord|shape)$/u.test(this.text(at + 2))) {
      const end = this.text(at + 3) === "chord" ? at + 4 : at + 3;
      return {
        kind: "chord-name",
        name: `${word.written}${this.words[at + 1]!.number!.value}`,
        end,
      };
    }
    const short = /^([A-G][#♯♭b]?)(m|min|maj|sus|dim|aug|add|mmaj)$/u.exec(word.written);
    if (short) {
      const isFollowed =
        this.words[at + 1]?.glue === "none" && this.words[at + 1]?.number !== undefined;
      const end = at + (isFollowed ? 2 : 1);
      return {
        kind: "chord-name",
        name: short[0] + (isFollowed ? this.words[at + 1]!.written : ""),
        end: this.shapeEnd(end),
      };
    }
    if (!letter) return undefined;
    let end = at + 1;
    let root = letter[1]!.toUpperCase() + (letter[2] ?? "");
    if (/^(flat|sharp)$/u.test(this.text(end))) root += this.text(end++) === "flat" ? "b" : "#";
    const quality = /^(minor|min|m)$/u.test(this.text(end))
      ? "m"
      : /^(major|maj)$/u.test(this.text(end))
        ? ""
        : undefined;
    if (quality !== undefined) {
      end++;
      let seventh = "";
      if (/^(seven|7|seventh|7th)$/u.test(this.text(end))) seventh = this.text(end++) && "7";
      return {
        kind: "chord-name",
        name: root + (quality === "" && seventh ? "maj" : quality) + seventh,
        end: this.shapeEnd(end),
      };
    }
    if (/^(chord|shape)$/u.test(this.text(end)))
      return { kind: "chord-name", name: root, end: end + 1 };
    if (this.text(end) === "note") return { kind: "note-name", end: end + 1 };
    return undefined;
  }

  private shapeEnd(at: number): number {
    return /^(chord|shape|grip)$/u.test(this.text(at)) ? at + 1 : at;
  }

  /** “Hold the C shape: …”, “holding x32010, …”. */
  held(at: number): Found | undefined {
    if (this.words[at]?.lemma !== "hold") return undefined;
    let next = at + 1;
    let found = this.at(next);
    while (!found && /^(down|on|to|the|a|an|that|this|your|with)$/u.test(this.text(next)))
      found = this.at(++next);
    if (found?.kind !== "chord-name" && found?.kind !== "grip") return undefined;
    let { end } = found;
    if (found.kind === "grip" && /^(shape|grip|chord)$/u.test(this.text(end))) end++;
    if (/^(down|there)$/u.test(this.text(end))) end++;
    const isShape = this.words.slice(next, end).some(({ text }) => text === "shape");
    const named = found.kind === "grip" ? { signs: found.signs } : { name: found.name };
    return { kind: "held-grip", ...named, isShape, namedAt: next, end };
  }

  private text(at: number): string {
    return this.words[at]?.text ?? "";
  }
}
