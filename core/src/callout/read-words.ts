import type { Finding } from "../foundation/finding";
import type { Fraction } from "../rhythm/fraction";
import type { LineEvent } from "../score/event";
import type { Item, Span } from "./item";

/** Between two words of a call-out, outside of all brackets: all that the next word depends on. */
export interface Stand {
  /** Where the next word begins. */
  readonly position: number;
  /** How much was read before. */
  readonly items: number;
  readonly findings: number;
  readonly duration: Fraction;
  readonly lengthUnknown: boolean;
  /** The string that frets alone belong to. */
  readonly string: number | undefined;
  /** What sounded last: rests between do not matter. */
  readonly last: LineEvent | undefined;
  readonly before: LineEvent | undefined;
}

/** Everything that was read of a text. */
export interface ReadWords {
  readonly text: string;
  readonly items: readonly Item[];
  readonly findings: readonly Finding[];
  /** Where each event was said. */
  readonly spans: ReadonlyMap<string, Span>;
  /** In order; none behind something that was left open, since its end may be said later. */
  readonly stands: readonly Stand[];
}
