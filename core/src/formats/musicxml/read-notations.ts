import type { FingerByHand } from "../../neck/neck";
import { MAX_PARTIAL } from "../../neck/harmonic";
import { noteValueOf, parseDuration } from "../../rhythm/duration";
import { fraction, type Fraction } from "../../rhythm/fraction";
import type { LinkKind, Pluck, Stroke, Technique } from "../../score/technique";
import { PLUCKS } from "../../score/technique";
import { childOf, textOf, type XmlElement } from "../xml/read-xml";
import type { RawEvent, RawNote } from "./raw";
import {
  HIT_WORDS,
  PINCHED,
  RAKE,
  TECHNIQUE_WORDS,
  TREMOLO_VALUE,
  TRILL_STEPS,
  WIDE_VIBRATO,
} from "./vocabulary.data";

/** Reads all marks of a note into it and its event; what has no place here is told by its name. */
export function readNotations(
  element: XmlElement,
  note: RawNote | undefined,
  event: RawEvent,
  unread: (what: string) => void,
): void {
  const marks = new MarkReader(note, event, unread);
  for (const notations of element.children) {
    if (notations.name === "tie") marks.read(notations);
    if (notations.name !== "notations") continue;
    for (const mark of notations.children) {
      if (["technical", "articulations", "ornaments"].includes(mark.name)) {
        for (const inner of mark.children) marks.read(inner);
      } else marks.read(mark);
    }
  }
  marks.settle();
}

const UNIMPORTANT = new Set([
  "tuplet",
  "open-string",
  "accidental-mark",
  "dynamics",
  "other-notation",
  "footnote",
  "level",
]);

class MarkReader {
  private readonly slides = { start: false, stop: false };
  private readonly slurs = { start: false, stop: false };
  private readonly bends: { cents: number; isPre: boolean; isRelease: boolean }[] = [];
  private trill: number | undefined;
  private isWavy = false;
  private vibrato: "narrow" | "wide" | undefined;
  private tremolo: { marks: number; value?: Fraction } | undefined;
  private harmonic: "natural" | "artificial" | undefined;
  private partial: number | undefined;

  constructor(
    private readonly note: RawNote | undefined,
    private readonly event: RawEvent,
    private readonly unread: (what: string) => void,
  ) {}

  read(mark: XmlElement): void {
    const type = mark.attributes["type"];
    switch (mark.name) {
      case "tied":
      // What sounds on is a tie, though nobody drew it.
      case "tie":
        if (type === "stop" || type === "continue") this.link("tie");
        if (type === "let-ring") this.technique({ kind: "let-ring" });
        return;
      case "slur":
        if (type === "start") this.slurs.start = true;
        if (type === "stop") this.slurs.stop = true;
        return;
      case "slide":
      case "glissando":
        if (type === "start") this.slides.start = true;
        if (type === "stop") this.slides.stop = true;
        return;
      case "hammer-on":
      case "pull-off":
        if (type === "stop") this.link(mark.name);
        if (type === "start") this.note?.starts.push(mark.name);
        return;
      case "tap":
        this.link("tap");
        return;
      case "bend":
        this.bend(mark);
        return;
      case "harmonic":
        this.harmonic = childOf(mark, "artificial") ? "artificial" : "natural";
        return;
      case "string":
        if (this.note) this.note.string = this.counted(mark);
        return;
      case "fret":
        if (this.note) this.note.fret = this.counted(mark);
        return;
      case "fingering":
        if (this.note) this.note.finger ??= fingerOf(mark.text.trim());
        return;
      case "pluck":
        this.pluck(mark.text.trim().toLowerCase());
        return;
      case "up-bow":
      case "down-bow":
        this.event.stroke ??= mark.name === "down-bow" ? "down" : "up";
        return;
      case "scoop":
        this.technique({ kind: "slide-in", from: "below" });
        return;
      case "plop":
        this.technique({ kind: "slide-in", from: "above" });
        return;
      case "falloff":
        this.technique({ kind: "slide-out", to: "below" });
        return;
      case "doit":
        this.technique({ kind: "slide-out", to: "above" });
        return;
      case "staccato":
      case "staccatissimo":
        this.ofEvent({ kind: "staccato" });
        return;
      case "accent":
      case "strong-accent":
        this.ofEvent({ kind: "accent" });
        return;
      case "arpeggiate":
        this.ofEvent({
          kind: "arpeggio",
          stroke: mark.attributes["direction"] === "down" ? "up" : "down",
        });
        return;
      case "fermata":
        this.event.hasFermata = true;
        return;
      case "trill-mark":
        this.trill ??= mark.attributes["trill-step"] === "half" ? 1 : 2;
        return;
      case "wavy-line":
        this.isWavy = true;
        return;
      case "tremolo":
        this.tremolo = { ...this.tremolo, marks: numberIn(mark) ?? 0 };
        return;
      case "other-technical":
      case "other-ornament":
      case "other-articulation":
        this.words(mark.text.trim());
        return;
      default:
        if (!UNIMPORTANT.has(mark.name)) this.unread(mark.name);
    }
  }

  /** What only all marks together say. */
  settle(): void {
    const { note } = this;
    if (this.slides.stop) this.link(this.slurs.stop ? "slide" : "shift-slide");
    else if (this.slurs.stop && note) note.isSlurred = true;
    if (this.slides.start) note?.starts.push(this.slurs.start ? "slide" : "shift-slide");
    this.settleBends();
    if (this.trill !== undefined) this.technique({ kind: "trill", semitones: this.trill });
    else if (this.isWavy) this.vibrato ??= "narrow";
    if (this.vibrato) this.technique({ kind: "vibrato", width: this.vibrato });
    if (this.tremolo) {
      const value = this.tremolo.value ?? this.strokesOf(this.tremolo.marks);
      this.ofEvent({ kind: "tremolo", ...(value && { value }) });
    }
    if (this.harmonic === "natural") this.technique({ kind: "natural-harmonic" });
    if (this.harmonic === "artificial") {
      this.technique({ kind: "pinched-harmonic", partial: this.partial ?? 2 });
    }
  }

  private link(kind: LinkKind): void {
    // A tie is no way to play another: where both are written, the tie is what is meant.
    if (this.note && (kind === "tie" || !this.note.link)) this.note.link = kind;
  }

  /** A number of a string or fret; one beyond all sense is told. */
  private counted(mark: XmlElement): number | undefined {
    const number = numberIn(mark);
    if (number === undefined) this.unread(`${mark.name} “${mark.text.trim().slice(0, 20)}”`);
    return number;
  }

  private technique(technique: Technique): void {
    const { note } = this;
    if (!note || note.isDead || note.techniques.some(({ kind }) => kind === technique.kind)) return;
    note.techniques.push(technique);
  }

  private ofEvent(technique: RawEvent["techniques"][number]): void {
    const { techniques } = this.event;
    if (this.event.kind === "notes" && !techniques.some(({ kind }) => kind === technique.kind)) {
      techniques.push(technique);
    }
  }

  private bend(mark: XmlElement): void {
    const alter = Number(textOf(mark, "bend-alter") ?? 0);
    // We know quarter tones, up to three whole steps.
    const cents = Math.min(600, Math.max(50, 50 * Math.round(Math.abs(alter) * 2)));
    const bar = childOf(mark, "with-bar");
    if (bar) {
      const said = bar.text.trim().toLowerCase();
      const course = said === "dip" || said === "scoop" ? said : "dive";
      this.ofEvent({ kind: "tremolo-bar", cents, course });
      return;
    }
    const isPre = childOf(mark, "pre-bend") !== undefined;
    const isRelease = childOf(mark, "release") !== undefined;
    if (alter === 0 && !isRelease) return;
    this.bends.push({ cents, isPre, isRelease });
  }

  private settleBends(): void {
    const up = this.bends.find(({ isRelease }) => !isRelease);
    const first = this.bends[0];
    // A release before any bend comes back from the bend of the note before.
    if (first?.isRelease) this.link("release");
    if (!up) return;
    const isReleased = this.bends.slice(this.bends.indexOf(up)).some(({ isRelease }) => isRelease);
    const course = up.isPre
      ? isReleased
        ? "pre-bend-and-release"
        : "pre-bend"
      : isReleased
        ? "bend-and-release"
        : "bend";
    this.technique({ kind: "bend", cents: up.cents, course });
  }

  private pluck(said: string): void {
    if (!this.note) return;
    if ((PLUCKS as readonly string[]).includes(said)) this.note.pluck = said as Pluck;
    else if (said === "t") this.note.pluck = "thumb";
  }

  private words(said: string): void {
    const lower = said.toLowerCase();
    const number = Number(/(\d+)$/u.exec(lower)?.[1]);
    if (lower === "slap" || lower === "pop" || lower === "thumb") this.pluck(lower);
    else if (lower === TECHNIQUE_WORDS["fret-hand-mute"])
      this.technique({ kind: "fret-hand-mute" });
    else if (lower === TECHNIQUE_WORDS["slide-bar"]) this.technique({ kind: "slide-bar" });
    else if (lower === HIT_WORDS.body || lower === HIT_WORDS.scrape) {
      this.event.sound = lower === HIT_WORDS.body ? "body" : "scrape";
    } else if (lower.endsWith("vibrato")) this.vibrato = lower === WIDE_VIBRATO ? "wide" : "narrow";
    else if (lower.startsWith(RAKE)) {
      const stroke: Stroke = lower.endsWith("up") ? "up" : "down";
      this.ofEvent({ kind: "rake", stroke });
    } else if (lower.startsWith(TRILL_STEPS) && number >= 1 && number <= 12) this.trill = number;
    else if (lower.startsWith(PINCHED) && number >= 2 && number <= MAX_PARTIAL) {
      this.partial = number;
    } else if (lower.startsWith(TREMOLO_VALUE)) {
      const value = parseDuration(lower.slice(TREMOLO_VALUE.length).trim());
      this.tremolo = { marks: 0, ...(value.ok && { value: value.value }) };
    } else this.unread(`“${said.slice(0, 40)}”`);
  }

  /** The inverse of how many strokes a stem has: see the writer. */
  private strokesOf(marks: number): Fraction | undefined {
    if (marks < 1 || marks > 8) return undefined;
    const written = noteValueOf(this.event.duration)?.value ?? 4;
    return fraction(1, 2 ** (marks + Math.max(2, Math.log2(written))));
  }
}

function numberIn(mark: XmlElement): number | undefined {
  const text = mark.text.trim();
  return /^\d{1,4}$/u.test(text) ? Number(text) : undefined;
}

function fingerOf(text: string): FingerByHand | undefined {
  if (/^[tT]$/u.test(text)) return "T";
  return /^[0-4]$/u.test(text) ? (Number(text) as FingerByHand) : undefined;
}
