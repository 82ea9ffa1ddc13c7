import type { Capo } from "../instrument/capo";
import type { Instrument } from "../instrument/instrument";
import type { Place } from "../neck/neck";
import type { PlaceStyle } from "../neck/place-names";
import type { Key } from "../pitch/key";
import type { Pitch } from "../pitch/pitch";
import type { Fraction } from "../rhythm/fraction";
import type { Metre } from "../rhythm/metre";

/** What a song says of itself, apart from its notes. */
export interface SongDetails {
  readonly title: string;
  /** Quarter notes a minute, 20–400. */
  readonly tempoBpm: number;
  readonly metre: Metre;
  /** The sounding key. */
  readonly key: Key;
  /** What A4 is, in Hz, 415–466: 440 unless the record lies between keys. */
  readonly referenceHz: number;
  /** Where this song is written otherwise than the studio's other songs. */
  readonly style: Partial<PlaceStyle>;
  /** Free words about feel and tone. */
  readonly note?: string;
}

/** A song: phrases in order, parts, and for a part and a phrase at most one line. */
export interface Song extends SongDetails {
  readonly parts: readonly Part[];
  readonly phrases: readonly Phrase[];
  /** In no particular order. */
  readonly lines: readonly Line[];
}

/** One player with an instrument in hand. */
export interface Part {
  readonly id: string;
  readonly name: string;
  readonly instrument: Instrument;
  readonly capo: Capo;
}

export interface Phrase {
  readonly id: string;
  readonly name: string;
}

/** What one part plays in one phrase. */
export interface Line {
  readonly phraseId: string;
  readonly partId: string;
  readonly bars: readonly Bar[];
}

/** Events between two bar lines; their durations may fall short of the metre or run over it. */
export interface Bar {
  readonly events: readonly LineEvent[];
}

export type LineEvent = NotesEvent | RestEvent;

export interface NotesEvent {
  readonly kind: "notes";
  readonly id: string;
  readonly duration: Fraction;
  /** At least one, at most one a string. */
  readonly notes: readonly Note[];
  readonly palmMuted: boolean;
}

export interface RestEvent {
  readonly kind: "rest";
  readonly id: string;
  readonly duration: Fraction;
}

export type Note = PitchedNote | DeadNote;

/** The pitch is what is heard; the place is where it is played, absent while no place is known. */
export interface PitchedNote {
  readonly kind: "pitched";
  readonly id: string;
  readonly pitch: Pitch;
  readonly place?: Place;
  /** The teacher chose the place: nothing else may move it. */
  readonly pinned: boolean;
  /** Why the teacher pinned it. */
  readonly reason?: string;
  readonly techniques: readonly Technique[];
}

/** A percussive stroke on a damped string, without pitch. */
export interface DeadNote {
  readonly kind: "dead";
  readonly id: string;
  readonly string: number;
}

/** How a note begins or moves. Links (hammer-on, pull-off, slide) say how it is reached from the note before. */
export type Technique =
  | { readonly kind: "hammer-on" }
  | { readonly kind: "pull-off" }
  | { readonly kind: "slide" }
  | { readonly kind: "bend"; readonly cents: number }
  | { readonly kind: "vibrato" };

export type LinkKind = "hammer-on" | "pull-off" | "slide";

/** The string a note occupies, if it has one. */
export function stringOf(note: Note): number | undefined {
  return note.kind === "dead" ? note.string : note.place?.string;
}

export function notesOf(event: LineEvent): readonly Note[] {
  return event.kind === "notes" ? event.notes : [];
}

export function linkOf(note: Note): LinkKind | undefined {
  if (note.kind === "dead") return undefined;
  for (const { kind } of note.techniques) {
    if (kind === "hammer-on" || kind === "pull-off" || kind === "slide") return kind;
  }
  return undefined;
}

export function eventsOf(bars: readonly Bar[]): readonly LineEvent[] {
  return bars.flatMap((bar) => bar.events);
}

export function lineOf(song: Song, phraseId: string, partId: string): Line | undefined {
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

/** Bars that were changed as one way through a part, cut where its lines were. */
export function cutIntoLines(lines: readonly Line[], bars: readonly Bar[]): readonly Line[] {
  let start = 0;
  return lines.map((line) => ({
    ...line,
    bars: bars.slice(start, (start += line.bars.length)),
  }));
}

/** How places are written in this song: its own way where it has one, else the studio's. */
export function styleOf({ style }: Pick<Song, "style">, studio: PlaceStyle): PlaceStyle {
  return { ...studio, ...style };
}
