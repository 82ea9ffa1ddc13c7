import { fret, lastFretOf, midiAt, type Place } from "../neck/neck";
import { fretWritten, writtenFret } from "../neck/place-names";
import { displayPitch, midiOf, parsePitch } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import type { LinkKind, Note, Technique } from "../score/song";
import type { CalloutContext } from "./context";
import type { Scanner } from "./scanner";

export const LINK_OF_LETTER: Readonly<Record<string, LinkKind>> = {
  h: "hammer-on",
  p: "pull-off",
  s: "slide",
};

const BEND_CENTS: Readonly<Record<string, number>> = {
  "": 200,
  "¼": 50,
  "1/4": 50,
  "½": 100,
  "1/2": 100,
  "¾": 150,
  "3/4": 150,
  "1": 200,
  "1½": 300,
  "3/2": 300,
  "2": 400,
  "2½": 500,
  "5/2": 500,
  "3": 600,
};

/** Reads the parts of a note at the scanner; every function leaves it behind what it understood. */
export class NoteReader {
  constructor(
    private readonly scanner: Scanner,
    private readonly context: CalloutContext,
    private readonly newId: () => string,
  ) {}

  /** `A`, `5:` or nothing; the scanner does not move when no string is named here. */
  string(): number | undefined {
    const byNumber = this.scanner.take(/(\d+):(?=[\dx\s]|$)/uy);
    if (byNumber) {
      const number = Number(byNumber[1]);
      if (number >= 1 && number <= this.context.names.strings.length) return number;
      this.scanner.position -= byNumber[0].length;
      return undefined;
    }
    const { text, position } = this.scanner;
    // A colon may follow the name, for a sticky string or simply as people write it.
    const word = /^[A-Ga-g][#♯b♭a-g]*(?=:|\d|x)/u.exec(text.slice(position, position + 6))?.[0];
    const string = word && this.stringCalled(word.replace("♯", "#").replace("♭", "b"));
    if (!word || !string) return undefined;
    this.scanner.position += word.length;
    this.scanner.take(/:/uy);
    return string;
  }

  private stringCalled(word: string): number | undefined {
    const names = this.context.names.strings;
    const exact = names.indexOf(word);
    if (exact >= 0) return exact + 1;
    const alike = names.flatMap((name, index) =>
      name.toLowerCase() === word.toLowerCase() ? [index + 1] : [],
    );
    return alike.length === 1 ? alike[0] : undefined;
  }

  /** `7`, `7b½v!` or `x` on a known string. @returns undefined after a slip, which is reported. */
  fretted(string: number, link: LinkKind | undefined): Note | undefined {
    const start = this.scanner.position;
    if (this.scanner.take(/x/uy)) return { kind: "dead", id: this.newId(), string };
    const digits = this.scanner.take(/\d+/uy);
    if (!digits) {
      const name = this.context.names.strings[string - 1];
      this.scanner.slip("fret-expected", start, `a fret on the ${name} string, or x`);
      return undefined;
    }
    const { neck, names } = this.context;
    const number = fretWritten(string, Number(digits[0]), names);
    if (number < 0 || number > lastFretOf(neck, string)) {
      const last = writtenFret({ string, fret: fret(lastFretOf(neck, string)) }, names);
      const first = writtenFret({ string, fret: fret(0) }, names);
      const from = first > 0 ? " counted from the nut" : " counted from the capo";
      this.scanner.report(
        "fret-out-of-range",
        start,
        `fret must be ${first}–${last}${neck.nuts[string - 1]! > 0 ? from : ""}, got ${digits[0]}`,
      );
      this.suffixes(string, 0);
      return undefined;
    }
    const place: Place = { string, fret: fret(number) };
    const pitch = spellMidi(midiAt(place, this.context.neck), this.context.key);
    const { techniques, pinned } = this.suffixes(string, number);
    return {
      kind: "pitched",
      id: this.newId(),
      pitch,
      place,
      pinned,
      techniques: link ? [{ kind: link }, ...techniques] : techniques,
    };
  }

  /** `@G3`: a pitch whose place is still to be found. */
  atPitch(link: LinkKind | undefined): Note | undefined {
    const start = this.scanner.position;
    const match = this.scanner.take(/@([A-Ga-g][#♯b♭]{0,2}-?\d)/uy);
    const pitch = match && parsePitch(match[1]!);
    if (!pitch?.ok) {
      this.scanner.slip("pitch-expected", start, "a pitch with its octave after @, like @G3");
      return undefined;
    }
    const { techniques } = this.suffixes(undefined, undefined);
    return {
      kind: "pitched",
      id: this.newId(),
      pitch: pitch.value,
      pinned: false,
      techniques: link ? [{ kind: link }, ...techniques] : techniques,
    };
  }

  private suffixes(string: number | undefined, fretNumber: number | undefined) {
    const techniques: Technique[] = [];
    let pinned = false;
    for (;;) {
      const start = this.scanner.position;
      const bend = this.scanner.take(/b([\d/]*[¼½¾]?)/uy);
      if (bend) {
        const cents = BEND_CENTS[bend[1]!];
        if (cents === undefined) {
          this.scanner.report(
            "bend-unknown",
            start,
            `“${bend[0]}”: expected b¼, b½, b1, b1½ or b2 (whole steps)`,
          );
        } else if (!techniques.some(({ kind }) => kind === "bend")) {
          techniques.push({ kind: "bend", cents });
          if (fretNumber === 0) {
            const name = this.context.names.strings[(string ?? 1) - 1];
            this.scanner.report(
              "bend-on-open-string",
              start,
              `the open ${name} string cannot be bent: finger it, or take another place`,
              "warning",
            );
          }
        }
      } else if (this.scanner.take(/v/uy)) {
        if (!techniques.some(({ kind }) => kind === "vibrato"))
          techniques.push({ kind: "vibrato" });
      } else if (string !== undefined && this.scanner.take(/!/uy)) {
        pinned = true;
      } else {
        return { techniques: techniques.sort(byKind), pinned };
      }
    }
  }

  /** A hammer-on that goes down is most likely a pull-off said wrongly, and the other way round. */
  checkLink(link: LinkKind, from: Note | undefined, to: Note, start: number): void {
    if (from?.kind !== "pitched" || to.kind !== "pitched" || link === "slide") return;
    const rises = midiOf(to.pitch) - midiOf(from.pitch);
    const wrong = link === "hammer-on" ? rises <= 0 : rises >= 0;
    if (!wrong) return;
    const way = link === "hammer-on" ? "a hammer-on (h) goes up" : "a pull-off (p) goes down";
    const message = `${way}: this goes from ${displayPitch(from.pitch)} to ${displayPitch(to.pitch)}`;
    this.scanner.report("link-turned-round", start, message, "warning");
  }
}

function byKind(a: Technique, b: Technique): number {
  return a.kind < b.kind ? -1 : 1;
}
