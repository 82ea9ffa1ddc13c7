import type { HearOnly } from "../listening/hear-only";
import type { TempoSteps } from "../passage/play-plan";
import type { TakeMap } from "./take-map";

/** Where a take is from. */
export const TAKE_KINDS = ["record", "stage", "own", "lesson", "student"] as const;
export type TakeKind = (typeof TAKE_KINDS)[number];

/** What sections, doubts and the strings say at a moment of a take. */
export const MARK_KINDS = ["section", "doubt", "otherwise", "open-string", "lowest-note"] as const;
export type MarkKind = (typeof MARK_KINDS)[number];

/** The longest take, in seconds: four hours. */
export const MAX_TAKE_SECONDS = 4 * 3600;
/** How far a take can be shifted either way: an octave. */
export const MAX_SHIFT_CENTS = 1200;

/** A recording that belongs to a song. */
export interface Take {
  readonly id: string;
  readonly name: string;
  readonly kind: TakeKind;
  /** Where it is from, and whatever else is to be known of it, in words; may be empty. */
  readonly source: string;
  readonly remarks: string;
  readonly recording: Recording;
  readonly reference?: TakeReference;
  /** By how many cents the whole take is shifted when it is played, −1200 to 1200. */
  readonly playedCents: number;
  readonly map?: TakeMap;
  readonly loops: readonly Loop[];
  readonly marks: readonly Mark[];
  readonly stills: readonly Still[];
  /** What of the picture is shown, in shares of its width and height; absent for all of it. */
  readonly crop?: Crop;
}

/** The bytes of a take. */
export interface Recording {
  /** Its asset; absent until all of it has arrived at the server. */
  readonly asset?: string;
  readonly bytes: number;
  /** The media type. */
  readonly type: string;
  readonly seconds: number;
  readonly channels: number;
  readonly hasPicture: boolean;
}

/** How far a take was heard to be from A = 440. */
export interface TakeReference {
  /** −50 to 50. */
  readonly cents: number;
  /** 0–1. */
  readonly sure: number;
}

/** A stretch of a take that is played over and over. */
export interface Loop {
  readonly id: string;
  readonly name: string;
  /** In seconds of the take; it ends behind its start. */
  readonly from: number;
  readonly to: number;
  /** The phrase that is played there. */
  readonly phraseId?: string;
  /** Shares of the take's own speed, 0.25–2. */
  readonly speed: TempoSteps;
  /** On top of what the whole take is shifted by, −1200 to 1200. */
  readonly cents: number;
  readonly hearing: HearOnly;
}

/** A moment of a take with a word. */
export interface Mark {
  readonly id: string;
  readonly seconds: number;
  readonly kind: MarkKind;
  readonly words: string;
}

/** A picture of a take, pinned to what it is evidence of. */
export interface Still {
  readonly id: string;
  readonly seconds: number;
  /** Its asset; absent until it has arrived at the server. */
  readonly asset?: string;
  readonly words: string;
  readonly eventId?: string;
}

/** Shares of the picture, 0–1, `width` and `height` above 0. */
export interface Crop {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** All takes of a song, in the order in which they are listed. */
export type Takes = readonly Take[];

/** The assets that takes name, each once. */
export function assetsOfTakes(takes: Takes): readonly string[] {
  const named = takes.flatMap(({ recording, stills }) => [
    recording.asset,
    ...stills.map(({ asset }) => asset),
  ]);
  return [...new Set(named.filter((asset) => asset !== undefined))];
}
