import type { Place } from "../neck/neck";
import type { Midi } from "../pitch/pitch";

/** How a note is tied to the note before it: both lie on one string. */
export type Bond = "legato" | "slide" | "same-place";

/** Which note of the moment before a note is bound to, and how. */
export interface Bonding {
  readonly to: number | "any";
  readonly kind: Bond;
}

/** A note as placement sees it. A dead stroke has a string of its own and no pitch. */
export type PlacingNote =
  | {
      readonly kind: "pitched";
      readonly midi: Midi;
      /** Where it may lie: every place of its pitch, less what pins and wishes rule out. */
      readonly places: readonly Place[];
      /** True where its places are not simply all of its pitch. */
      readonly isNarrowed: boolean;
      /** Where it lies is not ours to change. */
      readonly isFixed: boolean;
      /** Undefined where it is free. */
      readonly bond: Bonding | undefined;
      /** How far its pitch is off, which only a slide-bar can heed. */
      readonly cents: number;
      /** Played with a slide-bar. */
      readonly isBarred: boolean;
      readonly isBent: boolean;
      /** Bends and slides from or to nowhere need a fretted string. */
      readonly needsFret: boolean;
      readonly isHarmonic: boolean;
      /** The lowest pitch of the phrase: its open string is welcome. */
      readonly isLowest: boolean;
      /** Its pitch comes again and again between other notes, and some string has it open. */
      readonly isPedal: boolean;
      /** Which chord it belongs to that is broken note by note; undefined where to none. */
      readonly chord: number | undefined;
      /** It sounds on from an earlier moment. */
      readonly isHeld: boolean;
    }
  | { readonly kind: "dead"; readonly string: number };

/** What is held at once; at least one note. */
export interface HandTask {
  readonly notes: readonly PlacingNote[];
  /** Seconds since the moment before began: what the tempo leaves for a shift. */
  readonly gapSeconds: number;
}
