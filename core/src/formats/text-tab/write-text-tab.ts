import { capoInWords } from "../../instrument/capo";
import { familyOf } from "../../instrument/instrument";
import { stringNames } from "../../instrument/string-names";
import { formatTuning } from "../../instrument/tuning";
import { nameOfTuning } from "../../instrument/tuning-library";
import {
  placeNamesOf,
  USUAL_STYLE,
  writtenFret,
  type PlaceNames,
  type PlaceStyle,
} from "../../neck/place-names";
import { STANDARD_REFERENCE_HZ } from "../../pitch/frequency";
import { formatKey } from "../../pitch/key";
import { formatPitch } from "../../pitch/pitch";
import { formatDuration } from "../../rhythm/duration";
import type { Fraction } from "../../rhythm/fraction";
import { formatMetre } from "../../rhythm/metre";
import { eventsOf, type Bar } from "../../score/bar";
import {
  isPalmMuted,
  lengthOf,
  linkOf,
  notesOf,
  stringOf,
  type LineEvent,
  type Note,
} from "../../score/event";
import { lineOf, styleOf, type Part, type Song } from "../../score/song";

const MAX_WIDTH = 92;
const LETTER_OF_VALUE: Readonly<Record<string, string>> = {
  1: "w",
  2: "h",
  4: "q",
  8: "e",
  16: "s",
  32: "t",
};

/**
 * Writes a part as plain-text tablature: thin string on top, frets and strings as song or studio have them, a row of
 * note values above and palm mutes below. What text cannot carry (pins, fingers, reasons, spelling)
 * is left out; notes without a place are listed below their phrase.
 */
export function writeTextTab(song: Song, partId: string, studio: PlaceStyle = USUAL_STYLE): string {
  const part = song.parts.find((one) => one.id === partId);
  if (!part) throw new RangeError(`no part ${partId} in this song`);
  const style = styleOf(song, studio);
  const sheet: Sheet = { song, part, names: placeNamesOf(part, style), style };
  const blocks = [headerOf(sheet)];
  for (const phrase of song.phrases) {
    const bars = lineOf(song, phrase.id, part.id)?.bars ?? [];
    if (bars.length === 0) continue;
    blocks.push(`[${phrase.name.replace(/[[\]]/gu, "")}]`);
    const previous: (Note | undefined)[] = [];
    const columns = bars.map((bar) => bar.events.map((event) => columnOf(event, sheet, previous)));
    for (const system of wrap(columns, bars)) blocks.push(drawSystem(system, sheet));
    const homeless = homelessIn(bars);
    if (homeless.length > 0) blocks.push(homeless.join("\n"));
  }
  return `${blocks.join("\n\n")}\n`;
}

function headerOf({ song, part, style }: Sheet): string {
  const { tuning } = part.instrument;
  const name = nameOfTuning(tuning, familyOf(part.instrument));
  const { capo } = part;
  const counted = `frets are counted from ${style.fretsFrom === "nut" ? "the nut" : "it"}`;
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
    "Rhythm: w whole, h half, q quarter, e eighth, s sixteenth, t thirty-second; . dotted, 3 triplet; a value with no fret is a rest",
  ].join("\n");
}

/** What is written, and how. */
interface Sheet {
  readonly song: Song;
  readonly part: Part;
  readonly names: PlaceNames;
  readonly style: PlaceStyle;
}

/** What stands below one value of the rhythm row. */
interface Column {
  readonly value: string;
  /** By string, index 0 is string 1. */
  readonly signs: readonly string[];
  /** Room for a link sign before the frets. */
  readonly lead: number;
  readonly width: number;
  readonly palmMuted: boolean;
}

function columnOf(event: LineEvent, sheet: Sheet, previous: (Note | undefined)[]): Column {
  const signs = sheet.part.instrument.tuning.map(() => "");
  let lead = 0;
  for (const note of notesOf(event)) {
    const string = stringOf(note);
    if (string === undefined || linkOf(note) === "tie") continue;
    const link = linkSign(note, previous[string - 1]);
    if (link) lead = 1;
    signs[string - 1] = link + signOf(note, sheet.names);
    previous[string - 1] = note;
  }
  const aligned = signs.map((sign) => (lead === 1 && /^[^hp/\\]/u.test(sign) ? `-${sign}` : sign));
  const value = lengthOf(event).num > 0 ? valueWord(event.duration) : "";
  const palmMuted = isPalmMuted(event);
  const longest = Math.max(2 + lead, value.length + lead, ...aligned.map((sign) => sign.length));
  return {
    value,
    signs: aligned,
    lead,
    width: longest + 1,
    palmMuted,
  };
}

function linkSign(note: Note, before: Note | undefined): string {
  const link = linkOf(note);
  if (link === "hammer-on") return "h";
  if (link === "pull-off") return "p";
  if ((link !== "slide" && link !== "shift-slide") || note.kind === "dead") return "";
  const from = before?.kind === "pitched" ? (before.place?.fret ?? 0) : 0;
  return (note.place?.fret ?? 0) < from ? "\\" : "/";
}

function signOf(note: Note, names: PlaceNames): string {
  if (note.kind === "dead") return "x";
  const fret = note.place && writtenFret(note.place, names);
  let sign = String(fret ?? "");
  for (const technique of note.techniques) {
    if (technique.kind === "bend") sign += bendSign(technique.cents, fret ?? 0);
    if (technique.kind === "vibrato") sign += "~";
  }
  return sign;
}

function bendSign(cents: number, fret: number): string {
  if (cents === 50) return "b¼";
  if (cents === 150) return "b¾";
  return `b${fret + Math.round(cents / 100)}`;
}

function valueWord(duration: Fraction): string {
  const match = /^(\d+)(\.*)(t?)$/u.exec(formatDuration(duration));
  const letter = match && LETTER_OF_VALUE[match[1]!];
  if (!letter) return `${duration.num}/${duration.den}`;
  return `${letter}${match[2]}${match[3] ? "3" : ""}`;
}

/** As many bars a system as fit; at least one. */
function wrap(columns: readonly (readonly Column[])[], bars: readonly Bar[]) {
  const systems: (readonly Column[])[][] = [];
  let width = 0;
  for (const [index] of bars.entries()) {
    const bar = columns[index]!;
    const own = bar.reduce((total, column) => total + column.width, 2);
    if (systems.length === 0 || width + own > MAX_WIDTH) {
      systems.push([]);
      width = 4;
    }
    systems.at(-1)!.push(bar);
    width += own;
  }
  return systems;
}

function drawSystem(bars: readonly (readonly Column[])[], { part, style }: Sheet): string {
  const { instrument } = part;
  // A number at the start of a line would read as a fret.
  const school = style.stringSchool === "number" ? "actual" : style.stringSchool;
  const labels = stringNames(instrument.tuning, familyOf(instrument), school);
  const margin = Math.max(...labels.map((label) => label.length));
  let values = " ".repeat(margin + 1);
  let mutes = values;
  const rows = labels.map((label) => `${label.padEnd(margin)}|`);
  for (const bar of bars) {
    const add = (text: string, width: number, fill: string) => text.padEnd(width, fill);
    values += " ";
    mutes += " ";
    for (const [string] of rows.entries()) rows[string] += "-";
    for (const [index, column] of bar.entries()) {
      values += add(" ".repeat(column.lead) + column.value, column.width, " ");
      mutes += muteSign(column, bar[index - 1], bar[index + 1]);
      for (const [string] of rows.entries()) {
        rows[string] += add(column.signs[string]!, column.width, "-");
      }
    }
    values += " ";
    mutes += " ";
    for (const [string] of rows.entries()) rows[string] += "|";
  }
  const lines = [values, ...rows, mutes].map((line) => line.trimEnd());
  return lines.filter((line) => line !== "").join("\n");
}

function muteSign(column: Column, before: Column | undefined, after: Column | undefined): string {
  if (!column.palmMuted) return " ".repeat(column.width);
  const begins = !before?.palmMuted;
  const goesOn = after?.palmMuted === true;
  const sign = begins ? `${" ".repeat(column.lead)}PM` : "-".repeat(column.lead + 1);
  return sign.padEnd(column.width, goesOn ? "-" : " ");
}

function homelessIn(bars: readonly Bar[]): readonly string[] {
  return bars.flatMap((bar, index) => {
    const names = eventsOf([bar])
      .flatMap(notesOf)
      .flatMap((note) => (note.kind === "pitched" && !note.place ? [formatPitch(note.pitch)] : []));
    return names.length === 0 ? [] : [`Not on this neck, bar ${index + 1}: ${names.join(" ")}`];
  });
}
