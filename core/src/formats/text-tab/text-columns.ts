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
import { noteText, type StringSoFar } from "./note-text";

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
  private readonly soFar: { inBar?: { readonly fret: number | undefined }; before?: number }[];
  /** The notes that a tie would prolong. */
  private last: readonly Note[] = [];
  /** What had no sign: slides that would be read as another one, ties of a part of a chord. */
  readonly lost = { "slide-in": 0, tie: 0 };

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
      const fret = string.inBar?.fret;
      if (fret !== undefined) string.before = fret;
      delete string.inBar;
    }
    return columns;
  }

  private column({ events, onset }: Moment, value: string): Column {
    const notes = events.flatMap(notesOf);
    const isTied = goesOn(notes, this.last);
    const texts = Array.from({ length: this.strings }, () => ({ lead: "", sign: "", room: 0 }));
    for (const note of isTied ? [] : notes) {
      const string = stringOf(note);
      if (string === undefined) continue;
      if (linkOf(note) === "tie") {
        this.lost.tie++;
        continue;
      }
      const soFar = this.soFar[string - 1]!;
      const text = noteText(note, this.names, soFar as StringSoFar);
      texts[string - 1] = text;
      if (techniqueOf(note, "slide-in") && !/[/\\]/u.test(text.lead)) this.lost["slide-in"]++;
      soFar.inBar = { fret: writtenFretOf(note, text.sign) };
    }
    if (notes.length > 0 && !isTied) this.last = notes.filter((note) => linkOf(note) !== "tie");
    const lead = texts.some((text) => text.lead !== "") ? 1 : 0;
    const signs = texts.map((text) =>
      text.sign === "" ? "" : `${lead === 1 ? text.lead || "-" : ""}${text.sign}`,
    );
    const room = Math.max(0, ...texts.map((text) => text.room));
    const word = isTied ? `+${value}` : value;
    const longest = Math.max(2 + lead, word.length + lead, ...signs.map(({ length }) => length));
    const pitched = notes.filter((note) => note.kind === "pitched");
    return {
      value: word,
      onset,
      signs,
      lead,
      width: longest + 1 + room,
      isMuted: events.some(isPalmMuted),
      isRinging: pitched.length > 0 && pitched.every((note) => techniqueOf(note, "let-ring")),
    };
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
