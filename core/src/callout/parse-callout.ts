import type { Finding } from "../foundation/finding";
import { checkBars } from "../checks/bar-arithmetic";
import { parseDuration } from "../rhythm/duration";
import { add, compare, fraction, ZERO, type Fraction } from "../rhythm/fraction";
import { barLength, type Metre } from "../rhythm/metre";
import { stringOf, type Bar, type LineEvent, type LinkKind, type Note } from "../score/song";
import { sayString, type CalloutContext } from "./context";
import { LINK_OF_LETTER, NoteReader } from "./parse-note";
import { Scanner } from "./scanner";

export interface CalloutReading {
  /** Everything that was understood; a slip leaves out no more than its own word. */
  readonly bars: readonly Bar[];
  /** Slips with their columns, then bars that do not add up. */
  readonly findings: readonly Finding[];
}

/** More than any phrase needs; keeps `(((E0)x99)x99)x99` from filling the memory. */
const MAX_EVENTS = 4000;
const MAX_CALLOUT_LENGTH = 100_000;

type Item = { readonly kind: "bar-line" } | { readonly kind: "event"; readonly event: LineEvent };

interface OpenGroup {
  readonly sign: "(" | "pm[";
  readonly start: number;
  readonly firstItem: number;
}

/**
 * Reads a call-out; docs/callout.md has the grammar. Never throws on what a person typed.
 * Without any `|` the bar lines follow from the metre; with one, every bar line must be said.
 */
export function parseCallout(
  text: string,
  context: CalloutContext,
  newId: () => string,
): CalloutReading {
  if (text.length > MAX_CALLOUT_LENGTH) {
    const message = `a call-out may have ${MAX_CALLOUT_LENGTH} characters, got ${text.length}: say one phrase at a time`;
    return {
      bars: [],
      findings: [
        { code: "too-long", severity: "error", where: { column: MAX_CALLOUT_LENGTH }, message },
      ],
    };
  }
  const parser = new CalloutParser(text, context, newId);
  const items = parser.run();
  const bars = barsOf(items, context.metre);
  return { bars, findings: [...parser.scanner.findings, ...checkBars(bars, context.metre)] };
}

class CalloutParser {
  readonly scanner: Scanner;
  private readonly notes: NoteReader;
  private readonly items: Item[] = [];
  private readonly groups: OpenGroup[] = [];
  private duration: Fraction = fraction(1, 8);
  private stickyString: number | undefined;

  constructor(
    text: string,
    private readonly context: CalloutContext,
    private readonly newId: () => string,
  ) {
    this.scanner = new Scanner(text);
    this.notes = new NoteReader(this.scanner, context, newId);
  }

  run(): readonly Item[] {
    const { scanner } = this;
    for (scanner.skipBlanks(); !scanner.done; scanner.skipBlanks()) {
      if (this.items.length > MAX_EVENTS) {
        scanner.report(
          "too-many-events",
          scanner.position,
          `a phrase may have ${MAX_EVENTS} notes: the rest was not read`,
        );
        break;
      }
      this.item();
    }
    for (const group of this.groups) {
      const closing = group.sign === "(" ? ") and how often, like )x4" : "]";
      const message = `“${group.sign}” is still open: expected ${closing}`;
      scanner.findings.push({
        code: "group-open",
        severity: "error",
        where: { column: group.start + 1, length: group.sign.length },
        message,
      });
    }
    return this.items;
  }

  private item(): void {
    const { scanner } = this;
    const start = scanner.position;
    if (scanner.take(/\|+/uy)) this.items.push({ kind: "bar-line" });
    else if (scanner.take(/'/uy)) this.noteValue(start);
    else if (scanner.take(/pm\[/uy)) this.open("pm[", start);
    else if (scanner.take(/\(/uy)) this.open("(", start);
    else if (scanner.take(/\]/uy)) this.close("pm[", start);
    else if (scanner.take(/\)/uy)) this.repeat(start);
    else if (scanner.take(/[-–—](?=[\s|)\]]|$)/uy)) {
      this.push({ kind: "rest", id: this.newId(), duration: this.duration });
    } else this.soundingEvent();
  }

  private noteValue(start: number): void {
    const text = this.scanner.take(/[^\s|()[\]]*/uy)?.[0] ?? "";
    const duration = parseDuration(text);
    if (duration.ok) this.duration = duration.value;
    else this.scanner.report("note-value-unknown", start, duration.error);
  }

  private open(sign: OpenGroup["sign"], start: number): void {
    this.groups.push({ sign, start, firstItem: this.items.length });
  }

  private close(sign: OpenGroup["sign"], start: number): OpenGroup | undefined {
    const group = this.groups.at(-1);
    if (group?.sign === sign) return this.groups.pop();
    const found = this.scanner.text.slice(start, start + 1);
    const expected = group
      ? `the “${group.sign}” before it to be closed first`
      : `a “${sign}” before it`;
    this.scanner.report("group-not-open", start, `“${found}”: expected ${expected}`);
    return undefined;
  }

  private repeat(start: number): void {
    const times = Number(this.scanner.take(/\s*[x×](\d+)/uy)?.[1] ?? Number.NaN);
    const group = this.close("(", start);
    if (!group) return;
    if (!(times >= 1 && times <= 99)) {
      this.scanner.report(
        "repeat-count",
        start,
        "expected how often after the bracket, like )x4 (1–99)",
      );
      return;
    }
    const body = this.items.slice(group.firstItem);
    if (this.items.length + body.length * (times - 1) > MAX_EVENTS) {
      this.scanner.report(
        "too-many-events",
        start,
        `x${times} would make more than ${MAX_EVENTS} notes in one phrase`,
      );
      return;
    }
    for (let pass = 1; pass < times; pass++) {
      this.items.push(...body.map((item) => this.copyOf(item)));
    }
  }

  private copyOf(item: Item): Item {
    if (item.kind === "bar-line") return item;
    const event = { ...item.event, id: this.newId() };
    if (event.kind === "rest") return { kind: "event", event };
    const notes = event.notes.map((note) => ({ ...note, id: this.newId() }));
    return { kind: "event", event: { ...event, notes } };
  }

  /** One note, a chord, a chain of linked notes, or a sticky string. */
  private soundingEvent(): void {
    const { scanner } = this;
    const start = scanner.position;
    const first = this.note();
    if (first === "sticky") return;
    const notes: Note[] = first ? [first] : [];
    let isChord = false;
    while (scanner.take(/\s*\+\s*/uy)) {
      isChord = true;
      const noteStart = scanner.position;
      const note = this.note();
      if (note === "sticky" || !note) continue;
      const string = stringOf(note);
      if (string !== undefined && notes.some((other) => stringOf(other) === string)) {
        const name = this.context.names.strings[string - 1];
        scanner.report(
          "string-taken",
          noteStart,
          `the ${name} string already plays at this moment: expected another string`,
        );
        continue;
      }
      notes.push(note);
    }
    if (notes.length > 0) this.pushNotes(notes);
    if (!isChord && first) this.chain(first);
    else if (isChord && scanner.sees(/[hps]\d/uy)) {
      scanner.slip(
        "chain-in-chord",
        scanner.position,
        "a blank here: links of a chord stand before each note, like hA7+hD7",
      );
    }
    if (scanner.position === start) {
      scanner.slip("unexpected", start, this.whatIsExpected());
    }
  }

  /** `h5p3` behind a note: each link starts an event of its own. */
  private chain(from: Note): void {
    const { scanner } = this;
    const string = stringOf(from);
    if (string === undefined) return;
    let last = from;
    for (;;) {
      const start = scanner.position;
      const letter = scanner.take(/[hps](?=\d)/uy);
      if (!letter) break;
      const link = LINK_OF_LETTER[letter[0]]!;
      const note = this.notes.fretted(string, link);
      if (!note) continue;
      this.notes.checkLink(link, last, note, start);
      this.pushNotes([note]);
      last = note;
    }
    if (!scanner.done && !scanner.sees(/[\s|()[\]+]/uy)) {
      const expected = "h, p or s and a fret, b, v, ! or a blank after a note";
      scanner.slip("unexpected", scanner.position, expected);
    }
  }

  private note(): Note | "sticky" | undefined {
    const { scanner } = this;
    const start = scanner.position;
    const letter = scanner.take(/[hps](?=[A-Ga-g\d@])/uy)?.[0];
    const link: LinkKind | undefined = letter ? LINK_OF_LETTER[letter] : undefined;
    if (scanner.sees(/@/uy)) return this.notes.atPitch(link);
    const string = this.notes.string();
    if (string !== undefined) {
      if (!link && scanner.text[scanner.position - 1] === ":" && scanner.sees(/\s|$/uy)) {
        this.stickyString = string;
        return "sticky";
      }
      return this.notes.fretted(string, link);
    }
    if (scanner.sees(/[\dx]/uy) && !scanner.sees(/\d+:/uy)) {
      if (this.stickyString !== undefined) return this.notes.fretted(this.stickyString, link);
      const example = this.context.names.strings.at(-1);
      scanner.slip("string-expected", start, `a string first, like ${sayString(example ?? "")}0`);
      return undefined;
    }
    scanner.position = start;
    scanner.slip("unexpected", start, this.whatIsExpected());
    return undefined;
  }

  private whatIsExpected(): string {
    const names = [...this.context.names.strings].reverse().map(sayString);
    return `a string (${names.join(" ")}) and a fret, - for a rest, ' and a note value, or |`;
  }

  private pushNotes(notes: readonly Note[]): void {
    const palmMuted = this.groups.some((group) => group.sign === "pm[");
    this.push({ kind: "notes", id: this.newId(), duration: this.duration, notes, palmMuted });
  }

  private push(event: LineEvent): void {
    this.items.push({ kind: "event", event });
  }
}

function barsOf(items: readonly Item[], metre: Metre): readonly Bar[] {
  const isSaid = items.some((item) => item.kind === "bar-line");
  const bars: Bar[] = [];
  let events: LineEvent[] = [];
  let filled = ZERO;
  const close = () => {
    if (events.length > 0) bars.push({ events });
    events = [];
    filled = ZERO;
  };
  for (const item of items) {
    if (item.kind === "bar-line") {
      close();
      continue;
    }
    events.push(item.event);
    filled = add(filled, item.event.duration);
    if (!isSaid && compare(filled, barLength(metre)) >= 0) close();
  }
  close();
  return bars;
}
