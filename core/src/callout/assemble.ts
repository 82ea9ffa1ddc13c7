import { barEntries, barIndex, type BarIndex } from "../foundation/bar-index";
import { isSameList } from "../foundation/same";
import { add, compare, formatFraction, subtract, ZERO, type Fraction } from "../rhythm/fraction";
import { barLength, type Metre } from "../rhythm/metre";
import { parseOnset } from "../rhythm/onset";
import type { Bar } from "../score/bar";
import { stretchOf, withDifference, type BarRelation } from "../score/bar-relation";
import { lengthOf, type LineEvent } from "../score/event";
import { tidyMarks, type BarMark, type ChordAt } from "../score/frame";
import { movedEvent } from "../score/moved-event";
import type { CalloutContext } from "./context";
import type { Item, Span } from "./item";

type Report = (code: string, span: Span, message: string) => void;
type Context = Pick<CalloutContext, "metre" | "tempoBpm" | "marks" | "neck" | "key">;
type BarAgain = Extract<Item, { readonly kind: "bar-again" }>;
type Again = Pick<BarRelation, "of" | "frets"> & { readonly copies: readonly LineEvent[] };
type Draft = { -readonly [Key in keyof BarMark]: BarMark[Key] };

/**
 * Puts what was said into bars. Without any bar line they follow from the metre; with one, every
 * bar line must be said. A change of metre or tempo and a pick-up always begin a bar.
 */
export function assemble(
  items: readonly Item[],
  context: Context,
  report: Report,
  newId: () => string = () => "",
): Assembled {
  const assembly = new Assembly(
    context,
    report,
    newId,
    items.some(({ kind }) => kind === "bar-line" || kind === "bar-again"),
  );
  for (const item of items) assembly.take(item);
  return assembly.end();
}

interface Assembled {
  readonly bars: readonly Bar[];
  readonly marks: readonly BarMark[];
  /** Bars that were said as others, in order. */
  readonly relations: readonly BarRelation[];
  /** Where the events were said that are copies of others. */
  readonly spans: ReadonlyMap<string, Span>;
}

/** More than any phrase needs. */
const MAX_COPIES = 4000;

class Assembly {
  private readonly bars: Bar[] = [];
  private readonly said = new Map<number, Draft>();
  private readonly kept: ReadonlyMap<number, BarMark>;
  private metre: Metre;
  private events: LineEvent[] = [];
  private voiceTwo: LineEvent[] | undefined;
  private filled: Fraction = ZERO;
  private lastChord: Span | undefined;
  /** A bar that comes again, with its events, and from where on it is said to be different. */
  private again: Again | undefined;
  private moment: Fraction | undefined;
  private readonly relations: BarRelation[] = [];
  /** By the id of an event that comes again in a repeat, the one it is a copy of. */
  private readonly origins = new Map<string, LineEvent>();
  private readonly spans = new Map<string, Span>();

  constructor(
    private readonly context: Context,
    private readonly report: Report,
    private readonly newId: () => string,
    private readonly hasBarLines: boolean,
  ) {
    this.kept = new Map(context.marks?.map((mark) => [mark.bar, mark]));
    this.metre = this.kept.get(0)?.metre ?? context.metre;
  }

  take(item: Item): void {
    switch (item.kind) {
      case "bar-line":
        return this.close();
      case "event":
        this.events.push(item.event);
        if (item.of) this.origins.set(item.event.id, item.of);
        this.filled = add(this.filled, lengthOf(item.event));
        if (!this.hasBarLines && compare(this.filled, this.length) >= 0) this.close();
        return;
      case "bar-again":
        return this.barAgain(item);
      case "moment": {
        const at = this.momentOf(item.moment, item.span);
        if (!at) return;
        if (this.again && this.events.length === 0) this.moment = subtract(at, this.from);
        else
          this.report(
            "moment-unknown",
            item.span,
            "expected a bar that comes again before it, like =1",
          );
        return;
      }
      case "voice-two":
        this.voiceTwo = [...(this.voiceTwo ?? []), ...item.events];
        return;
      case "metre":
        this.close();
        this.metre = item.metre;
        this.mark.metre = item.metre;
        return;
      case "tempo":
        this.close();
        this.mark.tempoBpm = item.tempoBpm;
        return;
      case "from": {
        this.close();
        const from = this.momentOf(item.moment, item.span);
        if (!from) return;
        if (compare(from, barLength(this.metre)) < 0) this.mark.from = from;
        else this.report("moment-unknown", item.span, `the bar ends before ${item.moment}`);
        return;
      }
      case "chord": {
        if (this.again && !item.moment) {
          const message = "expected its moment behind a bar that comes again, like {D@3}";
          return this.report("moment-unknown", item.span, message);
        }
        const at = item.moment
          ? this.momentOf(item.moment, item.span)
          : add(this.from, this.filled);
        if (at) this.chord({ at, ...(item.chord && { chord: item.chord }) }, item.span);
      }
    }
  }

  private barAgain(item: BarAgain): void {
    const { bar: number = this.bars.length, frets, span, copies } = item;
    const bar = this.bars[number - 1];
    if (this.events.length > 0 || this.again) {
      return this.report(
        "word-out-of-place",
        span,
        "expected a bar line before a bar that comes again",
      );
    }
    if (!bar) {
      const message =
        number < 1 ? "no bar stands before it" : `bar ${number} was not said before it`;
      return this.report("nothing-to-repeat", span, message);
    }
    if (this.spans.size + bar.events.length > MAX_COPIES) {
      return this.report(
        "too-many-events",
        span,
        `a phrase may have ${MAX_COPIES} notes that come again`,
      );
    }
    const isOver = (event: LineEvent) => this.copyOf(event, frets, copies) === undefined;
    if ([...bar.events, ...(bar.voiceTwo ?? [])].some(isOver)) {
      const message = `${Math.abs(frets)} frets ${frets > 0 ? "higher" : "lower"} some of it leaves the neck`;
      return this.report("fret-out-of-range", span, message);
    }
    const copied = (events: readonly LineEvent[]) =>
      events.map((event) => {
        const copy = this.copyOf(event, frets, copies)!;
        this.spans.set(copy.id, span);
        return copy;
      });
    this.again = { ...this.rootOf(number - 1, frets), copies: copied(bar.events) };
    if (bar.voiceTwo) this.voiceTwo = copied(bar.voiceTwo);
  }

  /** A bar that is itself one that comes again stands for that one. */
  private rootOf(index: number, frets: number): Pick<BarRelation, "of" | "frets"> {
    const known = this.relations.find(({ bar, but }) => bar === index && !but);
    if (!known) return { of: barIndex(index), frets };
    return { of: known.of, frets: known.frets + frets };
  }

  /** The bar that was said before, where all of this one comes again in a repeat. */
  private repeatedBar(events: readonly LineEvent[]): BarIndex | undefined {
    const said = events.map(({ id }) => this.origins.get(id));
    if (said[0] === undefined || this.voiceTwo) return undefined;
    const index = this.bars.findIndex(
      ({ events: [first] }) => first !== undefined && first === said[0],
    );
    const bar = this.bars[index];
    return bar && !bar.voiceTwo && isSameList(bar.events, said) ? barIndex(index) : undefined;
  }

  /** The same copy as before of the same event. */
  private copyOf(event: LineEvent, frets: number, copies: BarAgain["copies"]) {
    const copy = copies.get(event) ?? movedEvent(event, frets, this.context, this.newId);
    if (copy) copies.set(event, copy);
    return copy;
  }

  end(): Assembled {
    this.close();
    const count = this.bars.length;
    if (this.lastChord && this.said.get(count)?.chords) {
      this.report("chord-over-nothing", this.lastChord, "no note follows under this chord");
    }
    const marks = barEntries(this.bars).flatMap(([bar]): BarMark[] => {
      const mark = { ...this.kept.get(bar), ...this.said.get(bar), bar };
      return Object.keys(mark).length > 1 ? [mark] : [];
    });
    const { bars, relations, spans } = this;
    return { bars, marks: tidyMarks(marks, this.context), relations, spans };
  }

  /** What was said of the bar in the making. */
  private get mark(): Draft {
    const bar = barIndex(this.bars.length);
    let mark = this.said.get(bar);
    if (!mark) {
      mark = { bar };
      this.said.set(bar, mark);
    }
    return mark;
  }

  private get from(): Fraction {
    const bar = this.bars.length;
    return this.said.get(bar)?.from ?? this.kept.get(bar)?.from ?? ZERO;
  }

  private get length(): Fraction {
    return subtract(barLength(this.metre), this.from);
  }

  private momentOf(text: string, span: Span): Fraction | undefined {
    const moment = parseOnset(text, this.metre);
    if (moment.ok) return moment.value;
    this.report("moment-unknown", span, moment.error);
    return undefined;
  }

  /** Of two chords at one moment the one said last counts. */
  private chord(chord: ChordAt, span: Span): void {
    this.lastChord = span;
    const moment = formatFraction(chord.at);
    const others = (this.mark.chords ?? []).filter(({ at }) => formatFraction(at) !== moment);
    this.mark.chords = [...others, chord].sort((a, b) => compare(a.at, b.at));
  }

  /** The events of the bar in the making; whether it was said as another one is noted. */
  private closedEvents(): readonly LineEvent[] {
    const { events, again, moment } = this;
    const bar = barIndex(this.bars.length);
    if (!again) {
      const of = this.repeatedBar(events);
      if (of !== undefined) this.relations.push({ bar, ...this.rootOf(of, 0) });
      return events;
    }
    const { copies, ...said } = again;
    if (events.length === 0) {
      this.relations.push({ bar, ...said });
      return copies;
    }
    const but = stretchOf(copies, events, moment);
    this.relations.push({ bar, ...said, but });
    return withDifference(copies, events, but);
  }

  private close(): void {
    const events = this.closedEvents();
    this.again = undefined;
    this.moment = undefined;
    if (events.length === 0 && !this.voiceTwo) return;
    this.bars.push(sameBar(events, this.voiceTwo));
    this.events = [];
    this.voiceTwo = undefined;
    this.filled = ZERO;
    this.metre = this.kept.get(this.bars.length)?.metre ?? this.metre;
  }
}

const madeOf = new WeakMap<LineEvent, Bar>();

/** Of the same events the same bar as before, so that nothing about it needs to be worked out again. */
function sameBar(events: readonly LineEvent[], voiceTwo: readonly LineEvent[] | undefined): Bar {
  const [first] = events;
  const known = first && madeOf.get(first);
  if (known && isSameList(known.events, events) && isSameList(known.voiceTwo, voiceTwo)) {
    return known;
  }
  const bar: Bar = voiceTwo ? { events, voiceTwo } : { events };
  if (first) madeOf.set(first, bar);
  return bar;
}
