import { barEntries, barNumber, barsOn } from "../../foundation/bar-index";
import { harmonicCents } from "../../neck/harmonic";
import { frequencyHzOf } from "../../pitch/frequency";
import { formatPitch } from "../../pitch/pitch";
import { add, formatFraction, type Fraction } from "../../rhythm/fraction";
import { countAt } from "../../rhythm/metre";
import { timed } from "../../score/bar";
import { harmonicOf, notesOf, type Note } from "../../score/event";
import type { BarFrame } from "../../score/frame";
import { framesOfPhrase, lineOf, type Part, type Song } from "../../score/song";
import { fingeredPitch, soundingShift } from "../../theory/fingered";

const HEAD = [
  "part",
  "phrase",
  "bar",
  "onset",
  "duration",
  "count",
  "string",
  "fret",
  "fingered",
  "sounding",
  "Hz",
  "techniques",
];

/**
 * All notes as comma-separated values (RFC 4180), a row a note, phrases in their order, bars counted
 * through the song from 1. Onset and duration are fractions of a whole note, frets count from the
 * capo, Hz is what is heard with the song's reference pitch. Dead notes have neither pitch nor Hz.
 */
export function writeCsv(song: Song): string {
  const rows = [HEAD, ...song.parts.flatMap((part) => rowsOfPart(song, part))];
  return rows.map((row) => `${row.map(field).join(",")}\r\n`).join("");
}

function rowsOfPart(song: Song, part: Part): readonly (readonly string[])[] {
  const shift = soundingShift(part.instrument, part.capo);
  const rows: string[][] = [];
  let before = 0;
  for (const phrase of song.phrases) {
    const bars = lineOf(song, phrase.id, part.id)?.bars ?? [];
    const frames = framesOfPhrase(song, phrase, bars.length);
    for (const [index, bar] of barEntries(bars)) {
      for (const voice of [bar.events, bar.voiceTwo ?? []]) {
        for (const { event, onset } of timed(voice)) {
          for (const note of notesOf(event)) {
            const said = event.kind === "notes" ? event.techniques : [];
            const marks = note.kind === "dead" ? ["dead"] : note.techniques.map(({ kind }) => kind);
            rows.push([
              part.name,
              phrase.name,
              String(barNumber(barsOn(index, before))),
              formatFraction(onset),
              formatFraction(event.duration),
              countIn(onset, frames[index]!),
              ...placeAndPitch(note, song, shift),
              [...marks, ...said.map(({ kind }) => kind)].join(" "),
            ]);
          }
        }
      }
    }
    before += bars.length;
  }
  return rows;
}

function countIn(onset: Fraction, { from, metre }: BarFrame): string {
  return countAt(add(from, onset), metre);
}

function placeAndPitch(note: Note, song: Song, shift: number): readonly string[] {
  if (note.kind === "dead") return [String(note.string), "", "", "", ""];
  const { place, pitch } = note;
  const harmonic = harmonicOf(note);
  const partial = harmonic && place ? harmonicCents(place, harmonic) : 0;
  const cents = (pitch.cents ?? 0) + partial;
  return [
    place ? String(place.string) : "",
    place ? String(place.fret) : "",
    formatPitch(fingeredPitch(pitch, shift, song.key)),
    formatPitch(pitch),
    frequencyHzOf({ ...pitch, cents }, song.referenceHz).toFixed(2),
  ];
}

/** Quoted where it has to be; a text that a spreadsheet would take for a formula is kept one. */
function field(value: string): string {
  const text = /^[=+@]|^-(?!\d)/u.test(value) ? `'${value}` : value;
  return /[",\r\n]/u.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}
