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
  | {
      readonly kind: "event";
      readonly event: LineEvent;
      /** What it is a copy of, where it comes again in a repeat. */
      readonly of?: LineEvent;
    }
  | { readonly kind: "voice-two"; readonly events: readonly LineEvent[] }
  /** A bar that was said before, once more. */
  | {
      readonly kind: "bar-again";
      /** From 1; absent: the bar before. */
      readonly bar?: number;
      readonly frets: number;
      readonly span: Span;
      /** The copies of its events, so that they stay the same while more is typed. */
      readonly copies: Map<LineEvent, LineEvent>;
    }
  /** From which moment on a bar that comes again differs. */
  | { readonly kind: "moment"; readonly moment: string; readonly span: Span }
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
