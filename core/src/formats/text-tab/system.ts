import type { LinkKind, Technique } from "../../score/technique";
import type { StaffLine, TextLine } from "./text-lines";

/** A sign that stands for a note, before anything is known of tuning or time. */
export interface NoteSign {
  /** Index of the line within the system, 0 at the top. */
  readonly row: number;
  /** Column within the bar, from 0, and the width of the digits. */
  readonly column: number;
  readonly width: number;
  /** Absent for a dead note. */
  readonly fret: number | undefined;
  readonly techniques: readonly Technique[];
  readonly link: LinkKind | undefined;
  /** Where it stands in the text, both from 1. */
  readonly line: number;
  readonly textColumn: number;
}

/** One bar of a system: what stands between two bar lines. */
export interface TabBar {
  /** Signs by the column of their moment, ascending. */
  readonly moments: readonly { readonly column: number; readonly signs: readonly NoteSign[] }[];
  readonly width: number;
  /** Column of the bar's first character in the text, from 0 (as on the top line). */
  readonly textStart: number;
}

export interface Remark {
  readonly code: string;
  readonly severity: "error" | "warning" | "info";
  readonly line: number;
  readonly column: number;
  readonly message: string;
}

export type Report = (remark: Remark) => void;

interface Cell {
  readonly text: string;
  /** Column of its first character in the text line, from 0. */
  readonly start: number;
}

/** Cuts the lines of a system into bars and reads the signs of each. */
export function readSystem(lines: readonly TextLine[], report: Report): readonly TabBar[] {
  const rows = lines.map((line) => cellsOf(line.staff!, line.number, report));
  const most = Math.max(...rows.map((cells) => cells.length));
  for (const [row, cells] of rows.entries()) {
    if (cells.length === most) continue;
    report({
      code: "bar-lines-differ",
      severity: "warning",
      line: lines[row]!.number,
      column: 1,
      message: `this line has ${cells.length} bars, another line of the system has ${most}: read as far as it goes`,
    });
  }
  return Array.from({ length: most }, (_, index): TabBar => {
    const cells = rows.map((row) => row[index]);
    const signs = cells.flatMap((cell, row) =>
      cell ? signsOf(cell, row, lines[row]!.number, report) : [],
    );
    return {
      moments: momentsOf(signs),
      width: Math.max(...cells.map((cell) => cell?.text.length ?? 0)),
      textStart: cells[0]?.start ?? 0,
    };
  });
}

function cellsOf(staff: StaffLine, line: number, report: Report): Cell[] {
  const cells: Cell[] = [];
  let start = 0;
  for (const text of staff.body.split("|")) {
    const from = staff.bodyStart + start;
    start += text.length + 1;
    const rest = /\s*\(?[x×]?\s*\d+\s*[x×]?\)?\s*$/u;
    const isTail = !text.includes("-");
    if (isTail) {
      if (rest.test(text) && text.trim() !== "") {
        const message = `“${text.trim()}” behind the bar line was not read: repeat the phrase by hand`;
        report({ code: "repeat-unread", severity: "warning", line, column: from + 1, message });
      } else if (/[:*]/u.test(text)) repeatSign(line, from, report);
      continue;
    }
    if (/^[:*]|[:*]$/u.test(text)) repeatSign(line, from, report);
    cells.push({ text: text.replace(/[:*]/gu, "-"), start: from });
  }
  return cells;
}

function repeatSign(line: number, column: number, report: Report): void {
  const message = "a repeat sign was not read: the bars stand once";
  report({ code: "repeat-unread", severity: "warning", line, column: column + 1, message });
}

const LINK_OF_SIGN: Readonly<Record<string, LinkKind>> = {
  h: "hammer-on",
  p: "pull-off",
  s: "slide",
  "/": "slide",
  "\\": "slide",
};

const BEND_WORDS: Readonly<Record<string, number>> = {
  "¼": 50,
  "1/4": 50,
  "½": 100,
  "1/2": 100,
  "¾": 150,
  full: 200,
};

function signsOf(cell: Cell, row: number, line: number, report: Report): NoteSign[] {
  const signs: NoteSign[] = [];
  let link: LinkKind | undefined;
  const { text } = cell;
  const remark = (at: number, code: string, message: string, severity: Remark["severity"]) =>
    report({ code, severity, line, column: cell.start + at + 1, message });
  const addTechnique = (technique: Technique) => {
    const last = signs.at(-1);
    if (!last || last.techniques.some(({ kind }) => kind === technique.kind)) return;
    signs[signs.length - 1] = { ...last, techniques: [...last.techniques, technique] };
  };
  for (let at = 0; at < text.length;) {
    const rest = text.slice(at);
    const sign = text[at]!;
    const digits = /^\d+/u.exec(rest)?.[0];
    const last = signs.at(-1);
    if (digits !== undefined || /x/iu.test(sign)) {
      const width = digits?.length ?? 1;
      const fret = digits === undefined ? undefined : Number(digits);
      const textColumn = cell.start + at + 1;
      signs.push({ row, column: at, width, fret, techniques: [], link, line, textColumn });
      link = undefined;
      at += width;
      continue;
    }
    const bend = /^b\(?(1\/4|1\/2|full|[¼½¾]|\d+)?\)?/u.exec(rest);
    if (bend) {
      const cents = bendCents(bend[1], last?.fret);
      if (cents === undefined) {
        remark(
          at,
          "bend-unread",
          `the bend “${bend[0]}” was not understood: expected a higher fret, ¼, ½ or full`,
          "warning",
        );
      } else addTechnique({ kind: "bend", course: "bend", cents });
      if (bend[1] === undefined) {
        remark(at, "bend-assumed", "a bend without its amount was read as a whole step", "info");
      }
      at += bend[0].length;
      continue;
    }
    const lower = sign.toLowerCase();
    if (LINK_OF_SIGN[lower]) {
      // The note it comes from may stand in the bar before.
      link = LINK_OF_SIGN[lower];
    } else if (sign === "~" || lower === "v") addTechnique({ kind: "vibrato", width: "narrow" });
    else if (!/[-\s=.]/u.test(sign)) {
      remark(at, "sign-unread", wordUnread(sign), /[<>[\]()]/u.test(sign) ? "info" : "warning");
    }
    at++;
  }
  if (link) {
    remark(
      text.length - 1,
      "link-open",
      `a ${link} at the end of the bar leads to no note here: left out`,
      "info",
    );
  }
  return signs;
}

function wordUnread(sign: string): string {
  if (/[<>[\]]/u.test(sign))
    return `“${sign}” (a harmonic) was not read: the note stands as a plain one`;
  if (/[()]/u.test(sign)) return `“${sign}” was not read: the note stands as a plain one`;
  return `“${sign}” was not read: the notes beside it are kept`;
}

/** The number behind a bend is the fret whose pitch it reaches. */
function bendCents(amount: string | undefined, fret: number | undefined): number | undefined {
  if (amount === undefined) return 200;
  const word = BEND_WORDS[amount];
  if (word !== undefined) return word;
  const cents = (Number(amount) - (fret ?? Number.NaN)) * 100;
  return cents >= 100 && cents <= 600 ? cents : undefined;
}

/** Signs that stand above each other; a two-digit fret may stand one column off. */
function momentsOf(signs: readonly NoteSign[]): TabBar["moments"] {
  const sorted = [...signs].sort((a, b) => a.column - b.column || a.row - b.row);
  const moments: { column: number; end: number; signs: NoteSign[] }[] = [];
  for (const sign of sorted) {
    const last = moments.at(-1);
    const isTogether =
      last !== undefined &&
      sign.column < last.end &&
      !last.signs.some((other) => other.row === sign.row);
    if (isTogether) {
      last.signs.push(sign);
      last.end = Math.max(last.end, sign.column + sign.width);
    } else {
      moments.push({ column: sign.column, end: sign.column + sign.width, signs: [sign] });
    }
  }
  return moments.map(({ column, signs: together }) => ({ column, signs: together }));
}
