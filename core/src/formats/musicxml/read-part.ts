import { barNumbered } from "../../foundation/bar-index";
import type { Capo } from "../../instrument/capo";
import { fraction, type Fraction } from "../../rhythm/fraction";
import type { Feel } from "../../rhythm/feel";
import type { Metre } from "../../rhythm/metre";
import { isTempo } from "../../rhythm/tempo";
import type { Remarks } from "../reading/remarks";
import { childOf, childrenOf, integerOf, textOf, type XmlElement } from "../xml/read-xml";
import { MeasureClock } from "./measure-clock";
import type { RawEvent, RawMeasure, RawNote, RawPart, RawRepeats, Span } from "./raw";
import { AttributesReader } from "./read-attributes";
import { readDirection } from "./read-directions";
import { readHarmony } from "./read-harmony";
import { readNotations } from "./read-notations";
import { readPitch } from "./read-pitch";
import { readBarline } from "./read-repeats";
import { capoIn, feelIn, graceOf, unitsIn, valueIn } from "./read-values";

interface MeasureDraft {
  metre: Metre | undefined;
  tempoBpm: number | undefined;
  chords: { at: Fraction; chord: RawMeasure["chords"][number]["chord"] }[];
  section: string | undefined;
  phrase: string | undefined;
  repeats: RawRepeats;
  events: RawEvent[];
}

/** Reads one part from front to back, measure by measure. */
export class PartReader {
  private readonly attributes: AttributesReader;
  private feel: Feel | undefined;
  private capo: Capo | undefined;
  private readonly measures: RawMeasure[] = [];
  /** Words that wait for the note they stand at. */
  private words: string[] = [];
  /** What holds for the next note, or until it is ended. */
  private readonly spans = new Map<Span, "next" | "open">();

  constructor(
    private readonly name: string,
    private readonly remarks: Remarks,
    private readonly lineOf: (element: XmlElement) => number,
  ) {
    this.attributes = new AttributesReader({
      say: (code, message) => this.say(code, "warning", message),
      tally: (code, what) => this.tally(code, what),
    });
  }

  /** What the measures said, front to back. */
  read(): Pick<RawPart, "measures" | "staves" | "key" | "feel" | "capo"> {
    const { measures, feel, capo } = this;
    const { staves, key } = this.attributes;
    return { measures, staves, key, feel, capo };
  }

  /**
   * Reads the next measure.
   * @param attributes - Those of the measure, which a timewise score has on the element around.
   */
  measure(element: XmlElement, attributes: XmlElement["attributes"]): void {
    const clock = new MeasureClock(this.attributes.divisions);
    const draft: MeasureDraft = {
      metre: undefined,
      tempoBpm: undefined,
      chords: [],
      section: undefined,
      phrase: undefined,
      repeats: {},
      events: [],
    };
    let last: RawEvent | undefined;
    for (const child of element.children) {
      switch (child.name) {
        case "attributes":
          draft.metre = this.attributes.read(child, clock) ?? draft.metre;
          break;
        case "note":
          last = this.note(child, draft, clock, last);
          break;
        case "backup":
          clock.move(-unitsIn(child));
          break;
        case "forward":
          clock.move(unitsIn(child));
          break;
        case "direction":
          this.direction(child, draft, clock);
          break;
        case "sound":
          this.sound(child, draft);
          break;
        case "harmony":
          this.harmony(child, draft, clock);
          break;
        case "barline":
          draft.repeats = { ...draft.repeats, ...readBarline(child) };
          break;
        default:
      }
    }
    const isPickUp = attributes["implicit"] === "yes" || attributes["number"] === "0";
    this.measures.push({ ...draft, isPickUp });
  }

  private note(
    element: XmlElement,
    draft: MeasureDraft,
    clock: MeasureClock,
    last: RawEvent | undefined,
  ): RawEvent | undefined {
    if (childOf(element, "cue")) {
      if (!childOf(element, "chord")) clock.move(unitsIn(element));
      this.tally("cue-note", "a cue note was left out");
      return last;
    }
    const isChord = childOf(element, "chord") !== undefined;
    const rest = childOf(element, "rest");
    const note = rest ? undefined : this.soundOf(element);
    const event = isChord && last ? last : this.eventOf(element, clock, note, rest);
    if (note && event.kind === "notes") event.notes.push(note);
    if (event !== last) {
      draft.events.push(event);
      this.takeWaiting(event);
    }
    readNotations(element, note, event, (what) =>
      this.tally("mark-unread", `${what} was left out: it has no place here`),
    );
    const lyric = childrenOf(element, "lyric").map((one) => textOf(one, "text"));
    event.lyric ??= lyric.find((text) => text !== undefined)?.slice(0, 500);
    if (textOf(childOf(element, "play"), "mute") === "palm") mute(event);
    if (this.spans.has("palm-mute")) mute(event);
    if (note && this.spans.has("let-ring") && !note.isDead) ring(note);
    for (const [span, how] of this.spans) if (how === "next" && !isChord) this.spans.delete(span);
    return event;
  }

  /** Pitched, or dead where its head is a cross. */
  private soundOf(element: XmlElement): RawNote | undefined {
    const written = childOf(element, "pitch");
    const head = childOf(element, "notehead");
    const isCrossed = ["x", "cross", "circle-x"].includes(head?.text.trim() ?? "");
    const pitch = written && readPitch(written, this.attributes.transposition);
    if (written && !pitch) {
      this.say("pitch-unread", "warning", `a pitch cannot be read: ${this.placeOf(element)}`);
    }
    // A cross that lies on no string is a knock.
    if (!pitch && !(isCrossed && namesString(element))) return undefined;
    const note: RawNote = {
      pitch,
      isDead: isCrossed,
      string: undefined,
      fret: undefined,
      finger: undefined,
      pluck: undefined,
      techniques: [],
      link: undefined,
      isSlurred: false,
      starts: [],
    };
    if (head?.attributes["parentheses"] === "yes" && !isCrossed) {
      note.techniques.push({ kind: "ghost" });
    }
    return note;
  }

  private eventOf(
    element: XmlElement,
    clock: MeasureClock,
    note: RawNote | undefined,
    rest: XmlElement | undefined,
  ): RawEvent {
    const voice = textOf(element, "voice") ?? "1";
    const staff = integerOf(element, "staff") ?? 1;
    const grace = childOf(element, "grace");
    const value = valueIn(element);
    const time = grace
      ? { onset: clock.onset, duration: value ?? fraction(1, 16) }
      : clock.take(unitsIn(element), `${staff} ${voice}`, value);
    const isUnpitched = childOf(element, "unpitched") !== undefined;
    return {
      kind: note ? "notes" : isUnpitched && !rest ? "hit" : "rest",
      ...time,
      voice,
      staff,
      isWholeBar: rest?.attributes["measure"] === "yes",
      grace: grace && graceOf(grace),
      notes: [],
      techniques: [],
      stroke: undefined,
      sound: "body",
      hasFermata: false,
      lyric: undefined,
      words: [],
    };
  }

  private takeWaiting(event: RawEvent): void {
    event.words.push(...this.words);
    this.words = [];
  }

  private direction(element: XmlElement, draft: MeasureDraft, clock: MeasureClock): void {
    const said = readDirection(element);
    draft.section ??= said.section;
    draft.phrase ??= said.phrase;
    draft.repeats = { ...draft.repeats, ...said.repeats };
    if (said.tempoBpm !== undefined) this.tempo(said.tempoBpm, draft, clock);
    for (const span of said.startsSpans) this.spans.set(span.span, span.isOpen ? "open" : "next");
    if (said.opensLine) {
      for (const [span, how] of this.spans) if (how === "next") this.spans.set(span, "open");
    }
    if (said.closesLine) this.spans.clear();
    const capo = said.words.map((words) => capoIn(words)).find((one) => one !== undefined);
    if (capo) this.capo ??= capo;
    this.words.push(...said.words.filter((words) => !capoIn(words)));
    const sound = childOf(element, "sound");
    if (sound) this.sound(sound, draft);
  }

  private sound(element: XmlElement, draft: MeasureDraft): void {
    const { tempo, segno, coda, tocoda, dacapo, dalsegno, fine } = element.attributes;
    const bpm = Number(tempo);
    if (tempo !== undefined) {
      if (isTempo(bpm)) draft.tempoBpm ??= bpm;
      else this.say("tempo-unread", "warning", `a tempo of ${tempo.slice(0, 20)} was left out`);
    }
    draft.repeats = {
      ...draft.repeats,
      ...(segno !== undefined && { segno: true }),
      ...(coda !== undefined && { coda: true }),
      ...(tocoda !== undefined && { toCoda: true }),
      ...(dacapo === "yes" && { daCapo: true }),
      ...(dalsegno !== undefined && { dalSegno: true }),
      ...(fine !== undefined && { fine: true }),
    };
    const swing = childOf(element, "swing");
    if (swing) this.feel ??= feelIn(swing);
  }

  private tempo(bpm: number, draft: MeasureDraft, clock: MeasureClock): void {
    if (!isTempo(bpm)) {
      this.say("tempo-unread", "warning", `a tempo of ${bpm} was left out`);
      return;
    }
    if (clock.onset.num > 0) {
      this.tally("tempo-moved", "a change of tempo within a bar stands at its start");
    }
    draft.tempoBpm = bpm;
  }

  private harmony(element: XmlElement, draft: MeasureDraft, clock: MeasureClock): void {
    const read = readHarmony(element);
    if (!read) {
      this.tally("chord-unread", "a chord symbol without a root was left out");
      return;
    }
    if (read.isNearest)
      this.tally("chord-nearest", "a chord symbol was read as the nearest known one");
    const offset = Number(textOf(element, "offset") ?? 0);
    const units = Math.round(1000 * (Number.isFinite(offset) ? offset : 0));
    const off = fraction(units, Math.round(4000 * clock.unitsOfQuarter));
    const at = fraction(
      clock.onset.num * off.den + off.num * clock.onset.den,
      clock.onset.den * off.den,
    );
    if (at.num >= 0) draft.chords.push({ at, chord: read.chord });
  }

  /** Of the measure being read, from 1. */
  private get bar(): number {
    return this.measures.length + 1;
  }

  private say(code: string, severity: "warning" | "info", message: string): void {
    this.remarks.say(code, severity, `${this.name}, bar ${this.bar}: ${message}`, {
      bar: barNumbered(this.bar),
    });
  }

  private tally(code: string, what: string): void {
    this.remarks.tally(code, "info", `${this.name}: ${what}`, { bar: barNumbered(this.bar) });
  }

  private placeOf(element: XmlElement): string {
    return `line ${this.lineOf(element)} of the file`;
  }
}

function namesString(element: XmlElement): boolean {
  return childrenOf(element, "notations").some((notations) =>
    childrenOf(notations, "technical").some((technical) => childOf(technical, "string")),
  );
}

function mute(event: RawEvent): void {
  if (event.kind !== "notes" || event.techniques.some(({ kind }) => kind === "palm-mute")) return;
  event.techniques.push({ kind: "palm-mute" });
}

function ring(note: RawNote): void {
  if (!note.techniques.some(({ kind }) => kind === "let-ring")) {
    note.techniques.push({ kind: "let-ring" });
  }
}
