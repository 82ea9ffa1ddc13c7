import type { Place } from "../neck/neck";
import type { Bar } from "./bar";
import type { BarRelation } from "./bar-relation";
import type { Section } from "./form";
import type { Accepted, Line, Part, Phrase, Song, SongDetails } from "./song";

/** Where a note stands in a song. */
export interface NoteAddress {
  readonly phraseId: string;
  readonly partId: string;
  readonly noteId: string;
}

/** The decision where a pitch is played. */
export interface Placement {
  readonly place?: Place;
  readonly pinned: boolean;
  readonly reason?: string;
}

/** A line without its address: the version that is played, and the others. */
export type LineContent = Omit<Line, "phraseId" | "partId">;

/** One change to a song, as data. Applying it gives the edit that takes it back. */
export type Edit =
  | { readonly kind: "set-details"; readonly details: SongDetails }
  | {
      readonly kind: "insert-part";
      readonly index: number;
      readonly part: Part;
      readonly lines: readonly Line[];
      /** What its removal had taken along. */
      readonly with?: Pick<Song, "accepted">;
    }
  | { readonly kind: "remove-part"; readonly partId: string }
  | { readonly kind: "replace-part"; readonly part: Part }
  | {
      readonly kind: "insert-phrase";
      readonly index: number;
      readonly phrase: Phrase;
      readonly lines: readonly Line[];
      /** What its removal had taken along: the form and the acceptances as they were. */
      readonly with?: Pick<Song, "form" | "accepted">;
    }
  /** With its lines and their versions, its place in the form and what was accepted in it. */
  | { readonly kind: "remove-phrase"; readonly phraseId: string }
  | { readonly kind: "replace-phrase"; readonly phrase: Phrase }
  | {
      readonly kind: "set-bars";
      readonly phraseId: string;
      readonly partId: string;
      readonly bars: readonly Bar[];
      /** What is said of them as others; absent: what was said before goes along with them. */
      readonly relations?: readonly BarRelation[];
    }
  | {
      readonly kind: "set-line";
      readonly phraseId: string;
      readonly partId: string;
      /** Absent takes the line away. */
      readonly line?: LineContent;
    }
  | { readonly kind: "set-form"; readonly form: readonly Section[] }
  | { readonly kind: "set-accepted"; readonly accepted: readonly Accepted[] }
  /** Another song altogether: an earlier version that is brought back. */
  | { readonly kind: "replace-song"; readonly song: Song }
  | { readonly kind: "place-note"; readonly at: NoteAddress; readonly placement: Placement };
