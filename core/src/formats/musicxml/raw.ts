import type { Capo } from "../../instrument/capo";
import type { InstrumentKind } from "../../instrument/instrument";
import type { Tuning } from "../../instrument/tuning";
import type { FingerByHand } from "../../neck/neck";
import type { Chord } from "../../pitch/chord";
import type { Key } from "../../pitch/key";
import type { Pitch } from "../../pitch/pitch";
import type { Feel } from "../../rhythm/feel";
import type { Fraction } from "../../rhythm/fraction";
import type { Metre } from "../../rhythm/metre";
import type { EventTechnique, LinkKind, Pluck, Stroke, Technique } from "../../score/technique";

/** What stands in a MusicXML file, before anything is decided about it. */

/** A technique that words and a dashed line spread over several notes. */
export type Span = "palm-mute" | "let-ring";

export interface RawNote {
  /** As it sounds, transposition undone; absent for a dead note without one. */
  readonly pitch: Pitch | undefined;
  readonly isDead: boolean;
  string: number | undefined;
  fret: number | undefined;
  finger: FingerByHand | undefined;
  pluck: Pluck | undefined;
  techniques: Technique[];
  /** By what it is reached from the note before. */
  link: LinkKind | undefined;
  /** A slur ends on it, and nothing else says how it is reached. */
  isSlurred: boolean;
  /** By what the note after it is reached, where only this end of it is written. */
  starts: LinkKind[];
}

export interface RawEvent {
  readonly kind: "notes" | "rest" | "hit";
  readonly onset: Fraction;
  readonly duration: Fraction;
  readonly voice: string;
  readonly staff: number;
  readonly isWholeBar: boolean;
  readonly grace: "before" | "on-beat" | undefined;
  readonly notes: RawNote[];
  techniques: EventTechnique[];
  stroke: Stroke | undefined;
  sound: "body" | "scrape";
  hasFermata: boolean;
  lyric: string | undefined;
  words: string[];
}

/** What a measure says of the order in which the piece is played. */
export interface RawRepeats {
  readonly opensRepeat?: boolean;
  /** How often in all, the signs and brackets before it counted. */
  readonly closesRepeat?: number;
  readonly startsEnding?: readonly number[];
  readonly stopsEnding?: boolean;
  readonly segno?: boolean;
  readonly coda?: boolean;
  readonly toCoda?: boolean;
  readonly daCapo?: boolean;
  readonly dalSegno?: boolean;
  readonly fine?: boolean;
}

export interface RawMeasure {
  readonly isPickUp: boolean;
  readonly metre: Metre | undefined;
  readonly tempoBpm: number | undefined;
  readonly chords: readonly { readonly at: Fraction; readonly chord: Chord | undefined }[];
  readonly section: string | undefined;
  readonly phrase: string | undefined;
  readonly repeats: RawRepeats;
  readonly events: readonly RawEvent[];
}

export interface RawStaff {
  readonly isTab: boolean;
  readonly tuning: Tuning | undefined;
  readonly capo: number | undefined;
}

export interface RawPart {
  readonly name: string;
  readonly instrumentName: string | undefined;
  readonly program: number | undefined;
  readonly kind: InstrumentKind | undefined;
  readonly frets: number | undefined;
  readonly tone: string | undefined;
  readonly picking: string | undefined;
  readonly measures: readonly RawMeasure[];
  readonly staves: ReadonlyMap<number, RawStaff>;
  readonly key: Key | undefined;
  readonly feel: Feel | undefined;
  readonly capo: Capo | undefined;
}
