import { barEntries, type BarIndex } from "../../foundation/bar-index";
import { placeNamesOf, USUAL_STYLE } from "../../neck/place-names";
import type { Metre } from "../../rhythm/metre";
import { compare, ZERO, type Fraction } from "../../rhythm/fraction";
import { eventsOf, momentsOf, writtenLength, type Bar } from "../../score/bar";
import { harmonicOf, notesOf, stringOf } from "../../score/event";
import type { ChordAt } from "../../score/frame";
import { framesOfPhrase, lineOf, styleOf, type Song } from "../../score/song";
import { changesIn, metreInFile, metresRead } from "../midi/pick-up-bars";
import { ColumnMaker, type Column } from "../text-tab/text-columns";
import { chordColumns } from "../text-tab/write-text-tab";
import type { Feature } from "./features";
import type { LossyFormat } from "./losses.data";

/** How often what a format can say has no sign where it stands. */
export function lostSomewhere(
  song: Song,
  format: LossyFormat,
  partId: string | undefined,
): ReadonlyMap<Feature, number> {
  switch (format) {
    case "text":
      return signsLost(song, partId);
    case "musicxml":
      return frameLost(song);
    case "midi":
      return marksLost(song);
    case "midi-by-string":
      return new Map([...marksLost(song), ...counted({ place: unheardPlaces(song) })]);
  }
}

/**
 * Metres and tempos that no bar line of the file has: bars do not add up, are silent to the end, or
 * are as long as a pick-up, which is read in the metre it leads to.
 */
function marksLost(song: Song): ReadonlyMap<Feature, number> {
  const lost = { "metre-change": 0, "tempo-change": 0 };
  let isRegular = true;
  let first: Metre | undefined;
  const last = lastSounding(song);
  for (const [at, phrase] of song.phrases.entries()) {
    const lines = song.parts.map(({ id }) => lineOf(song, phrase.id, id)?.bars ?? []);
    const frames = framesOfPhrase(song, phrase, Math.max(0, ...lines.map(({ length }) => length)));
    const heard = barEntries(frames).filter(
      ([bar]) => at < last.phrase || (at === last.phrase && bar <= last.bar),
    );
    const inFile = heard.map(([, { metre, length }]) => metreInFile(metre, length));
    const standing = heard.filter(([bar, { length }]) => {
      isRegular &&= compare(longestIn(lines, bar), length) <= 0;
      return isRegular;
    });
    const read = metresRead(inFile).slice(0, standing.length);
    const metres = phrase.marks.filter(({ metre }) => metre !== undefined).length;
    lost["metre-change"] += Math.max(0, metres - changesIn(read, first));
    lost["tempo-change"] += phrase.marks.filter(
      ({ bar, tempoBpm }) => tempoBpm !== undefined && bar >= standing.length,
    ).length;
    first ??= read[0];
  }
  return counted(lost);
}

/** Notes of two voices that are struck at once on one string, and harmonics: a channel has pitches. */
function unheardPlaces(song: Song): number {
  let shared = 0;
  for (const { events } of song.lines.flatMap(({ bars }) => bars.flatMap(momentsOf))) {
    const notes = events.flatMap(notesOf).filter((note) => stringOf(note) !== undefined);
    const harmonics = notes.filter((note) => harmonicOf(note)?.kind === "natural").length;
    shared += notes.length - new Set(notes.map(stringOf)).size + harmonics;
  }
  return shared;
}

/** How long a bar is in the part that writes most in it. */
function longestIn(lines: readonly (readonly Bar[])[], bar: BarIndex): Fraction {
  return lines
    .flatMap((bars) => bars[bar] ?? [])
    .map(writtenLength)
    .reduce((a, b) => (compare(a, b) >= 0 ? a : b), ZERO);
}

/** The last bar in which anything is struck. */
function lastSounding(song: Song): { readonly phrase: number; readonly bar: number } {
  for (const [phrase, { id }] of [...song.phrases.entries()].reverse()) {
    const bar = song.parts
      .map((part) =>
        (lineOf(song, id, part.id)?.bars ?? []).findLastIndex((one) =>
          eventsOf([one]).some((event) => event.kind === "notes"),
        ),
      )
      .reduce((a, b) => Math.max(a, b), -1);
    if (bar >= 0) return { phrase, bar };
  }
  return { phrase: -1, bar: -1 };
}

function counted(lost: Partial<Record<Feature, number>>): ReadonlyMap<Feature, number> {
  const entries = Object.entries(lost) as [Feature, number][];
  return new Map(entries.filter(([, count]) => count > 0));
}

/** What has a sign in text, but not everywhere: found by writing it. */
function signsLost(song: Song, partId: string | undefined): ReadonlyMap<Feature, number> {
  const lost = new Map<Feature, number>();
  const lose = (feature: Feature, times: number) => {
    if (times > 0) lost.set(feature, (lost.get(feature) ?? 0) + times);
  };
  for (const part of song.parts) {
    if (partId !== undefined && part.id !== partId) continue;
    const maker = new ColumnMaker(
      part.instrument.tuning.length,
      placeNamesOf(part, styleOf(song, USUAL_STYLE)),
    );
    for (const phrase of song.phrases) {
      const bars = lineOf(song, phrase.id, part.id)?.bars ?? [];
      const frames = framesOfPhrase(song, phrase, bars.length);
      const kept = bars.map((bar, index) => {
        const columns = maker.bar(bar);
        const over = chordColumns(columns, frames[index]!).filter((at) => at !== undefined);
        // Graces stand at the moment of what they lead to.
        return new Set(over.map((at) => columns.findIndex((one, to) => to >= at && !isGrace(one))))
          .size;
      });
      const all = phrase.marks.reduce((sum, { chords = [] }) => sum + chords.length, 0);
      lose(
        "chord",
        kept.reduce((sum, count) => sum - count, all),
      );
    }
    for (const [kind, count] of maker.lost) lose(kind, count);
  }
  return lost;
}

function isGrace({ value }: Column): boolean {
  return value.endsWith("g");
}

/** Chords that never sound in their bar, and pick-ups that are not as long as they say. */
function frameLost(song: Song): ReadonlyMap<Feature, number> {
  const lost = { chord: 0, "pick-up": 0 };
  for (const phrase of song.phrases) {
    const lines = song.parts.map(({ id }) => lineOf(song, phrase.id, id)?.bars ?? []);
    const frames = framesOfPhrase(song, phrase, Math.max(0, ...lines.map(({ length }) => length)));
    for (const { bar, from, chords = [] } of phrase.marks) {
      const frame = frames[bar];
      const isSaid = ({ at }: ChordAt) => frame && compare(at, frame.from) >= 0;
      lost.chord += chords.filter((chord) => !isSaid(chord)).length;
      const isAsLong = frame && compare(longestIn(lines, bar), frame.length) === 0;
      if (from && !isAsLong) lost["pick-up"]++;
    }
  }
  return counted(lost);
}
