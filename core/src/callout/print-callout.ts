import { FIRST_BAR, barIndex } from "../foundation/bar-index";
import { formatChord } from "../pitch/chord";
import { formatDuration } from "../rhythm/duration";
import { add, compare, formatFraction, fraction, sum } from "../rhythm/fraction";
import { formatMetre, type Metre } from "../rhythm/metre";
import { formatOnset } from "../rhythm/onset";
import { timed, type Bar } from "../score/bar";
import { isPalmMuted, lengthOf, linkOf, notesOf, stringOf, type LineEvent } from "../score/event";
import { framesOf, type BarFrame, type BarMark, type ChordAt } from "../score/frame";
import { barKey } from "../score/merge-bars";
import { tiedOn } from "./carried-on";
import type { CalloutContext } from "./context";
import { sayChained, sayEventWords, sayNote } from "./print-note";

type Context = Pick<CalloutContext, "names" | "metre" | "tempoBpm">;

/**
 * Says bars as a call-out: the inverse of `parseCallout`, but for ids, the engine's fingers, reasons
 * and respelled pitches, which no call-out says. Bars that come several times in a row are said once.
 */
export function printCallout(
  bars: readonly Bar[],
  context: Context,
  marks: readonly BarMark[] = [],
): string {
  const frames = framesOf(marks, context, Math.max(1, bars.length));
  const markOf = new Map(marks.map((mark) => [mark.bar, mark]));
  if (bars.length === 0) return sayMark(markOf.get(FIRST_BAR), frames[0]!).join(" ");
  const words: string[] = [];
  let duration = "";
  for (let index = 0; index < bars.length;) {
    const times = timesFrom(index, bars, markOf);
    const said = new BarPrinter(context, times > 1 ? "" : duration).print(
      bars[index]!,
      frames[index]!,
      markOf.get(barIndex(index)),
    );
    duration = said.duration;
    const isLast = index + times === bars.length;
    if (times > 1) words.push(`( ${said.text} | )x${times}`);
    else words.push(isLast ? said.text : `${said.text} |`);
    index += times;
  }
  return words.join(" ") + (bars.length === 1 && wouldSplit(bars[0]!, frames[0]!) ? " |" : "");
}

/** How often the bar comes in a row, with all that it says; bars that turn the metre come once. */
function timesFrom(
  index: number,
  bars: readonly Bar[],
  markOf: ReadonlyMap<number, BarMark>,
): number {
  const keyAt = (at: number) => {
    const mark = markOf.get(at);
    if (mark?.metre || mark?.tempoBpm !== undefined || mark?.from) return undefined;
    return barKey(bars[at]!) + JSON.stringify(mark?.chords ?? []);
  };
  if (bars[index]!.events.length < 2) return 1;
  const key = keyAt(index);
  let times = 1;
  while (key !== undefined && times < 99 && index + times < bars.length) {
    if (keyAt(index + times) !== key) break;
    times++;
  }
  return times;
}

/** A single bar that runs over would be cut in two where no bar line is said. */
function wouldSplit({ events }: Bar, { length }: BarFrame): boolean {
  return compare(sum(events.slice(0, -1).map(lengthOf)), length) >= 0;
}

/** Metre, tempo and pick-up of a bar, word by word. */
export function sayMark(mark: BarMark | undefined, { metre }: BarFrame): string[] {
  if (!mark) return [];
  return [
    ...(mark.metre ? [`in ${formatMetre(mark.metre)}`] : []),
    ...(mark.tempoBpm === undefined ? [] : [`at ${mark.tempoBpm}`]),
    ...(mark.from ? [`from ${formatOnset(mark.from, metre)}`] : []),
  ];
}

/** Words as a call-out holds them. */
export function quote(words: string): string {
  return `"${words.replaceAll(/["\\]/gu, "\\$&")}"`;
}

type SpanWord = "pm[" | "ring[" | "slidebar[" | "grace[" | "grace-on[";

/** The brackets an event stands in, from the outside in. */
function spansOf(event: LineEvent): readonly SpanWord[] {
  if (event.kind !== "notes") return [];
  const spans: SpanWord[] = [];
  if (event.grace) spans.push(event.grace === "before" ? "grace[" : "grace-on[");
  if (isPalmMuted(event)) spans.push("pm[");
  const pitched = event.notes.filter((note) => note.kind === "pitched");
  const all = (kind: string) =>
    pitched.length > 0 && pitched.every((note) => note.techniques.some((one) => one.kind === kind));
  if (all("let-ring")) spans.push("ring[");
  if (all("slide-bar")) spans.push("slidebar[");
  return spans;
}

/** Says one bar, and remembers the note value that goes on into the next. */
class BarPrinter {
  private readonly words: string[] = [];
  private text = "";
  private open: readonly SpanWord[] = [];
  private durationOutside: string;

  constructor(
    private readonly context: Context,
    private duration: string,
  ) {
    this.durationOutside = duration;
  }

  print(bar: Bar, frame: BarFrame, mark: BarMark | undefined) {
    this.words.push(...sayMark(mark, frame));
    const chords = new Map(frame.chords.map((chord) => [formatFraction(chord.at), chord]));
    const onsets = timed(bar.events).map(({ onset }) => add(frame.from, onset));
    const begun = new Set(onsets.map(formatFraction));
    for (const [at, chord] of chords) {
      if (begun.has(at)) continue;
      this.words.push(sayChord(chord, frame.metre));
    }
    if (bar.voiceTwo) {
      const { text } = new BarPrinter(this.context, "").print(
        { events: bar.voiceTwo },
        BARE,
        undefined,
      );
      this.words.push(`under[${text}]`);
    }
    let before: LineEvent | undefined;
    for (const [index, event] of bar.events.entries()) {
      const at = formatFraction(onsets[index]!);
      this.event(event, before, chords.get(at));
      chords.delete(at);
      before = event;
    }
    this.closeDownTo(0);
    return { text: this.words.join(" "), duration: this.duration };
  }

  private event(event: LineEvent, before: LineEvent | undefined, chord: ChordAt | undefined): void {
    const value = event.lengthUnknown ? "?" : formatDuration(event.duration);
    const spans = spansOf(event);
    const isBare = !chord && event.lyric === undefined && event.note === undefined;
    const isSameSpan = spans.join() === this.open.join();
    if (isBare && isSameSpan && before && value === this.duration && isChain(before, event)) {
      const last = this.words.at(-1)!;
      // Behind a word like `.ghost` a letter would go on with the word.
      if (!last.split(" ").at(-1)!.includes(".")) {
        this.words[this.words.length - 1] = last + sayChained(event, this.context.names);
        return;
      }
    }
    let common = 0;
    while (common < spans.length && spans[common] === this.open[common]) common++;
    this.closeDownTo(common);
    let opening = "";
    if (chord) opening += `${sayChord(chord)} `;
    for (const span of spans.slice(common)) this.enter(span);
    this.open = spans;
    const [graces, others] = [spans.slice(common, common + 1), spans.slice(common)];
    // A note value stands before the brackets, but the one of a grace within its own.
    const isGrace = graces[0]?.startsWith("grace") === true;
    if (isGrace) opening += graces[0];
    if (value !== this.duration) opening += `'${value} `;
    opening += others.slice(isGrace ? 1 : 0).join("");
    this.duration = value;
    if (event.lyric !== undefined) opening += `sing ${quote(event.lyric)} `;
    if (event.note !== undefined) opening += `${quote(event.note)} `;
    this.words.push(opening + this.sayEvent(event, before));
  }

  /** A grace bracket has a note value of its own. */
  private enter(span: SpanWord): void {
    if (!span.startsWith("grace")) return;
    this.durationOutside = this.duration;
    this.duration = "32";
  }

  private closeDownTo(depth: number): void {
    const closing = this.open.slice(depth);
    if (closing.length === 0) return;
    this.words[this.words.length - 1] += "]".repeat(closing.length);
    if (closing.some((span) => span.startsWith("grace"))) this.duration = this.durationOutside;
    this.open = this.open.slice(0, depth);
  }

  private sayEvent(event: LineEvent, before: LineEvent | undefined): string {
    if (event.kind === "rest") return `-${sayEventWords(event)}`;
    if (event.kind === "hit") {
      return (event.sound === "body" ? "hit" : "scrape") + sayEventWords(event);
    }
    if (before && isHeldOn(before, event)) return "~";
    const notes = event.notes.map((note) => sayNote(note, event, this.context.names));
    return notes.join("+") + sayEventWords(event);
  }
}

const BARE: BarFrame = {
  metre: { beats: 4, unit: 4 },
  tempoBpm: 120,
  from: fraction(0),
  length: fraction(1),
  chords: [],
};

/** A chord, with its moment where a metre is given to count it in. */
export function sayChord({ chord, at }: ChordAt, metre?: Metre): string {
  const moment = metre ? `@${formatOnset(at, metre)}` : "";
  return `{${chord ? formatChord(chord) : "-"}${moment}}`;
}

/** True when `event` is all of `before` held on, and nothing else. */
export function isHeldOn(before: LineEvent, event: LineEvent): boolean {
  if (before.kind !== "notes" || event.kind !== "notes") return false;
  const { grace: _grace, lyric: _lyric, note: _note, fermata, stroke, ...rest } = event;
  if (fermata || stroke || rest.techniques.some(({ kind }) => kind !== "palm-mute")) return false;
  const held = { ...rest, notes: tiedOn(before.notes), techniques: [] };
  const now = { ...rest, techniques: [], notes: event.notes };
  const isTied = event.notes.every((note) => linkOf(note) === "tie");
  return isTied && barKey({ events: [held] }) === barKey({ events: [now] });
}

/** True when `event` can be said as `h5` right behind `before`. */
function isChain(before: LineEvent, event: LineEvent): boolean {
  const [from, ...others] = notesOf(before);
  const [to, ...more] = notesOf(event);
  if (!from || !to || others.length > 0 || more.length > 0) return false;
  const string = stringOf(from);
  const link = linkOf(to);
  return (
    link !== undefined &&
    link !== "tie" &&
    string !== undefined &&
    to.kind === "pitched" &&
    to.place?.string === string &&
    from.kind === "pitched"
  );
}
