import { stringInSentence } from "../instrument/string-names";
import { stringOf, type Note } from "../score/event";
import type { LinkKind } from "../score/technique";
import { sayString, type CalloutContext } from "./context";
import { meanings } from "./meant";
import { LINK_OF_LETTER, type NoteReader } from "./parse-note";
import type { Scanner } from "./scanner";

/** What a word may end with. */
export const END = String.raw`(?=[\s,|)\]?.]|:\||$)`;

interface Around {
  /** The frets of the grip that is held here, by string. */
  readonly grip: () => ReadonlyMap<number, number> | undefined;
  readonly push: (notes: readonly Note[], start: number) => void;
  /** Whether a word would be read without a slip. */
  readonly isReadable: (word: string) => boolean;
}

/** Reads what sounds: a note, a chord, a chain of linked notes; or the name of a string for what follows. */
export class SoundingReader {
  /** The string that was named last in this bar: frets alone belong to it. */
  string: number | undefined;

  constructor(
    private readonly scanner: Scanner,
    private readonly notes: NoteReader,
    private readonly context: CalloutContext,
    private readonly around: Around,
  ) {}

  read(): void {
    const { scanner } = this;
    const start = scanner.position;
    this.notes.begin();
    const first = this.note();
    if (first === "string") return;
    const notes: Note[] = first ? [first] : [];
    let isChord = false;
    while (scanner.take(/\s*\+\s*/uy)) {
      isChord = true;
      const noteStart = scanner.position;
      const note = this.note();
      if (note === "string" || !note) continue;
      const string = stringOf(note);
      if (string !== undefined && notes.some((other) => stringOf(other) === string)) {
        const called = stringInSentence(this.context.names.strings[string - 1]!);
        const message = `${called} already plays at this moment: expected another string`;
        scanner.report("string-taken", noteStart, message);
        continue;
      }
      notes.push(note);
    }
    if (notes.length > 0) this.around.push(notes, start);
    // Of a chord no string is the one that was named last.
    if (isChord) this.string = undefined;
    else if (first) this.string = stringOf(first);
    if (!isChord && first) this.chain(first, start);
    else if (isChord && scanner.sees(/[hpsStr]\d/uy)) {
      const expected = "a blank here: links of a chord stand before each note, like hA7+hD7";
      scanner.slip("chain-in-chord", scanner.position, expected);
    }
    if (scanner.position === start) this.slip("unexpected", start, this.whatIsExpected());
  }

  /** `h5p3` behind a note: each link starts an event of its own. */
  private chain(from: Note, eventStart: number): void {
    const { scanner } = this;
    const string = stringOf(from);
    if (string === undefined) return;
    for (;;) {
      const start = scanner.position;
      const letter = scanner.take(/[hpsStr](?=\d)/uy);
      if (!letter) break;
      this.notes.begin();
      const note = this.notes.fretted(string, LINK_OF_LETTER[letter[0]]);
      if (note) this.around.push([note], start);
    }
    if (!scanner.done && !scanner.sees(/[\s,|)\]()[+]|:\|/uy)) {
      const expected = "h, p or s and a fret, b, v, !, a word like .ghost or a blank after a note";
      // “A7x2”, “7A”: the whole word is meant in another way.
      const instead = this.insteadOf(eventStart);
      const from = instead === undefined ? scanner.position : eventStart;
      scanner.slip("unexpected", from, expected, instead);
    }
  }

  private note(): Note | "string" | undefined {
    const { scanner } = this;
    const start = scanner.position;
    const letter = scanner.take(/[hpsStr~](?=[A-Ga-g\d@])/uy)?.[0];
    const link: LinkKind | undefined = letter ? LINK_OF_LETTER[letter] : undefined;
    const grip = this.around.grip();
    const held = grip && this.notes.held(grip, link);
    if (held) return held;
    if (scanner.sees(/@/uy)) return this.notes.atPitch(link);
    const string = this.notes.string();
    if (string !== undefined) {
      if (!link && scanner.text[scanner.position - 1] === ":" && scanner.sees(/[\s,]|$/uy)) {
        this.string = string;
        return "string";
      }
      return this.notes.fretted(string, link);
    }
    if (scanner.sees(/[\dx]/uy) && !scanner.sees(/\d+:(?!\|)/uy)) {
      if (this.string !== undefined) return this.notes.fretted(this.string, link);
      const example = this.context.names.strings.at(-1);
      scanner.position = start;
      this.slip("string-expected", start, `a string first, like ${sayString(example ?? "")}0`);
      return undefined;
    }
    scanner.position = start;
    this.slip("unexpected", start, this.whatIsExpected());
    return undefined;
  }

  /** Reports a slip with what would be understood instead, as far as something is near. */
  private slip(code: string, start: number, expected: string): void {
    this.scanner.slip(code, start, expected, this.insteadOf(start));
  }

  private insteadOf(start: number): string | undefined {
    const { scanner, context } = this;
    const word = /^[^\s,|()[\]+]+/u.exec(scanner.text.slice(start))?.[0] ?? "";
    const said = this.string === undefined ? undefined : context.names.strings[this.string - 1];
    const near = meanings(word, said ?? context.names.strings.at(-1));
    return near.find((one) => this.around.isReadable(one));
  }

  private whatIsExpected(): string {
    const names = [...this.context.names.strings].reverse().map(sayString);
    return `a string (${names.join(" ")}) and a fret, - for a rest, ' and a note value, or |`;
  }
}
