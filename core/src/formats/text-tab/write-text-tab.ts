import { barEntries, barsOn, formatBar } from "../../foundation/bar-index";
import { printForm } from "../../callout/form-line";
import { capoInWords } from "../../instrument/capo";
import { familyOf } from "../../instrument/instrument";
import { stringNames } from "../../instrument/string-names";
import { formatTuning } from "../../instrument/tuning";
import { nameOfTuning } from "../../instrument/tuning-library";
import { placeNamesOf, USUAL_STYLE, type PlaceStyle } from "../../neck/place-names";
import { formatChord } from "../../pitch/chord";
import { STANDARD_REFERENCE_HZ } from "../../pitch/frequency";
import { formatKey } from "../../pitch/key";
import { formatPitch } from "../../pitch/pitch";
import { add, compare } from "../../rhythm/fraction";
import { formatMetre } from "../../rhythm/metre";
import { eventsOf, type Bar } from "../../score/bar";
import { notesOf } from "../../score/event";
import type { BarFrame } from "../../score/frame";
import {
  barsBefore,
  framesOfPhrase,
  lineOf,
  styleOf,
  type Part,
  type Song,
} from "../../score/song";
import { soundingShift } from "../../theory/fingered";
import { fingeredChord } from "../../theory/shapes-and-sound";
import { DEFAULT_FRETS } from "./read-text-tab";
import { ColumnMaker, type Column } from "./text-columns";

/** How many columns a system may take; a single bar may need more. */
const USUAL_WIDTH = 92;
export const MIN_WIDTH = 40;
export const MAX_WIDTH = 400;

/**
 * Writes a part as plain-text tablature: thin string on top, frets and strings as song or studio
 * have them, chords as the hand calls them, a row of note values above, palm mutes and ringing notes
 * below. `lossesIn` says what it cannot carry; notes without a place are listed below their phrase.
 *
 * @param width the most columns of a system
 */
export function writeTextTab(
  song: Song,
  partId: string,
  studio: PlaceStyle = USUAL_STYLE,
  width = USUAL_WIDTH,
): string {
  const part = song.parts.find((one) => one.id === partId);
  if (!part) throw new RangeError(`no part ${partId} in this song`);
  const style = styleOf(song, studio);
  const sheet: Sheet = { song, part, style, shift: soundingShift(part.instrument, part.capo) };
  const blocks = [headerOf(sheet)];
  const maker = new ColumnMaker(part.instrument.tuning.length, placeNamesOf(part, style));
  for (const phrase of song.phrases) {
    const bars = lineOf(song, phrase.id, part.id)?.bars ?? [];
    if (bars.length === 0) continue;
    blocks.push(`[${phrase.name.replace(/[[\]]/gu, "")}]`);
    const frames = framesOfPhrase(song, phrase, bars.length);
    const written = bars.map((bar, index): WrittenBar => {
      const columns = maker.bar(bar);
      const chords = chordsOver(columns, frames[index]!, sheet);
      return { columns, chords, widths: widthsOf(columns, chords) };
    });
    for (const system of wrap(written, width)) blocks.push(drawSystem(system, sheet));
    const homeless = homelessIn(bars, barsBefore(song, { phraseId: phrase.id, partId: part.id }));
    if (homeless.length > 0) blocks.push(homeless.join("\n"));
  }
  return `${blocks.join("\n\n")}\n`;
}

/** What is written, and how. */
interface Sheet {
  readonly song: Song;
  readonly part: Part;
  readonly style: PlaceStyle;
  /** Semitones from what a shape is called to what it sounds. */
  readonly shift: number;
}

interface WrittenBar {
  readonly columns: readonly Column[];
  /** By column: the chord that begins there. */
  readonly chords: readonly string[];
  /** By column, in characters. */
  readonly widths: readonly number[];
}

const RING_WORDS = "let ring";

function headerOf({ song, part, style }: Sheet): string {
  const { tuning } = part.instrument;
  const name = nameOfTuning(tuning, familyOf(part.instrument));
  const { capo } = part;
  const counted = `frets are counted from ${style.fretsFrom === "nut" ? "the nut" : "it"}`;
  // Only the phrases that this part plays are in its text, and have their letters from it.
  const played = song.phrases.filter(({ id }) => (lineOf(song, id, part.id)?.bars.length ?? 0) > 0);
  const hasForm = song.form.length > 0 && played.length === song.phrases.length;
  return [
    song.title,
    "",
    `Part: ${part.name}`,
    `Tuning: ${formatTuning(tuning)}${name ? ` (${name})` : ""}`,
    `Capo: ${capo.fret === 0 ? "none" : `${capoInWords(capo).replace("capo ", "")} (${counted})`}`,
    ...(song.referenceHz === STANDARD_REFERENCE_HZ ? [] : [`Reference: A=${song.referenceHz} Hz`]),
    `Key: ${formatKey(song.key)} (sounding)`,
    `Metre: ${formatMetre(song.metre)}`,
    `Tempo: ${song.tempoBpm}`,
    // More than a reader expects.
    ...(part.instrument.frets > DEFAULT_FRETS ? [`Frets: ${part.instrument.frets}`] : []),
    ...(hasForm ? [`Form: ${printForm(song.form, song.phrases)}`] : []),
    "Rhythm: w whole, h half, q quarter, e eighth, s sixteenth, t thirty-second; . dotted, 3 triplet, + tied, g grace; a value with no fret is a rest",
    "Legend: h hammer-on, p pull-off, / \\ s slide, b bend, pb pre-bend, r release, t tap, tr trill, ~ vibrato, x dead, (5) ghost, <12> harmonic",
  ].join("\n");
}

/** Chords stand above the first column that does not begin before them. */
function chordsOver(
  columns: readonly Column[],
  frame: BarFrame,
  { shift, song }: Sheet,
): readonly string[] {
  const names = columns.map(() => "");
  for (const [at, index] of chordColumns(columns, frame).entries()) {
    if (index === undefined) continue;
    const { chord } = frame.chords[at]!;
    names[index] = chord ? formatChord(fingeredChord(chord, shift, song.key)) : "N.C.";
  }
  return names;
}

/** The column each chord of a bar stands over; of several over one column the last is written. */
export function chordColumns(
  columns: readonly Column[],
  { chords, from }: BarFrame,
): readonly (number | undefined)[] {
  return chords.map(({ at }) => {
    const found = columns.findIndex(({ onset }) => compare(add(from, onset), at) >= 0);
    const index = found < 0 ? columns.length - 1 : found;
    return index < 0 ? undefined : index;
  });
}

/** As many bars a system as fit; at least one. */
function wrap(bars: readonly WrittenBar[], most: number): readonly (readonly WrittenBar[])[] {
  const systems: WrittenBar[][] = [];
  let width = 0;
  for (const bar of bars) {
    const own = bar.widths.reduce((total, one) => total + one, 2);
    if (systems.length === 0 || width + own > most) {
      systems.push([]);
      width = 4;
    }
    systems.at(-1)!.push(bar);
    width += own;
  }
  return systems;
}

/** A chord's name needs its room, and so do the words of what is left ringing. */
function widthsOf(columns: readonly Column[], chords: readonly string[]): readonly number[] {
  return columns.map(({ width, lead, isRinging }, index) => {
    const name = chords[index]!.length;
    const ring = isRinging && !columns[index - 1]?.isRinging ? RING_WORDS.length : 0;
    return Math.max(width, name > 0 ? lead + name + 1 : 0, ring > 0 ? lead + ring + 1 : 0);
  });
}

function drawSystem(bars: readonly WrittenBar[], { part, style }: Sheet): string {
  const { instrument } = part;
  // A number at the start of a line would read as a fret.
  const school = style.stringSchool === "number" ? "actual" : style.stringSchool;
  const labels = stringNames(instrument.tuning, familyOf(instrument), school);
  const margin = Math.max(...labels.map((label) => label.length));
  const blank = " ".repeat(margin + 1);
  let [chords, values, mutes, rings] = [blank, blank, blank, blank];
  const rows = labels.map((label) => `${label.padEnd(margin)}|`);
  const open = () => {
    chords += " ";
    values += " ";
    mutes += " ";
    rings += " ";
  };
  for (const bar of bars) {
    open();
    for (const [string] of rows.entries()) rows[string] += "-";
    for (const [index, column] of bar.columns.entries()) {
      const width = bar.widths[index]!;
      const [before, after] = [bar.columns[index - 1], bar.columns[index + 1]];
      const lead = " ".repeat(column.lead);
      chords += (lead + (bar.chords[index] ?? "")).padEnd(width);
      values += (lead + column.value).padEnd(width);
      mutes += spanSign(
        "PM",
        width,
        column.lead,
        [before, column, after].map((one) => one?.isMuted),
      );
      rings += spanSign(
        RING_WORDS,
        width,
        column.lead,
        [before, column, after].map((one) => one?.isRinging),
      );
      for (const [string] of rows.entries()) {
        rows[string] += column.signs[string]!.padEnd(width, "-");
      }
    }
    open();
    for (const [string] of rows.entries()) rows[string] += "|";
  }
  const lines = [chords, values, ...rows, mutes, rings].map((line) => line.trimEnd());
  return lines.filter((line) => line !== "").join("\n");
}

/** The words where a span begins, dashes while it goes on. */
function spanSign(
  words: string,
  width: number,
  lead: number,
  [before, now, after]: readonly (boolean | undefined)[],
): string {
  if (!now) return " ".repeat(width);
  const sign = before ? "-".repeat(lead + 1) : " ".repeat(lead) + words;
  return sign.slice(0, width).padEnd(width, after ? "-" : " ");
}

function homelessIn(bars: readonly Bar[], before: number): readonly string[] {
  return barEntries(bars).flatMap(([index, bar]) => {
    const names = eventsOf([bar])
      .flatMap(notesOf)
      .flatMap((note) => (note.kind === "pitched" && !note.place ? [formatPitch(note.pitch)] : []));
    const where = formatBar(barsOn(index, before));
    return names.length === 0 ? [] : [`Not on this neck, ${where}: ${names.join(" ")}`];
  });
}
