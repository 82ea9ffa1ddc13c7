import { SignReader, type Cell } from "./read-signs";
import type { NoteSign, Report } from "./signs";
import type { StaffLine, TextLine } from "./text-lines";

/** One bar of a system: what stands between two bar lines. */
export interface TabBar {
  /** Signs by the column of their moment, ascending. */
  readonly moments: readonly { readonly column: number; readonly signs: readonly NoteSign[] }[];
  readonly width: number;
  /** Column of the bar's first character in the text, from 0 (as on the top line). */
  readonly textStart: number;
  /** A repeat sign stands before it. */
  readonly opensRepeat: boolean;
  /** It is the last of bars that are played so often in all. */
  readonly closesRepeat: number | undefined;
}

interface Row {
  readonly cells: readonly BarCell[];
  /** How often the line is played, said behind its last bar line. */
  readonly times: number | undefined;
}

interface BarCell extends Cell {
  readonly opens: boolean;
  readonly closes: boolean;
}

/**
 * Cuts the lines of a system into bars and reads the signs of each.
 * @param frets The last fret on each line before this system; what is read here is put in.
 */
export function readSystem(
  lines: readonly TextLine[],
  frets: (number | undefined)[],
  report: Report,
): readonly TabBar[] {
  const rows = lines.map((line) => rowOf(line.staff!));
  const most = Math.max(...rows.map(({ cells }) => cells.length));
  for (const [row, { cells }] of rows.entries()) {
    if (cells.length === most) continue;
    report({
      code: "bar-lines-differ",
      severity: "warning",
      line: lines[row]!.number,
      column: 1,
      message: `this line has ${cells.length} bars, another line of the system has ${most}: read as far as it goes`,
    });
  }
  const times = rows.find((row) => row.times !== undefined)?.times;
  const hasSign = rows.some(({ cells }) => cells.some(({ closes }) => closes));
  return Array.from({ length: most }, (_, index): TabBar => {
    const cells = rows.map((row) => row.cells[index]);
    const signs = cells.flatMap((cell, row) => {
      if (!cell) return [];
      const read = new SignReader(cell, row, lines[row]!.number, report, frets[row]).read();
      frets[row] = read.findLast((sign) => sign.fret !== undefined)?.fret ?? frets[row];
      return read;
    });
    const isLast = index === most - 1;
    const closes = cells.some((cell) => cell?.closes);
    return {
      moments: momentsOf(signs),
      width: Math.max(...cells.map((cell) => cell?.text.length ?? 0)),
      textStart: cells.find((cell) => cell)?.start ?? 0,
      // A count without a sign means the whole line.
      opensRepeat:
        cells.some((cell) => cell?.opens) || (index === 0 && times !== undefined && !hasSign),
      closesRepeat: isLast && times !== undefined ? times : closes ? 2 : undefined,
    };
  });
}

const TIMES = /^\s*\(?(?:[x×]\s*(\d{1,2})|(\d{1,2})\s*[x×])\)?\s*$/iu;

function rowOf(staff: StaffLine): Row {
  const cells: BarCell[] = [];
  let times: number | undefined;
  let start = 0;
  let opens = false;
  for (const text of staff.body.split("|")) {
    const from = staff.bodyStart + start;
    start += text.length + 1;
    if (!text.includes("-")) {
      const said = TIMES.exec(text);
      if (said && text.trim() !== "") times = clampTimes(Number(said[1] ?? said[2]));
      // A sign between two bar lines belongs to the bar that follows it, or ends the one before.
      if (/[:*]/u.test(text)) {
        if (cells.length > 0 && start > staff.body.length) {
          cells[cells.length - 1] = { ...cells.at(-1)!, closes: true };
        } else opens = true;
      }
      continue;
    }
    // An arrow behind the last bar line leads the eye on, and is no bar.
    if (cells.length > 0 && /^\s*-*[<>][-<>\s]*$/u.test(text)) continue;
    // Behind the last bar line there may be a count without one of its own.
    const trailing = /^(.*?-)\s*(\(?[x×]\s*\d{1,2}\)?)\s*$/iu.exec(text);
    if (trailing && start > staff.body.length) {
      times = clampTimes(Number(/\d+/u.exec(trailing[2]!)![0]));
    }
    const music = trailing && start > staff.body.length ? trailing[1]! : text;
    const isOpening = /^[:*]/u.test(music);
    const isClosing = /[:*]$/u.test(music);
    cells.push({
      text: music.replace(/:/gu, "-").replace(/^\*|\*$/gu, "-"),
      start: from,
      opens: opens || isOpening,
      closes: isClosing,
    });
    opens = false;
  }
  return { cells, times };
}

function clampTimes(times: number): number {
  return Math.min(64, Math.max(1, times));
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
