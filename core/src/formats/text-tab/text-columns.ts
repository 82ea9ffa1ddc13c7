import type { PlaceNames } from "../../neck/place-names";
import { formatDuration } from "../../rhythm/duration";
import { subtract, sum, type Fraction } from "../../rhythm/fraction";
import { momentsOf, type Bar, type Moment } from "../../score/bar";
import {
  isPalmMuted,
  lengthOf,
  linkOf,
  notesOf,
  stringOf,
  techniqueOf,
  type LineEvent,
  type Note,
} from "../../score/event";
import type { TechniqueKind } from "../../score/technique";
import { noteText, type StringSoFar } from "./note-text";

/** What a note or event may have that no sign says everywhere. */
export type SignlessKind = TechniqueKind | "palm-mute" | "place" | "dead-note" | "grace";

/** What stands below one value of the rhythm row. */
export interface Column {
  readonly value: string;
  readonly onset: Fraction;
  /** By string, index 0 is string 1. */
  readonly signs: readonly string[];
  /** Room for a link sign before the frets. */
  readonly lead: number;
  readonly width: number;
  readonly isMuted: boolean;
  readonly isRinging: boolean;
}

const LETTER_OF_VALUE: Readonly<Record<string, string>> = {
  1: "w",
  2: "h",
  4: "q",
  8: "e",
  16: "s",
  32: "t",
};

/** Turns the bars of a line into columns, one after the other: slides are told by what came before. */
export class ColumnMaker {
  private readonly soFar: {
    inBar?: { readonly fret: number | undefined };
    lastFret?: number | undefined;
    before?: number;
  }[];
  /** The notes that a tie would prolong. */
  private last: readonly Note[] = [];
  /** What had no sign where it stands, and how often: a technique, a place, a dead note, a grace. */
  readonly lost = new Map<SignlessKind, number>();

  constructor(
    private readonly strings: number,
    private readonly names: PlaceNames,
  ) {
    this.soFar = Array.from({ length: strings }, () => ({}));
  }

  bar(bar: Bar): readonly Column[] {
    const moments = momentsOf(bar);
    // The length of a bar whose voices end apart is that of its first one.
    const end = sum(bar.events.map(lengthOf));
    const columns = moments.map((moment, index) =>
      this.column(moment, valueOf(moment, moments[index + 1], bar.voiceTwo ? end : undefined)),
    );
    for (const string of this.soFar) {
      if (string.lastFret !== undefined) string.before = string.lastFret;
      delete string.inBar;
    }
    return columns;
  }

  private column({ events, onset }: Moment, value: string): Column {
    const notes = events.flatMap(notesOf);
    // A grace that only goes on has no sign.
    const isTied = value !== "g" && goesOn(notes, this.last);
    const texts = Array.from({ length: this.strings }, () => ({ lead: "", sign: "", room: 0 }));
    const pitched = notes.filter((note) => note.kind === "pitched");
    const isRinging =
      !isTied && pitched.length > 0 && pitched.every((note) => techniqueOf(note, "let-ring"));
    for (const note of notes) {
      const string = stringOf(note);
      if (isTied) {
        this.loseTechniques(note, ["tie", "natural-harmonic"]);
        continue;
      }
      if (string === undefined) {
        this.loseTechniques(note, []);
        continue;
      }
      if (linkOf(note) === "tie" || texts[string - 1]!.sign !== "") {
        this.loseNote(note);
        continue;
      }
      if (!isRinging && techniqueOf(note, "let-ring")) this.lose("let-ring");
      const soFar = this.soFar[string - 1]!;
      const text = noteText(note, this.names, soFar as StringSoFar);
      texts[string - 1] = text;
      // A slide from the note before has the same sign.
      const isSlidInto = linkOf(note) === undefined && /[/\\]/u.test(text.lead);
      if (techniqueOf(note, "slide-in") && !isSlidInto) this.lose("slide-in");
      soFar.inBar = { fret: writtenFretOf(note, text.sign) };
      soFar.lastFret = soFar.inBar.fret ?? soFar.lastFret;
    }
    if (notes.length > 0 && !isTied) this.last = notes.filter((note) => linkOf(note) !== "tie");
    const lead = texts.some((text) => text.lead !== "") ? 1 : 0;
    const signs = texts.map((text) =>
      text.sign === "" ? "" : `${lead === 1 ? text.lead || "-" : ""}${text.sign}`,
    );
    const room = Math.max(0, ...texts.map((text) => text.room));
    const word = isTied ? `+${value}` : value;
    const longest = Math.max(2 + lead, word.length + lead, ...signs.map(({ length }) => length));
    this.loseOfEvents(
      events,
      isTied,
      texts.every(({ sign }) => sign === ""),
    );
    return {
      value: word,
      onset,
      signs,
      lead,
      width: longest + 1 + room,
      isMuted: events.some(isPalmMuted),
      isRinging,
    };
  }

  private lose(kind: SignlessKind, times = 1): void {
    if (times > 0) this.lost.set(kind, (this.lost.get(kind) ?? 0) + times);
  }

  private loseTechniques(note: Note, but: readonly string[]): void {
    if (note.kind === "dead") return;
    for (const { kind } of note.techniques) if (!but.includes(kind)) this.lose(kind);
  }

  private loseNote(note: Note): void {
    this.lose(note.kind === "dead" ? "dead-note" : "place");
    this.loseTechniques(note, []);
  }

  /** Of two voices that begin together one column is left; without a fret it is a rest. */
  private loseOfEvents(events: readonly LineEvent[], isTied: boolean, isEmpty: boolean): void {
    const muted = events.filter(isPalmMuted).length;
    this.lose("palm-mute", isTied || isEmpty ? muted : muted - 1);
    const graces = events.filter((event) => event.kind === "notes" && event.grace).length;
    const isGrace = lengthOf(events[0]!).num === 0;
    this.lose("grace", isGrace && !isEmpty && !isTied ? graces - 1 : graces);
  }
}

function writtenFretOf(note: Note, sign: string): number | undefined {
  const digits = /\d+/u.exec(sign)?.[0];
  return note.kind === "dead" || digits === undefined ? undefined : Number(digits);
}

/** Whether all that sounds only goes on from the event before. */
function goesOn(notes: readonly Note[], last: readonly Note[]): boolean {
  const before = last.filter((note) => note.kind === "pitched");
  return (
    notes.length > 0 &&
    notes.length === before.length &&
    notes.every((note) => linkOf(note) === "tie" && before.some((one) => isSamePlace(one, note)))
  );
}

function isSamePlace(a: Note, b: Note): boolean {
  const string = stringOf(a);
  return (
    string !== undefined &&
    string === stringOf(b) &&
    a.kind === "pitched" &&
    b.kind === "pitched" &&
    a.place!.fret === b.place!.fret
  );
}

/** Until the next moment where voices cross, else what is written. */
function valueOf(
  { events, onset }: Moment,
  next: Moment | undefined,
  end: Fraction | undefined,
): string {
  const first: LineEvent = events[0]!;
  if (lengthOf(first).num === 0) return "g";
  if (!end) return valueWord(first.duration);
  const until = subtract(next?.onset ?? end, onset);
  return valueWord(until.num > 0 ? until : first.duration);
}

function valueWord(duration: Fraction): string {
  const match = /^(\d+)(\.*)(t?)$/u.exec(formatDuration(duration));
  const letter = match && LETTER_OF_VALUE[match[1]!];
  if (!letter) return `${duration.num}/${duration.den}`;
  return `${letter}${match[2]}${match[3] ? "3" : ""}`;
}
