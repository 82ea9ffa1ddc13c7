import type { Finding } from "../../foundation/finding";
import type { InstrumentKind } from "../../instrument/instrument";
import { parseTuning } from "../../instrument/parse-tuning";
import { usualTuning } from "../../instrument/string-names";
import { MAX_STRINGS, MIN_STRINGS, type Tuning } from "../../instrument/tuning";
import { fret, midiAt, neckOf, type Neck } from "../../neck/neck";
import type { Key } from "../../pitch/key";
import { spellMidi } from "../../pitch/spelling";
import { durationInWords } from "../../rhythm/duration";
import { COMMON_TIME, type Metre } from "../../rhythm/metre";
import { stringOf, type Bar, type LineEvent, type Note } from "../../score/song";
import { readHeaderLine, type Header } from "./header";
import { readSystem, type NoteSign, type Remark, type TabBar } from "./system";
import { isBinary, splitLines, type TextLine } from "./text-lines";
import {
  timeByCounts,
  timeBySpacing,
  timeByValues,
  timingRowOf,
  type TimedMoment,
  type TimingRow,
} from "./timing";

export interface TextTabOptions {
  /** Overrides labels and header. */
  readonly tuning?: Tuning;
  readonly kind?: InstrumentKind;
  readonly capo?: number;
  /** Last fret counted from the nut; 24 by default. */
  readonly frets?: number;
  readonly metre?: Metre;
  readonly key?: Key;
  readonly newId: () => string;
}

export interface TextTabReading {
  readonly header: Header;
  readonly tuning: Tuning;
  readonly kind: InstrumentKind;
  readonly capo: number;
  readonly metre: Metre;
  readonly key: Key;
  /** In order; a heading in brackets starts a new one. */
  readonly phrases: readonly { readonly name?: string; readonly bars: readonly Bar[] }[];
  readonly findings: readonly Finding[];
}

export const MAX_TAB_LENGTH = 1_000_000;
const MAX_TAB_BARS = 2000;
const DEFAULT_FRETS = 24;
const C_MAJOR: Key = { tonic: { step: "C", alter: 0 }, mode: "major" };

interface System {
  readonly lines: readonly TextLine[];
  readonly phrase: number;
  row?: TimingRow;
  /** Columns in the text (from 0) that a palm-mute row covers. */
  mutes: readonly { readonly from: number; readonly to: number }[];
}

/**
 * Reads plain-text tablature of four to nine lines, thin string on top (or the other way round,
 * where the labels say so). Never throws on a text: what was not read is listed with line and
 * column, everything else is kept. Frets count from the capo.
 */
export function readTextTab(text: string, options: TextTabOptions): TextTabReading {
  const findings: Finding[] = [];
  const report = ({ code, severity, line, column, message }: Remark) =>
    findings.push({ code, severity, where: { line, column }, message });
  const unusable = unusableReason(text);
  if (unusable) report({ ...unusable, severity: "error", line: 1, column: 1 });
  const lines = unusable ? [] : splitLines(text);
  const header: Header = {};
  const { systems, names } = findSystems(lines, header, report);
  const set = chooseTuning(systems, header, options, report);
  const capo = options.capo ?? header.capo ?? 0;
  const metre = options.metre ?? header.metre ?? COMMON_TIME;
  const key = options.key ?? header.key ?? C_MAJOR;
  const neck = neckOf(
    { tuning: set.tuning, frets: options.frets ?? DEFAULT_FRETS, scaleLengthMm: 648 },
    capo,
  );
  const usable = systems.filter((system) => system.lines.length === set.tuning.length);
  if (!unusable && usable.length === 0) {
    report({
      code: "no-tablature",
      severity: "error",
      line: 1,
      column: 1,
      message:
        "no tablature found: expected four to nine lines of dashes and frets below each other, one a string",
    });
  }
  const write = new BarWriter({ neck, key, newId: options.newId, flipped: set.flipped, report });
  const phrases = names.map((name) => ({ ...(name !== undefined && { name }), bars: [] as Bar[] }));
  let bars = 0;
  for (const { system, timed } of timeSystems(usable, metre, report)) {
    for (const { bar, moments } of timed) {
      bars++;
      if (bars > MAX_TAB_BARS) break;
      phrases[system.phrase]!.bars.push(write.bar(bar, moments, system));
    }
  }
  if (bars > MAX_TAB_BARS) {
    report({
      code: "too-many-bars",
      severity: "error",
      line: 1,
      column: 1,
      message: `a tablature may have ${MAX_TAB_BARS} bars, got ${bars}: the rest was not read`,
    });
  }
  return {
    header,
    tuning: set.tuning,
    kind: set.kind,
    capo,
    metre,
    key,
    phrases: phrases.filter((phrase) => phrase.bars.length > 0),
    findings: findings.sort(
      (a, b) => a.where.line! - b.where.line! || a.where.column! - b.where.column!,
    ),
  };
}

function unusableReason(text: string): { code: string; message: string } | undefined {
  if (text.length > MAX_TAB_LENGTH) {
    const message = `a tablature may have ${MAX_TAB_LENGTH} characters, got ${text.length}: paste one song at a time`;
    return { code: "too-long", message };
  }
  if (isBinary(text))
    return { code: "no-text", message: "this is no text: expected plain-text tablature" };
  return undefined;
}

type Report = (remark: Remark) => void;

/** Gathers staff lines into systems and gives every other line to header, heading or timing row. */
function findSystems(lines: readonly TextLine[], header: Header, report: Report) {
  const systems: System[] = [];
  const names: (string | undefined)[] = [undefined];
  const used = new Set<TextLine>();
  for (let index = 0; index < lines.length;) {
    if (!lines[index]!.staff) {
      const heading = /^\s*\[([^\]]{1,80})\]\s*$/u.exec(lines[index]!.text)?.[1];
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
    const isRule = index - from === 1 && /^[-\s]*$/u.test(lines[from]!.text);
    if (isRule) continue;
    const row = [lines[from - 1], lines[index]].find((line) => line && timingRowOf(line.text));
    const muteRow = [lines[index], lines[index + 1], lines[from - 1]].find(
      (line) => line && /^\s*P\.?M\.?/u.test(line.text),
    );
    for (const line of [row, muteRow]) if (line) used.add(line);
    const timing = row && timingRowOf(row.text);
    for (const block of splitBlock(lines.slice(from, index))) {
      systems.push({
        lines: block,
        phrase: names.length - 1,
        mutes: muteRow ? mutesOf(muteRow.text) : [],
        ...(timing && { row: timing }),
      });
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

function mutesOf(text: string): System["mutes"] {
  return [...text.matchAll(/P\.?M\.?(?: ?[-.])*/gu)].map((match) => ({
    from: match.index,
    to: match.index + match[0].length - 1,
  }));
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

function isBeside(line: TextLine, systems: readonly System[]): boolean {
  return systems.some(
    ({ lines }) => lines[0]!.number - 1 === line.number || lines.at(-1)!.number + 1 === line.number,
  );
}

/** From the options, the header, the labels or the number of lines; says what it believed. */
function chooseTuning(
  systems: readonly System[],
  header: Header,
  options: TextTabOptions,
  report: Report,
): { tuning: Tuning; kind: InstrumentKind; flipped: boolean } {
  const sizes = systems.map((system) => system.lines.length);
  const given = options.tuning ?? header.tuning?.tuning;
  const counted = mostFrequent(sizes.filter((size) => size >= MIN_STRINGS && size <= MAX_STRINGS));
  const strings = counted ?? given?.length ?? 6;
  const expected = given && sizes.includes(given.length) ? given.length : strings;
  for (const { lines } of systems) {
    if (lines.length === expected) continue;
    report({
      code: "line-count",
      severity: "error",
      line: lines[0]!.number,
      column: 1,
      message: `${lines.length} ${lines.length === 1 ? "line" : "lines"} here, expected ${expected}: one a string`,
    });
  }
  const labelled = readLabels(systems.find((system) => system.lines.length === expected));
  const flipped = labelled?.flipped ?? false;
  if (given && given.length === expected) {
    return {
      tuning: given,
      kind: options.kind ?? header.tuning?.kind ?? labelled?.kind ?? kindOf(given),
      flipped,
    };
  }
  const line = systems[0]?.lines[0]?.number ?? 1;
  if (given && systems.length > 0) {
    report({
      code: "string-count-mismatch",
      severity: "error",
      line,
      column: 1,
      message: `the tuning has ${given.length} strings, the tablature ${expected} lines: read with the usual tuning of ${expected}`,
    });
  }
  if (labelled) {
    if (flipped) {
      report({
        code: "thick-string-on-top",
        severity: "info",
        line,
        column: 1,
        message: "the labels have the thick string on top: read that way round",
      });
    }
    return labelled;
  }
  const kind = expected <= 5 ? "bass" : "guitar";
  if (systems.length > 0) {
    report({
      code: "tuning-assumed",
      severity: "info",
      line,
      column: 1,
      message: `no tuning is written: read as a ${kind} of ${expected} strings in its usual tuning`,
    });
  }
  return { tuning: given ?? usualTuning(kind, expected), kind, flipped: false };
}

function kindOf(tuning: Tuning): InstrumentKind {
  const names = [...tuning]
    .reverse()
    .map((p) => `${p.step}${p.alter > 0 ? "#".repeat(p.alter) : "b".repeat(-p.alter)}${p.octave}`);
  const reading = parseTuning(names.join(" "));
  return reading.ok ? reading.value.kind : "guitar";
}

function readLabels(system: System | undefined) {
  const labels = system?.lines.map((line) => line.staff!.label ?? "") ?? [];
  if (labels.length === 0 || labels.some((label) => !/^[A-G]/iu.test(label))) return undefined;
  const thinOnTop = parseTuning([...labels].reverse().join(" "));
  const thickOnTop = parseTuning(labels.join(" "));
  if (!thinOnTop.ok || !thickOnTop.ok) return undefined;
  const flipped = thickOnTop.value.distance + 6 < thinOnTop.value.distance;
  const { tuning, kind } = flipped ? thickOnTop.value : thinOnTop.value;
  return { tuning, kind, flipped };
}

function mostFrequent(values: readonly number[]): number | undefined {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts.entries()].sort(([, a], [, b]) => b - a)[0]?.[0];
}

interface TimedSystem {
  readonly system: System;
  readonly timed: readonly { readonly bar: TabBar; readonly moments: readonly TimedMoment[] }[];
}

/** Bars with a timing row are timed by it, all others together by their spacing. */
function timeSystems(
  systems: readonly System[],
  metre: Metre,
  report: Report,
): readonly TimedSystem[] {
  const read = systems.map((system) => ({ system, bars: readSystem(system.lines, report) }));
  const rowless = read.filter(({ system }) => !system.row).flatMap(({ bars }) => bars);
  const spaced = timeBySpacing(rowless, metre);
  const line = systems.find((system) => !system.row)?.lines[0]?.number ?? 1;
  if (rowless.length > 0) {
    const { source } = spaced;
    const message =
      source.kind === "spacing"
        ? "no timing is written: the rhythm was read from the spacing"
        : source.kind === "filled"
          ? `no timing is written: read as equal values that fill the bar, each ${durationInWords(source.duration)}`
          : "no timing is written: read as equal eighths";
    report({ code: "timing-assumed", severity: "info", line, column: 1, message });
  }
  let next = 0;
  return read.map(({ system, bars }) => ({
    system,
    timed: bars.map((bar) => {
      if (!system.row) return { bar, moments: spaced.bars[next++]! };
      const moments =
        system.row.kind === "values"
          ? timeByValues(bar, system.row)
          : timeByCounts(bar, system.row, metre);
      if (moments && moments.length > 0) return { bar, moments };
      report({
        code: "timing-row-unread",
        severity: "warning",
        line: system.lines[0]!.number,
        column: bar.textStart + 1,
        message: "the counts of this bar were not understood: read as equal eighths",
      });
      return { bar, moments: timeBySpacing([bar], metre).bars[0]! };
    }),
  }));
}

interface WritingSet {
  readonly neck: Neck;
  readonly key: Key;
  readonly newId: () => string;
  readonly flipped: boolean;
  readonly report: Report;
}

/** Turns timed signs into events of the score. */
class BarWriter {
  constructor(private readonly set: WritingSet) {}

  bar(bar: TabBar, moments: readonly TimedMoment[], system: System): Bar {
    const { newId } = this.set;
    const events = moments.map(({ moment, duration }): LineEvent => {
      const notes = (moment?.signs.flatMap((sign) => this.note(sign)) ?? []).sort(thickFirst);
      if (!moment || notes.length === 0) return { kind: "rest", id: newId(), duration };
      const column = bar.textStart + moment.column;
      const palmMuted = system.mutes.some(({ from, to }) => column >= from && column <= to);
      return { kind: "notes", id: newId(), duration, notes, palmMuted };
    });
    return { events };
  }

  private note(sign: NoteSign): Note[] {
    const { neck, key, newId, flipped, report } = this.set;
    const string = flipped ? neck.openMidi.length - sign.row : sign.row + 1;
    if (sign.fret === undefined) return [{ kind: "dead", id: newId(), string }];
    if (sign.fret > neck.lastFret) {
      report({
        code: "fret-out-of-range",
        severity: "error",
        line: sign.line,
        column: sign.textColumn,
        message: `fret must be 0–${neck.lastFret}, got ${sign.fret}`,
      });
      return [];
    }
    const place = { string, fret: fret(sign.fret) };
    const pitch = spellMidi(midiAt(place, neck), key);
    const link = sign.link ? [{ kind: sign.link }] : [];
    return [
      {
        kind: "pitched",
        id: newId(),
        pitch,
        place,
        pinned: false,
        techniques: [...link, ...sign.techniques],
      },
    ];
  }
}

/** Chords are said from the thick string to the thin one. */
function thickFirst(a: Note, b: Note): number {
  return (stringOf(b) ?? 0) - (stringOf(a) ?? 0);
}
