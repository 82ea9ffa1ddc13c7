import type { Chord } from "../pitch/chord";
import type { Metre } from "../rhythm/metre";
import type { LineEvent } from "../score/event";

/** Columns of the call-out that something was read from, for findings that come up later. */
export interface Span {
  readonly start: number;
  readonly length: number;
}

/** What a call-out says, piece by piece, before it is put into bars. */
export type Item =
  | { readonly kind: "bar-line" }
  | { readonly kind: "event"; readonly event: LineEvent }
  | { readonly kind: "voice-two"; readonly events: readonly LineEvent[] }
  | { readonly kind: "metre"; readonly metre: Metre }
  | { readonly kind: "tempo"; readonly tempoBpm: number }
  /** A moment as it was said; what it means depends on the metre of its bar. */
  | { readonly kind: "from"; readonly moment: string; readonly span: Span }
  | {
      readonly kind: "chord";
      /** Absent: from here on no chord. */
      readonly chord?: Chord;
      /** Absent: where the next event begins. */
      readonly moment?: string;
      readonly span: Span;
    };
