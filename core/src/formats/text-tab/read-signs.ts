import type { BendCourse, LinkKind, Technique } from "../../score/technique";
import type { NoteSign, Report } from "./signs";

/** What stands on one string between two bar lines. */
export interface Cell {
  readonly text: string;
  /** Column of its first character in the text line, from 0. */
  readonly start: number;
}

interface Draft {
  readonly column: number;
  readonly width: number;
  readonly fret: number | undefined;
  techniques: readonly Technique[];
  link: LinkKind | undefined;
  readonly textColumn: number;
}

const BEND_WORDS: Readonly<Record<string, number>> = {
  "¼": 50,
  "1/4": 50,
  "½": 100,
  "1/2": 100,
  "¾": 150,
  "3/4": 150,
  full: 200,
};
const BEND = /^(p?)[b^]\(?(1\/4|1\/2|3\/4|full|[¼½¾]|\d{1,2}(?:\.5)?)?\)?/u;
const LINKS: Readonly<Record<string, LinkKind>> = { h: "hammer-on", p: "pull-off" };

/** Reads the signs of one string in one bar. */
export class SignReader {
  private readonly signs: Draft[] = [];
  private link: LinkKind | undefined;
  /** A slide that may turn out to come from nowhere. */
  private slide: { sign: string; at: number } | undefined;
  private at = 0;

  /** @param before The last fret on this string, in an earlier bar. */
  constructor(
    private readonly cell: Cell,
    private readonly row: number,
    private readonly line: number,
    private readonly report: Report,
    private readonly before: number | undefined,
  ) {}

  read(): readonly NoteSign[] {
    const { text } = this.cell;
    while (this.at < text.length) this.step(text.slice(this.at));
    if (this.slide) this.endSlide(this.slide);
    if (this.link) {
      this.remark(
        text.length - 1,
        "link-open",
        `a ${this.link} at the end of the bar leads to no note here: left out`,
        "info",
      );
    }
    const { row, line } = this;
    return this.signs.map((sign) => ({ ...sign, row, line }));
  }

  private step(rest: string): void {
    const sign = rest[0]!;
    const lower = sign.toLowerCase();
    const harmonic = /^(?:<\s*(\d{1,2})\s*>|\[\s*(\d{1,2})\s*\])/u.exec(rest);
    if (harmonic) {
      const fret = Number(harmonic[1] ?? harmonic[2]);
      return this.note(harmonic[0].length, fret, [{ kind: "natural-harmonic" }]);
    }
    const ghost = /^\((\d{1,2}|x)\)/iu.exec(rest);
    if (ghost) {
      const isDead = /x/iu.test(ghost[1]!);
      return this.note(
        ghost[0].length,
        isDead ? undefined : Number(ghost[1]),
        isDead ? [] : [{ kind: "ghost" }],
      );
    }
    const digits = /^\d+/u.exec(rest)?.[0];
    if (digits !== undefined) return this.note(digits.length, Number(digits), []);
    if (lower === "x") return this.note(1, undefined, []);
    if (lower === "t") return this.tap(rest);
    const bend = BEND.exec(rest);
    if (bend) return this.bend(bend);
    if (lower === "r") return this.release(rest);
    if (LINKS[lower]) {
      // The note it comes from may stand in the bar before.
      this.link = LINKS[lower];
      this.at++;
      return;
    }
    if (lower === "s" || sign === "/" || sign === "\\") {
      if (this.slide) this.endSlide(this.slide);
      this.slide = { sign: lower, at: this.at };
      this.at++;
      return;
    }
    if (sign === "~" || lower === "v") this.technique({ kind: "vibrato", width: "narrow" });
    else if (sign === "*" && this.isTouching) this.technique({ kind: "natural-harmonic" });
    else if (!/[-\s=.*]/u.test(sign)) {
      const isBracket = /[<>[\]()]/u.test(sign);
      this.remark(
        this.at,
        "sign-unread",
        `“${sign}” was not read: the notes beside it are kept`,
        isBracket ? "info" : "warning",
      );
    }
    this.at++;
  }

  private get last(): Draft | undefined {
    return this.signs.at(-1);
  }

  /** Whether the sign at hand follows the last note without a gap. */
  private get isTouching(): boolean {
    const { last } = this;
    return (
      last !== undefined && !/-/u.test(this.cell.text.slice(last.column + last.width, this.at))
    );
  }

  private note(width: number, fret: number | undefined, techniques: readonly Technique[]): void {
    const said = [...techniques];
    if (this.slide) {
      const { sign } = this.slide;
      const sense = this.senseOf(this.slide, fret);
      this.slide = undefined;
      if (sense === "out") this.slideOut(sign);
      else if (sense === "link") this.link ??= "slide";
      else if (fret !== undefined) {
        said.push({ kind: "slide-in", from: sign === "/" ? "below" : "above" });
      }
    }
    this.signs.push({
      column: this.at,
      width,
      fret,
      techniques: said,
      link: this.link,
      textColumn: this.cell.start + this.at + 1,
    });
    this.link = undefined;
    this.at += width;
  }

  /** What a slide sign before a note means: it joins two notes, or leads out of one, or into one. */
  private senseOf(
    { sign, at }: { sign: string; at: number },
    fret: number | undefined,
  ): "link" | "out" | "in" {
    const { last, cell } = this;
    if (sign === "s") return "link";
    const behind = cell.text.slice(at + 1, this.at);
    const isBehindNote =
      last !== undefined && !cell.text.slice(last.column + last.width, at).includes("-");
    // Out of the note before: the next one begins by itself.
    if (isBehindNote) return behind.includes("--") ? "out" : "link";
    const from = last ? last.fret : this.before;
    if (from === undefined || fret === undefined) return last ? "link" : "in";
    const isOnItsWay = sign === "/" ? fret >= from : fret <= from;
    return isOnItsWay ? "link" : "in";
  }

  private endSlide({ sign }: { sign: string; at: number }): void {
    this.slide = undefined;
    if (this.last && sign !== "s") this.slideOut(sign);
    else this.link ??= "slide";
  }

  private slideOut(sign: string): void {
    this.technique({ kind: "slide-out", to: sign === "/" ? "above" : "below" });
  }

  private tap(rest: string): void {
    const { last } = this;
    const trill = /^tr(?:\(?(\d{1,2})\)?)?/iu.exec(rest);
    if (trill && last?.fret !== undefined && this.isTouching) {
      const semitones = trill[1] === undefined ? 2 : Number(trill[1]) - last.fret;
      if (semitones >= 1 && semitones <= 12) this.technique({ kind: "trill", semitones });
      this.at += trill[0].length;
      return;
    }
    // `t12`, or `12t` where nothing follows.
    if (/^t[\d<(]/iu.test(rest)) this.link = "tap";
    else if (last && this.isTouching) last.link ??= "tap";
    this.at++;
  }

  private bend([whole, pre, amount]: RegExpExecArray): void {
    const cents = bendCents(amount, this.last?.fret);
    if (cents === undefined) {
      this.remark(
        this.at,
        "bend-unread",
        `the bend “${whole}” was not understood: expected a higher fret, ¼, ½ or full`,
        "warning",
      );
    } else this.technique({ kind: "bend", course: pre === "" ? "bend" : "pre-bend", cents });
    if (amount === undefined) {
      this.remark(
        this.at,
        "bend-assumed",
        "a bend without its amount was read as a whole step",
        "info",
      );
    }
    this.at += whole.length;
  }

  /** Back from the bend of the same note where it touches it, else the link to the next one. */
  private release(rest: string): void {
    const { last } = this;
    const bend = last?.techniques.find((one) => one.kind === "bend");
    if (last && bend && this.isTouching) {
      const course: BendCourse =
        bend.course === "pre-bend" || bend.course === "pre-bend-and-release"
          ? "pre-bend-and-release"
          : "bend-and-release";
      last.techniques = last.techniques.map((one) => (one === bend ? { ...bend, course } : one));
      this.at += /^r(?:\(?\d{1,2}\)?)?/iu.exec(rest)![0].length;
      return;
    }
    this.link = "release";
    this.at++;
  }

  private technique(technique: Technique): void {
    const { last } = this;
    if (!last || last.fret === undefined) return;
    if (last.techniques.some(({ kind }) => kind === technique.kind)) return;
    last.techniques = [...last.techniques, technique];
  }

  private remark(at: number, code: string, message: string, severity: "warning" | "info"): void {
    this.report({ code, severity, line: this.line, column: this.cell.start + at + 1, message });
  }
}

/** The number behind a bend is the fret whose pitch it reaches. */
function bendCents(amount: string | undefined, fret: number | undefined): number | undefined {
  if (amount === undefined) return 200;
  const word = BEND_WORDS[amount];
  if (word !== undefined) return word;
  const cents = (Number(amount) - (fret ?? Number.NaN)) * 100;
  return cents >= 50 && cents <= 600 ? cents : undefined;
}
