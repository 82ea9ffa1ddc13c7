import { barNumbered, type BarIndex } from "../../foundation/bar-index";
import type { Finding } from "../../foundation/finding";
import { capoProblem, NO_CAPO, type Capo } from "../../instrument/capo";
import { USUAL_BUILD, type InstrumentFamily } from "../../instrument/instrument";
import type { Tuning } from "../../instrument/tuning";
import { neckOf } from "../../neck/neck";
import type { FretsFrom } from "../../neck/place-names";
import type { Key } from "../../pitch/key";
import { COMMON_TIME, type Metre } from "../../rhythm/metre";
import { MAX_BARS } from "../../score/bar";
import { MAX_PHRASES } from "../../score/song";
import { soundingShift } from "../../theory/fingered";
import { soundOfShape } from "../../theory/shapes-and-sound";
import { spellBars } from "../../theory/spell-bars";
import { TOO_MANY_PHRASES } from "../reading/song-room";
import { chooseTuning } from "./choose-tuning";
import { findSystems, type System } from "./find-systems";
import type { Header } from "./header";
import { PhraseGatherer, type ReadPhrase } from "./gather-phrases";
import type { Remark } from "./signs";
import type { TabBar } from "./system";
import { completeSnippets } from "./snippets";
import { isBinary, splitLines } from "./text-lines";
import { timeSystems } from "./time-systems";
import { BarWriter } from "./write-bars";

export interface TextTabOptions {
  /** Overrides labels and header. */
  readonly tuning?: Tuning;
  readonly family?: InstrumentFamily;
  readonly capo?: Capo;
  /** The header may say otherwise; "capo" by default. */
  readonly fretsFrom?: FretsFrom;
  /** Last fret counted from the nut; 24 by default. */
  readonly frets?: number;
  readonly metre?: Metre;
  readonly key?: Key;
  readonly newId: () => string;
}

export interface TextTabReading {
  readonly header: Header;
  readonly tuning: Tuning;
  readonly family: InstrumentFamily;
  readonly capo: Capo;
  readonly metre: Metre;
  readonly key: Key;
  /** In order; a heading in brackets starts a new one, and so does a repeat. */
  readonly phrases: readonly ReadPhrase[];
  readonly findings: readonly Finding[];
}

export const MAX_TAB_LENGTH = 1_000_000;
export const DEFAULT_FRETS = 24;
const C_MAJOR: Key = { tonic: { step: "C", alter: 0 }, mode: "major" };

/**
 * Reads plain-text tablature of four to nine lines, or snippets of two and three, thin string on top
 * (or the other way round, where the labels say so). Never throws on a text: what was not read is listed with line and
 * column, everything else is kept.
 */
export function readTextTab(text: string, options: TextTabOptions): TextTabReading {
  const findings: Finding[] = [];
  const report = ({ code, severity, line, column, message }: Remark) =>
    findings.push({ code, severity, where: { line, column }, message });
  const unusable = unusableReason(text);
  if (unusable) report({ ...unusable, severity: "error", line: 1, column: 1 });
  const lines = unusable ? [] : splitLines(text);
  const header: Header = {};
  const { systems: found, names } = findSystems(lines, header, report);
  const systems = completeSnippets(found, options.tuning ?? header.tuning?.tuning, report);
  const set = chooseTuning(systems, header, options, report);
  const frets = options.frets ?? header.frets ?? DEFAULT_FRETS;
  const wished = options.capo ?? header.capo ?? NO_CAPO;
  const problem = capoProblem(wished, { tuning: set.tuning, frets });
  if (problem !== undefined) {
    report({ code: "capo-wrong", severity: "warning", line: 1, column: 1, message: problem });
  }
  const capo = problem === undefined ? wished : NO_CAPO;
  const metre = options.metre ?? header.metre ?? COMMON_TIME;
  const key = options.key ?? header.key ?? C_MAJOR;
  const neck = neckOf({ tuning: set.tuning, frets, scaleLengthMm: 648 }, capo);
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
  const write = new BarWriter({
    neck,
    key,
    fretsFrom: header.fretsFrom ?? options.fretsFrom ?? "capo",
    newId: options.newId,
    flipped: set.flipped,
    report,
  });
  const kind = USUAL_BUILD[set.family].kind;
  const shift = soundingShift({ tuning: set.tuning, kind }, capo);
  const gatherer = new PhraseGatherer(names, (chord) => soundOfShape(chord, shift, key));
  let bars = 0;
  const spans: BarSpan[] = [];
  for (const { system, timed } of timeSystems(usable, metre, report)) {
    for (const { bar, moments } of timed) {
      bars++;
      if (bars > MAX_BARS) break;
      spans.push(spanOf(system, bar, barNumbered(bars)));
      gatherer.take(system, bar, moments, write.bar(bar, moments, system));
    }
  }
  if (bars > MAX_BARS) {
    report({
      code: "too-many-bars",
      severity: "error",
      line: 1,
      column: 1,
      message: `a tablature may have ${MAX_BARS} bars, got ${bars}: the rest was not read`,
    });
  }
  for (const name of gatherer.unrepeated()) {
    report({
      code: "heading-repeat",
      severity: "warning",
      line: 1,
      column: 1,
      message: `“${name}” is to be repeated as a whole, but falls into several phrases: say it in the form`,
    });
  }
  const phrases = gatherer.phrases();
  if (phrases.length > MAX_PHRASES) {
    const kept = phrases.slice(0, MAX_PHRASES).reduce((sum, { bars: own }) => sum + own.length, 0);
    report({
      code: "too-many-phrases",
      severity: "error",
      line: spans[kept]!.lines[0],
      column: 1,
      message: TOO_MANY_PHRASES,
    });
  }
  return {
    header,
    tuning: set.tuning,
    family: set.family,
    capo,
    metre,
    key,
    // Frets have no names: they follow from key and direction.
    phrases: phrases
      .slice(0, MAX_PHRASES)
      .map((phrase) => ({ ...phrase, bars: spellBars(phrase.bars, key) })),
    findings: findings
      .map((finding) => inItsBar(finding, spans))
      .sort((a, b) => a.where.line! - b.where.line! || a.where.column! - b.where.column!),
  };
}

/** Where a bar stands in the text; lines and columns from 1. */
interface BarSpan {
  readonly bar: BarIndex;
  readonly lines: readonly [number, number];
  readonly columns: readonly [number, number];
}

function spanOf({ lines }: System, { textStart, width }: TabBar, bar: BarIndex): BarSpan {
  return {
    bar,
    lines: [lines[0]!.number, lines.at(-1)!.number],
    columns: [textStart + 1, textStart + width],
  };
}

/** What lies on a bar says which, counted through the whole text. */
function inItsBar(finding: Finding, spans: readonly BarSpan[]): Finding {
  const { line = 0, column = 0 } = finding.where;
  const span = spans.find(
    ({ lines, columns }) =>
      line >= lines[0] && line <= lines[1] && column >= columns[0] && column <= columns[1],
  );
  const isOfOneBar = span && finding.code !== "timing-assumed";
  return isOfOneBar ? { ...finding, where: { ...finding.where, bar: span.bar } } : finding;
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
