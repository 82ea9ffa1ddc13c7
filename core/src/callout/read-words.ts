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

/** What was read of a text's start, and of the rest of it by itself: positions of the rest are its own text's. */
export function joined(start: ReadWords, rest: ReadWords): ReadWords {
  const more = { items: start.items.length, findings: start.findings.length };
  const moved = rest.stands.map((stand) => ({
    ...stand,
    items: stand.items + more.items,
    findings: stand.findings + more.findings,
  }));
  return {
    text: start.text,
    items: [...start.items, ...rest.items],
    findings: [...start.findings, ...rest.findings],
    spans: new Map([...start.spans, ...rest.spans]),
    stands: [...start.stands, ...moved],
  };
}

const LEFT_OPEN: ReadonlySet<string> = new Set(["group-open", "words-open"]);

/** A bracket or quotation that was left open may be closed by what is said far behind it. */
export function closedStands({ findings, stands }: ReadWords): readonly Stand[] {
  const open = findings.find(({ code }) => LEFT_OPEN.has(code));
  const column = open?.where.column;
  return column === undefined ? stands : stands.filter(({ position }) => position < column);
}
