import type { Finding } from "../../foundation/finding";
import { MAX_STRINGS, MIN_STRINGS } from "../../instrument/tuning";
import { readHeaderLine, type Header } from "./header";
import { rowsBeside, type RowsBeside } from "./rows-beside";
import type { Report } from "./signs";
import type { TextLine } from "./text-lines";

/** Staff lines that belong together, one a string, with what stands beside them. */
export interface System {
  readonly lines: readonly TextLine[];
  readonly phrase: number;
  readonly beside: RowsBeside;
}

/** A line that begins a phrase: `[Verse]`, `[Verse (x2)]`, `[Verse] (repeat 2x)`. */
export interface Heading {
  readonly name: string;
  /** How often it is played, where it says so: 1–64. */
  readonly times?: number;
}

const TIMES = String.raw`(?:repeat|play)?\s*(?:[x×]\s*(\d{1,2})|(\d{1,2})\s*(?:[x×]|times))`;
/** Behind the name, in round brackets: without them it would be part of the name. */
const IN_NAME = new RegExp(String.raw`^(.*\S)\s*\(\s*${TIMES}\s*\)$`, "iu");
const BEHIND = new RegExp(String.raw`^\(?\s*${TIMES}\s*\)?$`, "iu");
const MOST_TIMES = 64;

function headingIn(text: string): Heading | undefined {
  const match = /^\s*\[([^\]]{1,80})\]\s*(.{0,30})$/u.exec(text);
  if (!match) return undefined;
  const [, said = "", behind = ""] = match;
  const after = BEHIND.exec(behind.trim());
  if (behind.trim() !== "" && !after) return undefined;
  const within = after ? null : IN_NAME.exec(said.trim());
  const [, name, first, second] = within ?? [undefined, said, after?.[1], after?.[2]];
  const times = Number(first ?? second);
  return times >= 1 && times <= MOST_TIMES ? { name: name, times } : { name: said };
}

/** Gathers staff lines into systems and gives every other line to header, heading or timing row. */
export function findSystems(lines: readonly TextLine[], header: Header, report: Report) {
  const systems: System[] = [];
  const names: (Heading | undefined)[] = [undefined];
  const used = new Set<TextLine>();
  for (let index = 0; index < lines.length;) {
    if (!lines[index]!.staff) {
      const heading = headingIn(lines[index]!.text);
      if (heading !== undefined) {
        if (systems.some((system) => system.phrase === names.length - 1)) names.push(heading);
        else names[names.length - 1] = heading;
        used.add(lines[index]!);
      }
      index++;
      continue;
    }
    const from = index;
    while (index < lines.length && lines[index]!.staff) index++;
    const isRule = (line: TextLine) => /^[-\s]*$/u.test(line.text);
    // Fewer lines than a bass has strings, and nothing on them, part two texts.
    if (index - from < MIN_STRINGS && lines.slice(from, index).every(isRule)) continue;
    for (const { number, staff } of lines.slice(from, index)) {
      if (!staff?.words) continue;
      const message = `“${staff.words.text.slice(0, 40)}” behind the string was not read`;
      report({
        code: "words-behind",
        severity: "info",
        line: number,
        column: staff.words.column + 1,
        message,
      });
    }
    const beside = rowsBeside(lines, from, index);
    for (const line of beside.used) used.add(line);
    for (const block of splitBlock(lines.slice(from, index))) {
      systems.push({ lines: block, phrase: names.length - 1, beside });
    }
  }
  readOtherLines(lines, used, systems, header, report);
  return { systems, names };
}

/** Systems that follow each other without a blank line are told apart by their repeated labels. */
function splitBlock(block: readonly TextLine[]): readonly (readonly TextLine[])[] {
  const first = block[0]!.staff!.label;
  const labels = block.map((line) => line.staff!.label);
  const size = [6, 4, 7, 5, 8, 9].find(
    (n) =>
      n < block.length &&
      block.length % n === 0 &&
      labels.every((label, index) => label === labels[index % n]) &&
      (first !== undefined || (block.length > MAX_STRINGS && (n === 6 || n === 4))),
  );
  if (!size) return [block];
  return Array.from({ length: block.length / size }, (_, n) =>
    block.slice(n * size, (n + 1) * size),
  );
}

function readOtherLines(
  lines: readonly TextLine[],
  used: ReadonlySet<TextLine>,
  systems: readonly System[],
  header: Header,
  report: Report,
): void {
  const firstStaff = systems[0]?.lines[0]?.number ?? Number.POSITIVE_INFINITY;
  let isFirst = true;
  for (const line of lines) {
    if (line.staff || used.has(line) || line.text.trim() === "") continue;
    const column = line.text.search(/\S/u) + 1;
    const remark = (code: string, message: string, severity: Finding["severity"]) =>
      report({ code, severity, line: line.number, column, message });
    const wasFirst = isFirst;
    isFirst = false;
    if (readHeaderLine(line.text, header, remark) || /^\s*(rhythm|legend)\s*:/iu.test(line.text))
      continue;
    if (/^\s*[A-Ga-g][#♯b♭]?\s*[|:]?\s*$/u.test(line.text) && isBeside(line, systems)) {
      remark(
        "label-without-line",
        `“${line.text.trim()}” names a string, but no line of dashes follows it: give every string its line`,
        "error",
      );
    } else if (/^[\s|]*\/[\s|/]*$/u.test(line.text) && isNear(line, systems)) {
      remark(
        "slashes-unread",
        "a row of slashes says that the beats go on, not how long notes are: not read",
        "info",
      );
    } else if (wasFirst && line.number < firstStaff && header.title === undefined) {
      header.title = line.text.trim().slice(0, 200);
    } else {
      const words = line.text.trim();
      remark(
        "line-unread",
        `“${words.length > 40 ? `${words.slice(0, 40)}…` : words}” was not read`,
        "info",
      );
    }
  }
}

/** With a few lines between: names of chords, for one. */
function isNear(line: TextLine, systems: readonly System[]): boolean {
  return systems.some(
    ({ lines }) => line.number >= lines[0]!.number - 4 && line.number <= lines.at(-1)!.number + 3,
  );
}

function isBeside(line: TextLine, systems: readonly System[]): boolean {
  return systems.some(
    ({ lines }) => lines[0]!.number - 1 === line.number || lines.at(-1)!.number + 1 === line.number,
  );
}
