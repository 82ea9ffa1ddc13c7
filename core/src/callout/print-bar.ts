import { formatDuration } from "../rhythm/duration";
import { add, formatFraction, fraction } from "../rhythm/fraction";
import { formatOnset } from "../rhythm/onset";
import { formatMetre, type Metre } from "../rhythm/metre";
import { formatChord } from "../pitch/chord";
import { timed, type Bar } from "../score/bar";
import { linkOf, notesOf, stringOf, type LineEvent } from "../score/event";
import type { BarFrame, BarMark, ChordAt } from "../score/frame";
import { barKey } from "../score/merge-bars";
import { tiedOn } from "../score/tied-on";
import type { CalloutContext } from "./context";
import { groupsOf } from "./print-groups";
import { DOUBT, sayChained, sayEventWords, sayNote } from "./print-note";

/** Says one bar, and remembers the note value that goes on into the next. */
export class BarPrinter {
  private readonly words: string[] = [];
  private open: readonly string[] = [];
  private durationOutside: string;
  /** The string that was named last. */
  private string: number | undefined;
  /** What “=” would say once more. */
  private last: LineEvent | undefined;

  constructor(
    private readonly context: Pick<CalloutContext, "names">,
    private duration: string,
  ) {
    this.durationOutside = duration;
  }

  /** @param again How the bar is said to come again, before what is different in it. */
  print(bar: Bar, frame: BarFrame, mark: BarMark | undefined, again?: string) {
    this.words.push(...sayMark(mark, frame));
    const chords = new Map(frame.chords.map((chord) => [formatFraction(chord.at), chord]));
    const onsets = timed(bar.events).map(({ onset }) => add(frame.from, onset));
    const begun = new Set(again === undefined ? onsets.map(formatFraction) : []);
    for (const [at, chord] of chords) {
      if (begun.has(at)) continue;
      this.words.push(sayChord(chord, frame.metre));
    }
    if (again !== undefined) this.words.push(again);
    else if (bar.voiceTwo) {
      const voice = new BarPrinter(this.context, "").print(
        { events: bar.voiceTwo },
        BARE,
        undefined,
      );
      this.words.push(`under[${voice.text}]`);
    }
    const groups = groupsOf(bar.events);
    let before: LineEvent | undefined;
    for (const [index, event] of bar.events.entries()) {
      const at = formatFraction(onsets[index]!);
      this.event(event, before, groups[index]!, begun.has(at) ? chords.get(at) : undefined);
      chords.delete(at);
      before = event;
    }
    this.closeDownTo(0);
    return { text: this.words.join(" "), duration: this.duration };
  }

  private event(
    event: LineEvent,
    before: LineEvent | undefined,
    groups: readonly string[],
    chord: ChordAt | undefined,
  ): void {
    const value = event.lengthUnknown ? "?" : formatDuration(event.duration);
    const isSaid = event.note !== undefined && event.note !== DOUBT;
    const isBare = !chord && event.lyric === undefined && !isSaid;
    const isSameSpan = groups.join() === this.open.join();
    const names = new Set(groups.map((group) => group.slice(0, -1)));
    if (isBare && isSameSpan && before && value === this.duration && isChain(before, event)) {
      const last = this.words.at(-1)!;
      // Behind a word like `.ghost` a letter would go on with the word, and behind “=” nothing follows.
      if (!/[.=?~]/u.test(last.split(" ").at(-1)!)) {
        this.words[this.words.length - 1] = last + sayChained(event, names, this.context.names);
        this.last = event;
        return;
      }
    }
    let common = 0;
    while (common < groups.length && groups[common] === this.open[common]) common++;
    this.closeDownTo(common);
    let opening = "";
    if (chord) opening += `${sayChord(chord)} `;
    for (const group of groups.slice(common)) this.enter(group);
    this.open = groups;
    const others = groups.slice(common);
    // A note value stands before the brackets, but the one of a grace within its own.
    const isGrace = others[0]?.startsWith("grace") === true;
    if (isGrace) opening += others[0]!;
    if (value !== this.duration) opening += `'${value} `;
    opening += others.slice(isGrace ? 1 : 0).join("");
    this.duration = value;
    if (event.lyric !== undefined) opening += `sing ${quote(event.lyric)} `;
    if (isSaid) opening += `${quote(event.note)} `;
    this.words.push(opening + this.sayEvent(event, before, names));
    if (event.kind !== "rest") this.last = event;
  }

  /** A grace bracket has a note value of its own. */
  private enter(group: string): void {
    if (!group.startsWith("grace")) return;
    this.durationOutside = this.duration;
    this.duration = "32";
  }

  private closeDownTo(depth: number): void {
    const closing = this.open.slice(depth);
    if (closing.length === 0) return;
    this.words[this.words.length - 1] += "]".repeat(closing.length);
    if (closing.some((group) => group.startsWith("grace"))) this.duration = this.durationOutside;
    this.open = this.open.slice(0, depth);
  }

  private sayEvent(
    event: LineEvent,
    before: LineEvent | undefined,
    groups: ReadonlySet<string>,
  ): string {
    if (event.kind === "rest") return `-${sayEventWords(event, groups)}`;
    if (event.kind === "hit") {
      return (event.sound === "body" ? "hit" : "scrape") + sayEventWords(event, groups);
    }
    const doubt = event.note === DOUBT ? "?" : "";
    if (before && isHeldOn(before, event)) return `~${doubt}`;
    const [first, ...others] = event.notes;
    const around = { string: others.length > 0 ? undefined : this.string, groups };
    const notes = event.notes.map((note) => sayNote(note, around, this.context.names));
    const said = notes.join("+") + sayEventWords(event, groups);
    const isAgain = said.length > 1 + doubt.length && this.last && isSaidAgain(this.last, event);
    if (isAgain) return `=${doubt}`;
    this.string = others.length > 0 ? undefined : stringOf(first!);
    return said;
  }
}

const BARE: BarFrame = {
  metre: { beats: 4, unit: 4 },
  tempoBpm: 120,
  from: fraction(0),
  length: fraction(1),
  chords: [],
};

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

/** True when `event` is the one that sounded last once more, whatever it is sung or said to. */
function isSaidAgain(last: LineEvent, event: LineEvent): boolean {
  if (event.fermata || last.kind === "rest" || notesOf(event).some((note) => linkOf(note)))
    return false;
  return bareKey(last) === bareKey(event);
}

const ANY_LENGTH = fraction(1);

function bareKey(event: LineEvent): string {
  const { fermata: _fermata, lyric: _lyric, note: _note, lengthUnknown: _length, ...rest } = event;
  return barKey({ events: [{ ...rest, duration: ANY_LENGTH }] });
}
