import { barEntries, barsOn, formatBar } from "../../foundation/bar-index";
import { isSame } from "../../foundation/same";
import { formatFret } from "../../neck/place-names";
import { durationInWords, noteValueOf } from "../../rhythm/duration";
import {
  compare,
  formatFraction,
  fraction,
  multiply,
  sum,
  type Fraction,
} from "../../rhythm/fraction";
import type { Bar } from "../../score/bar";
import { isPalmMuted, lengthOf, linkOf, notesOf, type LineEvent } from "../../score/event";
import { framesOf, type BarMark } from "../../score/frame";
import { barKey } from "../../score/merge-bars";
import type { CalloutContext } from "../context";
import { againAs } from "../print-again";
import { isHeldOn, quote } from "../print-bar";
import { sayNumber } from "./numbers.data";
import { heldFrom, sayStringsHeld } from "./say-held";
import { sayNotesAloud } from "./say-notes";
import { signsOf } from "./say-signs";
import { spokenStrings } from "./string-calls";
import { stringCallsOf } from "./talk-context";

/** Every note, or only what a hand needs to find its way: where each bar begins and what comes again. */
export type Detail = "every-note" | "landmarks";

type Context = Pick<CalloutContext, "names" | "metre" | "tempoBpm" | "barsBefore" | "neck">;

/**
 * Says bars as a good teacher reads them aloud: runs on one string name it once, equal things are
 * counted, a bar that comes again is “that bar again”. What no words are made for is said in the
 * call-out's own. `SaidReader` understands every note of it again as the same bars.
 */
export function sayAloud(
  bars: readonly Bar[],
  context: Context,
  marks: readonly BarMark[] = [],
  detail: Detail = "every-note",
): string {
  return detail === "landmarks"
    ? sayLandmarks(bars, context)
    : new Speaker(context, marks).say(bars);
}

interface SaidAloud {
  readonly text: string;
  readonly string: number | undefined;
  /** Whether signs say all of it. */
  readonly isWhole?: true;
}

/** How a length is told: before, behind, or with a rest. */
interface SaidValue {
  readonly header: string | undefined;
  readonly suffix: string;
  readonly rest?: string;
}
const PLAIN: SaidValue = { header: undefined, suffix: "" };

class Speaker {
  private readonly spoken: readonly string[];
  /** The value that the listener takes for given; undefined while nobody said one. */
  private value: Fraction | undefined;
  private hasWords = false;

  constructor(
    private readonly context: Context,
    private readonly marks: readonly BarMark[],
  ) {
    this.spoken = spokenStrings(stringCallsOf(context));
  }

  say(bars: readonly Bar[]): string {
    const sentences: string[] = [];
    for (const [index, bar] of bars.entries()) {
      const said = sayAgain(bars, index) ?? this.bar(bar);
      sentences.push(index === 0 ? said : `next bar, ${said}`);
    }
    if (bars.length === 1 && this.isSplit(bars[0]!)) sentences.push("all in one bar");
    const said = sentences
      .reduce((text, one) => `${text}${/^$|\.$/u.test(text) ? "" : "."} ${one}`, "")
      .replace(/^ |\.$/gu, "");
    // Signs alone would be taken for a call-out, in which every length is given.
    return this.hasWords || bars.length > 1 || said === "" ? said : `free rhythm: ${said}`;
  }

  /** Whether a single bar would be cut in two where no bar line is said. */
  private isSplit(bar: Bar): boolean {
    const [frame] = framesOf(this.marks, this.context, 1);
    return compare(sum(bar.events.slice(0, -1).map(lengthOf)), frame!.length) >= 0;
  }

  private bar({ events, voiceTwo }: Bar): string {
    const clauses: string[] = [];
    if (voiceTwo) clauses.push(signsOf({ events: [], voiceTwo }, this.context));
    let string: number | undefined;
    let isMuted = false;
    for (let at = 0; at < events.length;) {
      const event = events[at]!;
      const held = heldFrom(events, at, this.context);
      if (held) {
        if (isMuted) clauses.push(`${clauses.pop()!}.`);
        clauses.push(this.held(events.slice(at, held.to), held.name, events[held.to]));
        isMuted = false;
        string = undefined;
        at = held.to;
        continue;
      }
      const times = timesFrom(events, at);
      const lead: string[] = [];
      const before = at === 0 ? undefined : events[at - 1];
      const next = events[at + times];
      const inWords = (on: number | undefined, muted: boolean) =>
        this.event(event, before, on, muted, runOnString(events, at));
      const isRun = isPalmMuted(event) && (isMuted || (next !== undefined && isPalmMuted(next)));
      const asMuted = isRun ? inWords(isMuted ? string : undefined, true) : undefined;
      if (isMuted && !asMuted) {
        // A full stop ends what the palm holds.
        isMuted = false;
        string = undefined;
        clauses.push(`${clauses.pop()!}.`);
      }
      const value = this.valueBefore(event, next, times);
      if (value.header !== undefined) lead.push(value.header);
      if (asMuted && !isMuted) {
        isMuted = true;
        lead.push("palm muted:");
      }
      const said = asMuted ?? inWords(string, false) ?? this.inSigns(event);
      string = said.string;
      const count = times === 1 ? "" : ` ${timesInWords(times)}`;
      const head = lead.length > 0 ? `${lead.join(" ")} ` : "";
      this.hasWords ||= !said.isWhole || lead.length > 0;
      const text = value.rest ?? said.text;
      const fermata = event.fermata && !said.isWhole ? " with a fermata" : "";
      clauses.push(`${head}${quotedWords(event)}${text}${count}${fermata}${value.suffix}`);
      at += times;
    }
    return joined(clauses);
  }

  /** What a hand picks out of a grip that it holds, to the end of the sentence. */
  private held(run: readonly LineEvent[], name: string, next: LineEvent | undefined): string {
    const { header } = this.valueBefore(run[0]!, next, run.length);
    this.hasWords = true;
    const strings: string[] = [];
    for (let at = 0; at < run.length;) {
      const times = timesFrom(run, at);
      const count = times === 1 ? "" : ` ${timesInWords(times)}`;
      strings.push(sayStringsHeld(run[at]!, this.spoken) + count);
      at += times;
    }
    const lead = header === undefined ? "" : `${header} `;
    return `${lead}hold the ${name}: ${strings.join(", ")}.`;
  }

  private event(
    event: LineEvent,
    before: LineEvent | undefined,
    string: number | undefined,
    isMuted: boolean,
    run: number,
  ): SaidAloud | undefined {
    if (event.kind === "rest") return { text: "a rest", string };
    if (event.kind === "hit") {
      return { text: event.sound === "body" ? "a knock on the body" : "a pick scrape", string };
    }
    const isTied = before !== undefined && !isPalmMuted(event) && isHeldOn(before, event);
    if (isTied) return { text: "tied over", string: undefined };
    return sayNotesAloud(event, before, this.context.names, this.spoken, { string, isMuted, run });
  }

  private inSigns(event: LineEvent): SaidAloud {
    const { lyric: _lyric, note: _note, ...bare } = event;
    return { text: signsOf({ events: [bare] }, this.context), string: undefined, isWhole: true };
  }

  /** How long it lasts: for all that follow, or where another value follows at once, for it alone. */
  private valueBefore(event: LineEvent, next: LineEvent | undefined, times: number): SaidValue {
    const own = event.lengthUnknown ? undefined : event.duration;
    if (isSame(own, this.value)) return PLAIN;
    const isAlone = next && isSame(next.lengthUnknown ? undefined : next.duration, this.value);
    const isGrace = event.kind === "notes" && event.grace !== undefined;
    if (isGrace) return PLAIN;
    const name = own && nameOfValue(own);
    if (isAlone && name && event.kind === "rest")
      return { ...PLAIN, rest: `${article(name)} ${name} rest` };
    if (isAlone && own && event.kind !== "rest" && times === 1) {
      return {
        header: undefined,
        suffix: ` for ${name ? `${article(name)} ${name}` : formatFraction(own)}`,
      };
    }
    this.value = own;
    if (!own) return { header: "free rhythm:", suffix: "" };
    const all = name ? `${name} notes` : (tripletsOf(own) ?? `lengths of ${formatFraction(own)}`);
    return { header: `in ${all}:`, suffix: "" };
  }
}

/** “That bar again”, “bar one again three frets up”: a bar that comes again as it was, or moved. */
function sayAgain(bars: readonly Bar[], index: number): string | undefined {
  if (bars[index]!.voiceTwo) return undefined;
  const ways = againAs(bars, index).filter(({ rest }) => rest.length === 0);
  const again = ways.find(({ frets }) => frets === 0) ?? ways[0];
  if (!again) return undefined;
  const { of, frets } = again;
  const which = of === index - 1 ? "that bar" : `bar ${sayNumber(of + 1)}`;
  const far = `${sayNumber(Math.abs(frets))} ${Math.abs(frets) === 1 ? "fret" : "frets"}`;
  const moved = frets === 0 ? "" : ` ${far} ${frets > 0 ? "up" : "down"}`;
  return `${which} again${moved}`;
}

/** What is sung with it, and the words to it. */
function quotedWords({ lyric, note }: LineEvent): string {
  const sung = lyric === undefined ? "" : `sing ${quote(lyric)} `;
  return sung + (note === undefined ? "" : `${quote(note)} `);
}

/** “dotted quarter”; undefined for what has no name of its own. */
function nameOfValue(duration: Fraction): string | undefined {
  const value = noteValueOf(duration);
  if (!value || value.tuplet || value.value > SHORTEST_NAMED) return undefined;
  return durationInWords(duration).replace(/ note$/u, "");
}

/** Shorter ones nobody calls by a name. */
const SHORTEST_NAMED = 32;

/** “eighth-note triplets”: three in the time of two. */
function tripletsOf(duration: Fraction): string | undefined {
  const single = noteValueOf(duration)?.tuplet?.actual === 3;
  const name = single ? nameOfValue(multiply(duration, fraction(3, 2))) : undefined;
  return name === undefined ? undefined : `${name}-note triplets`;
}

const article = (word: string) => (/^[aeiou]/u.test(word) ? "an" : "a");

/** A full stop ends a clause by itself. */
function joined(clauses: readonly string[]): string {
  return clauses.reduce((text, clause) => {
    if (text === "") return clause;
    return text.endsWith(".") ? `${text} ${clause}` : `${text}, ${clause}`;
  }, "");
}

/** How often the same event comes from here on. */
function timesFrom(events: readonly LineEvent[], at: number): number {
  const event = events[at]!;
  const isCountable =
    event.kind === "notes" &&
    !event.grace &&
    event.notes.every((note) => linkOf(note) === undefined);
  if (!isCountable || event.lyric !== undefined || event.note !== undefined || event.fermata)
    return 1;
  const key = barKey({ events: [event] });
  let times = 1;
  while (
    times < 99 &&
    at + times < events.length &&
    barKey({ events: [events[at + times]!] }) === key
  )
    times++;
  return times;
}

/** How many single notes follow on one string, this one included. */
function runOnString(events: readonly LineEvent[], at: number): number {
  const stringAt = (index: number) => {
    const [note, ...more] = events[index] ? notesOf(events[index]) : [];
    if (!note || more.length > 0) return undefined;
    return note.kind === "dead" ? note.string : note.place?.string;
  };
  const string = stringAt(at);
  let run = 0;
  while (string !== undefined && stringAt(at + run) === string) run++;
  return run;
}

function timesInWords(times: number): string {
  if (times === 2) return "twice";
  return `${times <= 36 ? sayNumber(times) : times} times`;
}

/** Where each bar begins and how far it goes; bars that come again are named with those they repeat. */
function sayLandmarks(bars: readonly Bar[], context: Context): string {
  const spoken = spokenStrings(stringCallsOf(context));
  const known = new Map<string, string>();
  const said = barEntries(bars).map(([index, bar]) => {
    const name = formatBar(barsOn(index, context.barsBefore ?? 0));
    const key = barKey(bar);
    const same = known.get(key);
    if (same !== undefined) return `${name} is ${same} again`;
    known.set(key, name);
    const places = bar.events.flatMap((event) => {
      const [note] = notesOf(event);
      return note?.kind === "pitched" && note.place ? [note.place] : [];
    });
    const [first] = places;
    const last = places.at(-1);
    if (!first || !last) return `${name} rests`;
    const inWords = (place: typeof first) => {
      const fret = formatFret(place, context.names);
      const called = spoken[place.string - 1]!;
      return fret === 0 ? `the open ${called}` : `${called} ${fret}`;
    };
    return first === last
      ? `${name}: ${inWords(first)}`
      : `${name}: from ${inWords(first)} to ${inWords(last)}`;
  });
  return said.join("; ");
}
