import { parseDuration } from "../rhythm/duration";
import { fraction, type Fraction } from "../rhythm/fraction";
import { copyOfEvent, notesOf, type LineEvent, type Note, type NotesEvent } from "../score/event";
import { inOrder } from "../score/technique";
import { fingeredChord } from "../theory/shapes-and-sound";
import { tiedOn } from "../score/tied-on";
import type { CalloutContext } from "./context";
import { inGroups, type GroupWords } from "./groups";
import { gripOfShape, readHeldGrip } from "./held-grip";
import type { Item, Span } from "./item";
import { readBarWord } from "./parse-bar-word";
import { NoteReader } from "./parse-note";
import { readQuoted } from "./quoted";
import { closedStands, joined, type ReadWords, type Stand } from "./read-words";
import { Repeat } from "./repeat";
import { Scanner } from "./scanner";
import { END, SoundingReader } from "./sounding-reader";

/** More than any phrase needs; keeps `(((E0)x99)x99)x99` from filling the memory. */
const MAX_EVENTS = 4000;
const GRACE_VALUE = fraction(1, 32);

const REST = new RegExp(`[-–—]${END}`, "uy");
const HIT = new RegExp(`(hit|scrape)${END}`, "uy");
const AGAIN = new RegExp(`=${END}`, "uy");
const TIED = new RegExp(`~${END}`, "uy");
const BAR_AGAIN = /=(\d[\d+-]*)/uy;
const GROUP = /(?:[a-z]+(?:-up|-down)?[\d/]*[¼½¾]?t?|[1-4T])(?=\[)/uy;

interface OpenGroup {
  /** As it is typed; of brackets that say something of what stands in them the word and “[”. */
  readonly sign: string;
  readonly start: number;
  readonly firstItem: number;
  /** What goes on behind the bracket as it was before. */
  readonly duration: Fraction;
  readonly lengthUnknown: boolean;
  readonly string: number | undefined;
  readonly items: Item[];
  readonly words?: GroupWords;
  /** The frets of a grip that is held, by string. */
  readonly grip?: ReadonlyMap<number, number>;
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
  private readonly sounding: SoundingReader;
  private repeat: Repeat | undefined;
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
    /** Whether it is only tried how a word would be read. */
    private readonly isTrying = false,
  ) {
    this.scanner = new Scanner(text);
    this.notes = new NoteReader(this.scanner, context, newId);
    this.sounding = new SoundingReader(this.scanner, this.notes, context, {
      grip: () => this.groups.findLast(({ grip }) => grip)?.grip,
      push: (notes, start) => this.pushNotes(notes, start),
      isReadable: (word) => this.isReadable(word),
    });
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
      string: this.sounding.string,
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
    for (scanner.skipBlanks(); !scanner.done; scanner.skipBlanks()) {
      if (this.items.length > MAX_EVENTS) {
        const message = `a phrase may have ${MAX_EVENTS} notes: the rest was not read`;
        scanner.report("too-many-events", scanner.position, message);
        break;
      }
      const stand = this.stand();
      const rest = stand && meet(stand);
      if (stand) this.stands.push(stand);
      if (rest && this.items.length + rest.items.length <= MAX_EVENTS)
        return joined(this.read(), rest);
      this.item();
    }
    this.end();
    const read = this.read();
    return { ...read, stands: closedStands(read) };
  }

  /** All that was read so far. */
  private read(): ReadWords {
    const { items, spans, stands, scanner } = this;
    return { text: scanner.text, items, findings: scanner.findings, spans, stands };
  }

  private stand(): Stand | undefined {
    const isOpen = this.groups.length > 0 || this.repeat !== undefined;
    if (isOpen || this.words !== undefined || this.lyric !== undefined) return undefined;
    const { items, scanner, duration, lengthUnknown, last, before } = this;
    const { string } = this.sounding;
    return {
      position: scanner.position,
      items: items.length,
      findings: scanner.findings.length,
      duration,
      lengthUnknown,
      string,
      last,
      before,
    };
  }

  private end(): void {
    const { scanner } = this;
    if (this.repeat && !this.repeat.isEnding) {
      const { start } = this.repeat;
      scanner.reportAt("group-open", { start, length: 2 }, "“|:” is still open: expected :|");
    }
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
    if (scanner.sees(/[|:]/uy) && this.barLine(start)) return;
    if (scanner.take(/'/uy)) return this.noteValue(start);
    if (scanner.take(/\(/uy)) return this.open("(", start);
    if (scanner.take(/\]/uy)) return void this.close("[", start);
    if (scanner.take(/\)/uy)) return this.timesGroup(start);
    const barWord = readBarWord(scanner, this.context);
    if (barWord) return this.barWord(barWord.item, start);
    if (scanner.sees(/"/uy)) {
      this.words = readQuoted(scanner) ?? this.words;
      return;
    }
    if (scanner.take(/sing(?=\s*")/uy)) {
      scanner.skipBlanks();
      this.lyric = readQuoted(scanner) ?? this.lyric;
      return;
    }
    if (this.bracket(start)) return;
    if (scanner.take(REST)) return this.rest(start);
    const hit = scanner.take(HIT)?.[1];
    if (hit) return this.hit(hit === "hit" ? "body" : "scrape", start);
    if (scanner.take(/=(?=\|)/uy)) return this.barAgain(undefined, 0, start);
    const bar = scanner.take(BAR_AGAIN)?.[1];
    if (bar !== undefined) return this.numberedBar(bar, start);
    const moment = scanner.take(/@(\d[\d/]*[a-z&]*)(?=[\s,|]|$)/uy)?.[1];
    if (moment)
      return void this.atLine({ kind: "moment", moment, span: scanner.spanFrom(start) }, start);
    if (scanner.take(AGAIN)) return this.again(start, false);
    if (scanner.take(TIED)) return this.again(start, true);
    this.sounding.read();
  }

  /** `|`, `|:`, `:|`, `|1`. @returns false where none stands here. */
  private barLine(start: number): boolean {
    const { scanner } = this;
    if (scanner.take(/\|:/uy)) {
      const isInLine = this.atLine({ kind: "bar-line" }, start);
      if (isInLine) this.repeat = new Repeat(start, this.items.length);
      return true;
    }
    const ending = this.repeat && scanner.take(/\|(\d[\d-]*)\.?/uy);
    const closing = ending ? undefined : scanner.take(/:\|(?:(\d[\d-]*)\.?)?/uy);
    if (!ending && !closing) {
      if (!scanner.take(/\|+/uy)) return false;
      this.atLine({ kind: "bar-line" }, start);
      return true;
    }
    this.atLine({ kind: "bar-line" }, start);
    const { repeat } = this;
    if (!repeat) {
      scanner.report("group-not-open", start, "“:|”: expected a “|:” before it");
      return true;
    }
    const said = (ending ?? closing)?.[1];
    const rounds = /^(\d)(?:-(\d))?$/u.exec(said ?? "");
    if (said !== undefined && !rounds) {
      scanner.report("repeat-count", start, "expected which rounds end so, like |1 or |1-3");
    } else if (closing) this.repeated(repeat, rounds, start);
    else this.ending(repeat, rounds!);
    return true;
  }

  private ending(repeat: Repeat, [, from, to = from]: RegExpExecArray): void {
    repeat.begin(this.items.length, Number(from), Number(to));
  }

  private repeated(repeat: Repeat, next: RegExpExecArray | null, start: number): void {
    const rounds = repeat.rounds(this.items);
    const more = next ? repeat.body(this.items) : [];
    if (!this.pushCopies([...rounds, more], "this", start)) return;
    if (next) this.ending(repeat, next);
    else this.repeat = undefined;
  }

  /** A chord, a metre …; behind a chord `x4` strums its shape. */
  private barWord(item: Item | undefined, start: number): void {
    if (item) this.atLine(item, start);
    const { scanner, context } = this;
    const chord = item?.kind === "chord" ? item.chord : undefined;
    const times = chord && scanner.take(/[x×](\d*)/uy)?.[1];
    if (!chord || times === undefined) return;
    if (!(Number(times) >= 1 && Number(times) <= 99)) {
      const message = "expected how often the shape is struck, like {Am}x4 (1–99)";
      return scanner.report("repeat-count", start, message);
    }
    const grip = gripOfShape(fingeredChord(chord, context.shift, context.key), context);
    if (!grip) {
      const message =
        "these strings have no usual shape for this chord: say its notes, like A3+D2+G0";
      return scanner.report("grip-unknown", start, message);
    }
    for (let count = 0; count < Number(times); count++) {
      this.notes.begin();
      const notes = [...grip].map(([string, fret]) => this.notes.atPlace(string, fret));
      this.pushNotes(notes, start);
    }
  }

  /** Brackets that say something of all that stands in them. @returns false where none open here. */
  private bracket(start: number): boolean {
    const { scanner } = this;
    const special = scanner.take(/(grace-on|grace|under|hold)\[/uy)?.[0];
    if (special === "hold[") {
      const grip = readHeldGrip(scanner, this.context, start);
      this.open(special, start, { grip: grip ?? new Map() });
    } else if (special) this.open(special, start);
    else if (scanner.sees(GROUP)) {
      const words = this.notes.ofGroup();
      scanner.take(/[^\[\s]*\[/uy);
      this.open(scanner.text.slice(start, scanner.position), start, { words });
    }
    return scanner.position > start;
  }

  /** `=2`, `=2+3`. */
  private numberedBar(said: string, start: number): void {
    const [, bar, frets = "0"] = /^(\d{1,4})([+-]\d{1,2})?$/u.exec(said) ?? [];
    if (bar !== undefined) return this.barAgain(Number(bar), Number(frets), start);
    const expected = "a bar by its number, and how far it moves, like =1 or =1+3";
    this.scanner.slip("nothing-to-repeat", start, expected);
  }

  private barAgain(bar: number | undefined, frets: number, start: number): void {
    const span = this.scanner.spanFrom(start);
    const item = { kind: "bar-again" as const, frets, span, copies: new Map() };
    this.atLine(bar === undefined ? item : { ...item, bar }, start);
  }

  private isReadable(word: string): boolean {
    if (this.isTrying) return false;
    const { findings } = new CalloutParser(word, this.context, this.newId, undefined, true).run();
    return findings.every(({ severity }) => severity !== "error");
  }

  /** How long the next event lasts, as far as it was said. */
  private get length(): Pick<LineEvent, "duration" | "lengthUnknown"> {
    const { duration, lengthUnknown } = this;
    return lengthUnknown ? { duration, lengthUnknown } : { duration };
  }

  private noteValue(start: number): void {
    const text = this.scanner.take(/[^\s,|()[\]]*/uy)?.[0] ?? "";
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

  /** What concerns whole bars is said in the upper voice, between its notes. @returns whether it is. */
  private atLine(item: Item, start: number): boolean {
    if (item.kind === "bar-line") this.sounding.string = undefined;
    const inside = this.groups.find(({ sign }) => sign === "under[" || sign.startsWith("grace"));
    if (!inside) this.items.push(item);
    else this.scanner.report("not-in-here", start, `expected “]” of ${inside.sign} first`);
    return inside === undefined;
  }

  private open(sign: string, start: number, more: Partial<OpenGroup> = {}): void {
    const { duration, lengthUnknown, items } = this;
    const { string } = this.sounding;
    const firstItem = items.length;
    this.groups.push({ sign, start, firstItem, duration, lengthUnknown, string, items, ...more });
    if (sign === "under[") {
      this.items = [];
      this.sounding.string = undefined;
    }
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
    this.sounding.string = group.string;
    if (events.length > 0) this.items.push({ kind: "voice-two", events });
  }

  private timesGroup(start: number): void {
    const times = Number(this.scanner.take(/\s*[x×](\d+)/uy)?.[1] ?? Number.NaN);
    const group = this.close("(", start);
    if (!group) return;
    if (!(times >= 1 && times <= 99)) {
      const message = "expected how often after the bracket, like )x4 (1–99)";
      return this.scanner.report("repeat-count", start, message);
    }
    const body = this.items.slice(group.firstItem);
    const rounds = Array.from({ length: times - 1 }, () => body);
    this.pushCopies(rounds, `x${times}`, start);
  }

  /** What was said comes again in these rounds. @returns false where that is too much, which is reported. */
  private pushCopies(rounds: readonly (readonly Item[])[], saidBy: string, start: number): boolean {
    const count = rounds.reduce((sum, round) => sum + round.length, 0);
    if (this.items.length + count > MAX_EVENTS) {
      const message = `${saidBy} would make more than ${MAX_EVENTS} notes in one phrase`;
      this.scanner.report("too-many-events", start, message);
      return false;
    }
    for (const round of rounds) this.items.push(...round.map((item) => this.copyOf(item)));
    return true;
  }

  private copyOf(item: Item): Item {
    if (item.kind === "event") {
      const { event, of = event } = item;
      return { kind: "event", event: this.copyOfEvent(event), of };
    }
    // Every time it comes again it has events of its own.
    if (item.kind === "bar-again") return { ...item, copies: new Map() };
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
    const { techniques, stroke, fermata, isDoubtful } = this.notes.said;
    if (techniques.length > 0 || stroke) {
      this.scanner.report("word-out-of-place", start, "expected .hold or nothing behind it");
    }
    this.push(fermata ? { ...event, fermata } : event, start, isDoubtful);
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
    this.notes.begin();
    this.notes.doubtful();
    const { isDoubtful } = this.notes.said;
    const {
      fermata: _fermata,
      lyric: _lyric,
      note: _note,
      lengthUnknown: _lengthUnknown,
      ...copy
    } = this.copyOfEvent(last);
    if (isTied && copy.kind === "notes") this.pushNotes(tiedOn(copy.notes), start);
    else this.push({ ...copy, ...this.length }, start, isDoubtful);
  }

  private pushNotes(notes: readonly Note[], start: number): void {
    const { techniques, stroke, fermata, isDoubtful } = this.notes.said;
    const isIn = (sign: string) => this.groups.some((group) => group.sign === sign);
    const grace = isIn("grace[") ? "before" : isIn("grace-on[") ? "on-beat" : undefined;
    const event: NotesEvent = {
      kind: "notes",
      id: this.newId(),
      ...this.length,
      notes,
      techniques: inOrder(techniques),
      ...(stroke && { stroke }),
      ...(fermata && { fermata }),
      ...(grace && { grace }),
    };
    const words = this.groups.flatMap((group) => group.words ?? []);
    this.push(inGroups(event, words), start, isDoubtful);
  }

  private push(event: LineEvent, start: number, isDoubtful = false): void {
    const { lyric } = this;
    const words = [this.words, isDoubtful ? "?" : undefined].filter((one) => one !== undefined);
    this.lyric = undefined;
    this.words = undefined;
    const said = {
      ...event,
      ...(lyric !== undefined && { lyric }),
      ...(words.length > 0 && { note: words.join(" ") }),
    };
    this.before = said;
    if (said.kind !== "rest") this.last = said;
    this.spans.set(event.id, this.scanner.spanFrom(start));
    this.items.push({ kind: "event", event: said });
  }
}
