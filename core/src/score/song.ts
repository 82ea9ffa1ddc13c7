import type { Capo } from "../instrument/capo";
import type { Instrument } from "../instrument/instrument";
import type { PlaceStyle } from "../neck/place-names";
import type { Key } from "../pitch/key";
import type { Feel } from "../rhythm/feel";
import type { Metre } from "../rhythm/metre";
import type { Bar } from "./bar";
import type { BarRelation } from "./bar-relation";
import { framesOf, type BarFrame, type BarMark } from "./frame";
import type { Section } from "./form";
import { usualPicking, type PickingSchool } from "./picking";

/** What a song says of itself, apart from its notes. */
export interface SongDetails {
  readonly title: string;
  /** Quarter notes a minute, 20–400. */
  readonly tempoBpm: number;
  readonly metre: Metre;
  /** How written pairs are played. */
  readonly feel: Feel;
  /** The sounding key. */
  readonly key: Key;
  /** What A4 is, in Hz, 415–466: 440 unless the record lies between keys. */
  readonly referenceHz: number;
  /** Where this song is written otherwise than the studio's other songs. */
  readonly style: Partial<PlaceStyle>;
  /** Free words about feel and tone. */
  readonly note?: string;
}

export const MAX_PARTS = 32;
export const MAX_PHRASES = 500;

/** A song without its music. */
export function detailsOf(song: Song): SongDetails {
  const { parts: _p, phrases: _ph, form: _f, lines: _l, accepted: _a, ...details } = song;
  return details;
}

/** A song: phrases in order, parts, and for a part and a phrase at most one line. */
export interface Song extends SongDetails {
  readonly parts: readonly Part[];
  readonly phrases: readonly Phrase[];
  /** How the phrases are played; while it is empty, once and one after the other. */
  readonly form: readonly Section[];
  /** In no particular order. */
  readonly lines: readonly Line[];
  /** What Check found and the teacher wants to stay as it is; absent where there is none. */
  readonly accepted?: readonly Accepted[];
}

/** A finding that was accepted, by its key, and why. */
export interface Accepted {
  readonly finding: string;
  /** Like “as on the record”. */
  readonly reason: string;
}

export const MAX_ACCEPTED = 2000;

/** One player with an instrument in hand. */
export interface Part {
  readonly id: string;
  readonly name: string;
  readonly instrument: Instrument;
  readonly capo: Capo;
  /** The school that suggests its strokes. */
  readonly picking: PickingSchool;
  /** Gain, pick-up, effects: as plain words. */
  readonly tone?: string;
  /** The placing profile by its id; absent for the usual one. */
  readonly profile?: string;
}

/** A part as it is before anything was decided for it. */
export function newPart(
  id: string,
  name: string,
  { instrument, capo }: Pick<Part, "instrument" | "capo">,
): Part {
  return { id, name, instrument, capo, picking: usualPicking(instrument.kind) };
}

export interface Phrase {
  readonly id: string;
  readonly name: string;
  /** What its bars say to all parts, in order; bars that say nothing are left out. */
  readonly marks: readonly BarMark[];
}

/** What one part plays in one phrase: the version that is handed out, and the others. */
export interface Line extends Version {
  readonly phraseId: string;
  readonly partId: string;
  readonly others: readonly Version[];
}

/** One way to play a line: as on the record, as on stage, simplified. */
export interface Version {
  /** Absent where there is only one. */
  readonly label?: string;
  /** Why it is there. */
  readonly reason?: string;
  readonly bars: readonly Bar[];
  /** Bars that were said as others, in their order; at most one a bar. */
  readonly relations?: readonly BarRelation[];
  /** What its placing has to keep to. */
  readonly wishes?: LineWishes;
  /** Where it lies was suggested, and nobody has taken it yet. */
  readonly isSuggested?: true;
}

/** What a teacher asks of the placing of a whole line. Frets count from the capo. */
export interface LineWishes {
  /** A hint: somewhere near this fret. */
  readonly around?: number;
  /** A rule: the first finger stays at this fret. */
  readonly position?: number;
  /** A rule: nothing lies on these strings. */
  readonly withoutStrings?: readonly number[];
}

/** How many bars of a part stand before one of its phrases, or before one that is still to come: bars are counted through the part. */
export function barsBefore(
  song: Pick<Song, "phrases" | "lines">,
  { phraseId, partId }: { readonly phraseId: string | undefined; readonly partId: string },
): number {
  let bars = 0;
  for (const { id } of song.phrases) {
    if (id === phraseId) return bars;
    bars += lineOf(song, id, partId)?.bars.length ?? 0;
  }
  return bars;
}

export function lineOf(
  song: Pick<Song, "lines">,
  phraseId: string,
  partId: string,
): Line | undefined {
  return song.lines.find((line) => line.phraseId === phraseId && line.partId === partId);
}

/** The lines of a part in the order of the phrases. */
export function linesOfPart(song: Song, partId: string): readonly Line[] {
  return song.phrases.flatMap((phrase) => lineOf(song, phrase.id, partId) ?? []);
}

/** The bars of a part through the whole song, in the order of the phrases. */
export function barsOfPart(song: Song, partId: string): readonly Bar[] {
  return linesOfPart(song, partId).flatMap(({ bars }) => bars);
}

/** A line with the bars of every version of it changed, each by itself. */
export function changeVersions(line: Line, change: (bars: readonly Bar[]) => readonly Bar[]): Line {
  return {
    ...line,
    bars: change(line.bars),
    others: line.others.map((version) => ({ ...version, bars: change(version.bars) })),
  };
}

/**
 * Lines changed as one way through a part, and every other version of each line by itself.
 * @param change Gives as many bars as it takes.
 */
export function changeLines(
  lines: readonly Line[],
  change: (bars: readonly Bar[]) => readonly Bar[],
): readonly Line[] {
  const bars = change(lines.flatMap((line) => line.bars));
  let start = 0;
  return lines.map((line) => ({
    ...line,
    bars: bars.slice(start, (start += line.bars.length)),
    others: line.others.map((version) => ({ ...version, bars: change(version.bars) })),
  }));
}

/** How places are written in this song: its own way where it has one, else the studio's. */
export function styleOf({ style }: Pick<Song, "style">, studio: PlaceStyle): PlaceStyle {
  return { ...studio, ...style };
}

/** What holds in each bar of a phrase. */
export function framesOfPhrase(
  song: Pick<Song, "metre" | "tempoBpm">,
  phrase: Phrase,
  bars: number,
): readonly BarFrame[] {
  return framesOf(phrase.marks, song, bars);
}
