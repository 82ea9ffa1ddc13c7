import { checkBars } from "../checks/bar-arithmetic";
import { checkBounds } from "../checks/bounds";
import { checkLinks } from "../checks/links";
import { checkTuplets } from "../checks/tuplets";
import type { Finding } from "../foundation/finding";
import { isSame } from "../foundation/same";
import type { Bar } from "../score/bar";
import type { BarRelation } from "../score/bar-relation";
import type { PitchedNote } from "../score/event";
import { framesOf, type BarMark } from "../score/frame";
import { spellBars } from "../theory/spell-bars";
import { assemble } from "./assemble";
import { CalloutParser } from "./callout-parser";
import type { ReadWords } from "./read-words";
import type { Span } from "./item";
import type { CalloutContext } from "./context";
import { reread } from "./reread";

export interface CalloutReading {
  /** Everything that was understood; a slip leaves out no more than its own word. */
  readonly bars: readonly Bar[];
  /** What the bars say to all parts: metre, tempo, pick-up, chords. */
  readonly marks: readonly BarMark[];
  /** Bars that were said as others. */
  readonly relations: readonly BarRelation[];
  /** Where each event was said, by its id; columns from 0. */
  readonly spans: ReadonlyMap<string, Span>;
  /** Slips with their columns, then bars that do not add up. */
  readonly findings: readonly Finding[];
}

const MAX_CALLOUT_LENGTH = 100_000;

/**
 * Reads a call-out; docs/callout.md has the grammar. Never throws on what a person typed.
 * Without any `|` the bar lines follow from the metre; with one, every bar line must be said.
 */
export function parseCallout(
  text: string,
  context: CalloutContext,
  newId: () => string,
): CalloutReading {
  return new CalloutReader().read(text, context, newId);
}

/** Reads a call-out again and again while it is typed, and each time only what is new in it. */
export class CalloutReader {
  private known: { readonly context: CalloutContext; readonly words: ReadWords } | undefined;

  /** As `parseCallout`; what did not change keeps its ids, and whole bars are the same objects. */
  read(text: string, context: CalloutContext, newId: () => string): CalloutReading {
    if (text.length > MAX_CALLOUT_LENGTH) return tooLong(text, context);
    const { known } = this;
    const words =
      known && isSame(known.context, context)
        ? reread(text, known.words, known.context, newId)
        : new CalloutParser(text, context, newId).run();
    this.known = { context, words };
    return readingOf(words, context, newId);
  }
}

function tooLong(text: string, context: CalloutContext): CalloutReading {
  const message = `a call-out may have ${MAX_CALLOUT_LENGTH} characters, got ${text.length}: say one phrase at a time`;
  const where = { column: MAX_CALLOUT_LENGTH };
  const finding: Finding = { code: "too-long", severity: "error", where, message };
  const marks = context.marks ?? [];
  return { bars: [], marks, relations: [], spans: new Map(), findings: [finding] };
}

function readingOf(words: ReadWords, context: CalloutContext, newId: () => string): CalloutReading {
  const slips = [...words.findings];
  const {
    bars: assembled,
    marks,
    relations,
    spans: copied,
  } = assemble(
    words.items,
    context,
    (code, { start, length }, message) =>
      slips.push({ code, severity: "error", where: { column: start + 1, length }, message }),
    newId,
  );
  const spans = copied.size > 0 ? new Map([...words.spans, ...copied]) : words.spans;
  // What was said by its pitch keeps the name it was given.
  const bars = spellBars(assembled, context.key, hasPlace);
  const frames = framesOf(marks, context, bars.length);
  const before = context.barsBefore ?? 0;
  const checked = [checkBounds, checkLinks, checkTuplets]
    .flatMap((check) => check(bars, before))
    .map((finding): Finding => {
      const span = spans.get(finding.where.eventId ?? "");
      if (!span) return finding;
      return {
        ...finding,
        where: { ...finding.where, column: span.start + 1, length: span.length },
      };
    });
  const sums = checkBars(bars, frames, before).map((finding) =>
    inColumns(finding, bars, spans, before),
  );
  return { bars, marks, relations, spans, findings: [...slips, ...checked, ...sums] };
}

/** A finding about a bar, with the columns at which the bar was said. */
function inColumns(
  finding: Finding,
  bars: readonly Bar[],
  spans: ReadonlyMap<string, Span>,
  before: number,
): Finding {
  const bar = bars[(finding.where.bar ?? -1) - before];
  const said = bar?.events.flatMap(({ id }) => spans.get(id) ?? []) ?? [];
  if (said.length === 0) return finding;
  const start = Math.min(...said.map((span) => span.start));
  const end = Math.max(...said.map((span) => span.start + span.length));
  return { ...finding, where: { ...finding.where, column: start + 1, length: end - start } };
}

const hasPlace = ({ place }: PitchedNote) => place !== undefined;
