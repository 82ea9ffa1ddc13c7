import type { Finding } from "../foundation/finding";
import { stringInSentence } from "../instrument/string-names";
import { parseDuration } from "../rhythm/duration";
import { fraction, type Fraction } from "../rhythm/fraction";
import {
  copyOfEvent,
  notesOf,
  stringOf,
  type LineEvent,
  type Note,
  type NotesEvent,
} from "../score/event";
import { inOrder, type LinkKind } from "../score/technique";
import { sayString, type CalloutContext } from "./context";
import type { Item, Span } from "./item";
import { alsoIn, tiedOn } from "./carried-on";
import { readBarWord } from "./parse-bar-word";
import { LINK_OF_LETTER, NoteReader } from "./parse-note";
import { readQuoted } from "./quoted";
import { Scanner } from "./scanner";

/** More than any phrase needs; keeps `(((E0)x99)x99)x99` from filling the memory. */
const MAX_EVENTS = 4000;
const GRACE_VALUE = fraction(1, 32);

const LEFT_OPEN: ReadonlySet<string> = new Set(["group-open", "words-open"]);

type Bracket = "pm[" | "ring[" | "slidebar[" | "grace[" | "grace-on[" | "under[";

interface OpenGroup {
  readonly sign: "(" | Bracket;
  readonly start: number;
  readonly firstItem: number;
  /** What goes on behind the bracket as it was before. */
  readonly duration: Fraction;
  readonly lengthUnknown: boolean;
  readonly items: Item[];
}

/** Between two words of a call-out, outside of all brackets: all that the next word depends on. */
export interface Stand {
  /** Where the next word begins. */
  readonly position: number;
  /** How much was read before. */
  readonly items: number;
  readonly findings: number;
  readonly duration: Fraction;
  readonly lengthUnknown: boolean;
  readonly stickyString: number | undefined;
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

/** Reads the words of a call-out one after the other; every slip leaves out its own word. */
export class CalloutParser {
  readonly scanner: Scanner;
  readonly spans: Map<string, Span>;
  private readonly stands: Stand[] = [];
  private readonly notes: NoteReader;
  private items: Item[] = [];
  private readonly groups: OpenGroup[] = [];
  private duration: Fraction = fraction(1, 8);
  private lengthUnknown = false;
  private stickyString: number | undefined;
  private lyric: string | undefined;
  private words: string | undefined;
  private last: LineEvent | undefined;
  private before: LineEvent | undefined;

  constructor(
    text: string,
    private readonly context: CalloutContext,
    private readonly newId: () => string,
    /** What is the same as in another text, up to its last stand; it is not read again. */
    known?: ReadWords,
  ) {
    this.scanner = new Scanner(text);
    this.notes = new NoteReader(this.scanner, context, newId);
    this.spans = new Map(known?.spans);
    const at = known?.stands.at(-1);
    if (!known || !at) return;
    this.scanner.position = at.position;
    this.scanner.findings.push(...known.findings);
    this.items.push(...known.items);
    this.stands.push(...known.stands.slice(0, -1));
    ({
      duration: this.duration,
      lengthUnknown: this.lengthUnknown,
      stickyString: this.stickyString,
      last: this.last,
      before: this.before,
    } = at);
  }

  /**
   * Reads on to the end.
   * @param meet Asked at every stand; what it knows of the rest is taken over.
   */
  run(meet: (stand: Stand) => ReadWords | undefined = () => undefined): ReadWords {
    const { scanner } = this;
    const { text } = scanner;
    for (scanner.skipBlanks(); !scanner.done; scanner.skipBlanks()) {
      if (this.items.length > MAX_EVENTS) {
        const message = `a phrase may have ${MAX_EVENTS} notes: the rest was not read`;
        scanner.report("too-many-events", scanner.position, message);
        break;
      }
      const stand = this.stand();
      const rest = stand && meet(stand);
      if (stand) this.stands.push(stand);
      if (rest && this.items.length + rest.items.length <= MAX_EVENTS) return this.with(rest);
      this.item();
    }
    this.end();
    const { items, spans } = this;
    return { text, items, findings: scanner.findings, spans, stands: this.closedStands() };
  }

  private stand(): Stand | undefined {
    if (this.groups.length > 0 || this.words !== undefined || this.lyric !== undefined) {
      return undefined;
    }
    const { items, scanner, duration, lengthUnknown, stickyString, last, before } = this;
    return {
      position: scanner.position,
      items: items.length,
      findings: scanner.findings.length,
      duration,
      lengthUnknown,
      stickyString,
      last,
      before,
    };
  }

  private with(rest: ReadWords): ReadWords {
    const { scanner } = this;
    const more = { items: this.items.length, findings: scanner.findings.length };
    for (const [id, span] of rest.spans) this.spans.set(id, span);
    return {
      text: scanner.text,
      items: [...this.items, ...rest.items],
      findings: [...scanner.findings, ...rest.findings],
      spans: this.spans,
      stands: [
        ...this.stands,
        ...rest.stands.map((stand) => ({
          ...stand,
          items: stand.items + more.items,
          findings: stand.findings + more.findings,
        })),
      ],
    };
  }

  /** A bracket or quotation that was left open may be closed by what is said far behind it. */
  private closedStands(): readonly Stand[] {
    const open = this.scanner.findings.find(({ code }) => LEFT_OPEN.has(code));
    const column = open?.where.column;
    if (column === undefined) return this.stands;
    return this.stands.filter(({ position }) => position < column);
  }

  private end(): void {
    const { scanner } = this;
    for (const { sign, start } of [...this.groups].reverse()) {
      const closing = sign === "(" ? ") and how often, like )x4" : "]";
      scanner.reportAt(
        "group-open",
        { start, length: sign.length },
        `“${sign}” is still open: expected ${closing}`,
      );
      if (sign === "under[") this.leaveVoice(this.groups.pop()!);
      else this.groups.pop();
    }
    if (this.words !== undefined || this.lyric !== undefined) {
      scanner.report(
        "words-on-nothing",
        scanner.text.length,
        "no note follows to carry these words",
      );
    }
  }

  private item(): void {
    const { scanner } = this;
    const start = scanner.position;
    if (scanner.take(/\|+/uy)) return this.atLine({ kind: "bar-line" }, start);
    if (scanner.take(/'/uy)) return this.noteValue(start);
    if (scanner.take(/\(/uy)) return this.open("(", start);
    if (scanner.take(/\]/uy)) return void this.close("[", start);
    if (scanner.take(/\)/uy)) return this.repeat(start);
    const barWord = readBarWord(scanner, this.context);
    if (barWord) return barWord.item && this.atLine(barWord.item, start);
    if (scanner.sees(/"/uy)) {
      this.words = readQuoted(scanner) ?? this.words;
      return;
    }
    const bracket = scanner.take(/(pm|ring|slidebar|grace-on|grace|under)\[/uy)?.[0];
    if (bracket) return this.open(bracket as Bracket, start);
    if (scanner.take(/sing(?=\s*")/uy)) {
      scanner.skipBlanks();
      this.lyric = readQuoted(scanner) ?? this.lyric;
      return;
    }
    if (scanner.take(/[-–—](?=[\s|)\].]|$)/uy)) return this.rest(start);
    const hit = scanner.take(/(hit|scrape)(?=[\s|)\].]|$)/uy)?.[1];
    if (hit) return this.hit(hit === "hit" ? "body" : "scrape", start);
    if (scanner.take(/=(?=[\s|)\]]|$)/uy)) return this.again(start, false);
    if (scanner.take(/~(?=[\s|)\]]|$)/uy)) return this.again(start, true);
    this.soundingEvent();
  }

  /** How long the next event lasts, as far as it was said. */
  private get length(): Pick<LineEvent, "duration" | "lengthUnknown"> {
    const { duration, lengthUnknown } = this;
    return lengthUnknown ? { duration, lengthUnknown } : { duration };
  }

  private noteValue(start: number): void {
    const text = this.scanner.take(/[^\s|()[\]]*/uy)?.[0] ?? "";
    if (text === "?") {
      this.duration = fraction(1, 8);
      this.lengthUnknown = true;
      return;
    }
    const duration = parseDuration(text);
    if (duration.ok) {
      this.duration = duration.value;
      this.lengthUnknown = false;
    } else this.scanner.report("note-value-unknown", start, duration.error);
  }

  /** What concerns whole bars is said in the upper voice, between its notes. */
  private atLine(item: Item, start: number): void {
    const inside = this.groups.find(({ sign }) => sign === "under[" || sign.startsWith("grace"));
    if (!inside) this.items.push(item);
    else this.scanner.report("not-in-here", start, `expected “]” of ${inside.sign} first`);
  }

  private open(sign: OpenGroup["sign"], start: number): void {
    const { duration, lengthUnknown, items } = this;
    this.groups.push({ sign, start, firstItem: items.length, duration, lengthUnknown, items });
    if (sign === "under[") this.items = [];
    if (!sign.startsWith("grace")) return;
    this.duration = GRACE_VALUE;
    this.lengthUnknown = false;
  }

  private close(kind: "(" | "[", start: number): OpenGroup | undefined {
    const group = this.groups.at(-1);
    if (group && (group.sign === "(") === (kind === "(")) {
      this.groups.pop();
      if (group.sign === "under[") this.leaveVoice(group);
      if (group.sign.startsWith("grace")) this.goOnAs(group);
      return group;
    }
    const found = this.scanner.text.slice(start, start + 1);
    const expected = group
      ? `the “${group.sign}” before it to be closed first`
      : `a “${kind === "(" ? "(" : "pm["}” before it`;
    this.scanner.report("group-not-open", start, `“${found}”: expected ${expected}`);
    return undefined;
  }

  /** Behind a bracket the note value is what it was before. */
  private goOnAs({ duration, lengthUnknown }: OpenGroup): void {
    this.duration = duration;
    this.lengthUnknown = lengthUnknown;
  }

  private leaveVoice(group: OpenGroup): void {
    const events = this.items.flatMap((item) => (item.kind === "event" ? [item.event] : []));
    this.items = group.items;
    this.goOnAs(group);
    if (events.length > 0) this.items.push({ kind: "voice-two", events });
  }

  private repeat(start: number): void {
    const times = Number(this.scanner.take(/\s*[x×](\d+)/uy)?.[1] ?? Number.NaN);
    const group = this.close("(", start);
    if (!group) return;
    if (!(times >= 1 && times <= 99)) {
      const message = "expected how often after the bracket, like )x4 (1–99)";
      return this.scanner.report("repeat-count", start, message);
    }
    const body = this.items.slice(group.firstItem);
    if (this.items.length + body.length * (times - 1) > MAX_EVENTS) {
      const message = `x${times} would make more than ${MAX_EVENTS} notes in one phrase`;
      return this.scanner.report("too-many-events", start, message);
    }
    for (let pass = 1; pass < times; pass++) {
      this.items.push(...body.map((item) => this.copyOf(item)));
    }
  }

  private copyOf(item: Item): Item {
    if (item.kind === "event") return { kind: "event", event: this.copyOfEvent(item.event) };
    if (item.kind !== "voice-two") return item;
    return { kind: "voice-two", events: item.events.map((event) => this.copyOfEvent(event)) };
  }

  private copyOfEvent(event: LineEvent): LineEvent {
    const copy = copyOfEvent(event, this.newId);
    const span = this.spans.get(event.id);
    if (span) this.spans.set(copy.id, span);
    return copy;
  }

  private rest(start: number): void {
    if (this.groups.some(({ sign }) => sign.startsWith("grace"))) {
      return this.scanner.report("rest-in-grace", start, "expected notes before “]”, not a rest");
    }
    this.pushPlain({ kind: "rest", id: this.newId(), ...this.length }, start);
  }

  private hit(sound: "body" | "scrape", start: number): void {
    this.pushPlain({ kind: "hit", id: this.newId(), ...this.length, sound }, start);
  }

  /** An event without notes: of the words behind a dot only `hold` concerns it. */
  private pushPlain(event: LineEvent, start: number): void {
    this.notes.begin();
    this.notes.eventWords();
    const { techniques, stroke, fermata } = this.notes.said;
    if (techniques.length > 0 || stroke) {
      this.scanner.report("word-out-of-place", start, "expected .hold or nothing behind it");
    }
    this.push(fermata ? { ...event, fermata } : event, start);
  }

  /** What sounded last once more, or the event before held on into this one. */
  private again(start: number, isTied: boolean): void {
    const { last } = this;
    const isHoldable = last === this.before && last && tiedOn(notesOf(last)).length > 0;
    if (!last || (isTied && !isHoldable)) {
      const message = isTied
        ? "expected a note before it to hold on"
        : "expected something that sounds before it";
      return this.scanner.report(isTied ? "tie-to-nothing" : "nothing-to-repeat", start, message);
    }
    const {
      fermata: _fermata,
      lyric: _lyric,
      note: _note,
      lengthUnknown: _lengthUnknown,
      ...copy
    } = this.copyOfEvent(last);
    if (!isTied || copy.kind !== "notes") return this.push({ ...copy, ...this.length }, start);
    this.pushNotes(tiedOn(copy.notes), start);
  }

  /** One note, a chord, a chain of linked notes, or a sticky string. */
  private soundingEvent(): void {
    const { scanner } = this;
    const start = scanner.position;
    this.notes.begin();
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
        const called = stringInSentence(this.context.names.strings[string - 1]!);
        const message = `${called} already plays at this moment: expected another string`;
        scanner.report("string-taken", noteStart, message);
        continue;
      }
      notes.push(note);
    }
    if (notes.length > 0) this.pushNotes(notes, start);
    if (!isChord && first) this.chain(first);
    else if (isChord && scanner.sees(/[hpsStr]\d/uy)) {
      const expected = "a blank here: links of a chord stand before each note, like hA7+hD7";
      scanner.slip("chain-in-chord", scanner.position, expected);
    }
    if (scanner.position === start) scanner.slip("unexpected", start, this.whatIsExpected());
  }

  /** `h5p3` behind a note: each link starts an event of its own. */
  private chain(from: Note): void {
    const { scanner } = this;
    const string = stringOf(from);
    if (string === undefined) return;
    for (;;) {
      const start = scanner.position;
      const letter = scanner.take(/[hpsStr](?=\d)/uy);
      if (!letter) break;
      this.notes.begin();
      const note = this.notes.fretted(string, LINK_OF_LETTER[letter[0]]);
      if (note) this.pushNotes([note], start);
    }
    if (!scanner.done && !scanner.sees(/[\s|()[\]+]/uy)) {
      const expected = "h, p or s and a fret, b, v, !, a word like .ghost or a blank after a note";
      scanner.slip("unexpected", scanner.position, expected);
    }
  }

  private note(): Note | "sticky" | undefined {
    const { scanner } = this;
    const start = scanner.position;
    const letter = scanner.take(/[hpsStr~](?=[A-Ga-g\d@])/uy)?.[0];
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

  private pushNotes(notes: readonly Note[], start: number): void {
    const isIn = (sign: Bracket) => this.groups.some((group) => group.sign === sign);
    const { techniques, stroke, fermata } = this.notes.said;
    const isMuted = isIn("pm[") && !techniques.some(({ kind }) => kind === "palm-mute");
    const grace = isIn("grace[") ? "before" : isIn("grace-on[") ? "on-beat" : undefined;
    const event: NotesEvent = {
      kind: "notes",
      id: this.newId(),
      ...this.length,
      notes: notes.map((note) => alsoIn(note, isIn("ring["), isIn("slidebar["))),
      techniques: inOrder(isMuted ? [...techniques, { kind: "palm-mute" }] : techniques),
      ...(stroke && { stroke }),
      ...(fermata && { fermata }),
      ...(grace && { grace }),
    };
    this.push(event, start);
  }

  private push(event: LineEvent, start: number): void {
    const { lyric, words } = this;
    this.lyric = undefined;
    this.words = undefined;
    const said = {
      ...event,
      ...(lyric !== undefined && { lyric }),
      ...(words !== undefined && { note: words }),
    };
    this.before = said;
    if (said.kind !== "rest") this.last = said;
    this.spans.set(event.id, this.scanner.spanFrom(start));
    this.items.push({ kind: "event", event: said });
  }
}
