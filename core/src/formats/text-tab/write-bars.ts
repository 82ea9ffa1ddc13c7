import { soundedAt } from "../../neck/harmonic";
import { fret, lastFretOf, midiAt, type Neck } from "../../neck/neck";
import type { FretsFrom } from "../../neck/place-names";
import type { Key } from "../../pitch/key";
import { spellMidi } from "../../pitch/spelling";
import { MAX_EVENTS_IN_BAR, type Bar } from "../../score/bar";
import { stringOf, type LineEvent, type Note } from "../../score/event";
import type { Fraction } from "../../rhythm/fraction";
import { inOrder, type Stroke, type Technique } from "../../score/technique";
import type { Columns, RowsBeside } from "./rows-beside";
import type { System } from "./find-systems";
import type { NoteSign, Report } from "./signs";
import type { TabBar } from "./system";
import type { TimedColumn } from "./timing";

interface WritingSet {
  readonly neck: Neck;
  readonly key: Key;
  readonly fretsFrom: FretsFrom;
  readonly newId: () => string;
  readonly flipped: boolean;
  readonly report: Report;
}

/** Turns timed signs into events of the score. */
export class BarWriter {
  /** The notes of the event before, which a tie prolongs. */
  private last: readonly Note[] = [];

  constructor(private readonly set: WritingSet) {}

  bar(bar: TabBar, moments: readonly TimedColumn[], system: System): Bar {
    const { newId, report } = this.set;
    const beyond = moments[MAX_EVENTS_IN_BAR];
    if (beyond) {
      const sign = beyond.moment?.signs[0];
      report({
        code: "bar-too-full",
        severity: "error",
        line: sign?.line ?? 1,
        column: sign?.textColumn ?? 1,
        message: `a bar may have ${MAX_EVENTS_IN_BAR} events, got ${moments.length}: the rest was not read, draw bar lines`,
      });
    }
    const events = moments.slice(0, MAX_EVENTS_IN_BAR).map((timed): LineEvent => {
      const { moment, duration } = timed;
      if (!moment && timed.isTied) return this.tied(duration);
      const notes = (moment?.signs.flatMap((sign) => this.note(sign)) ?? []).sort(thickFirst);
      if (!moment || notes.length === 0) return { kind: "rest", id: newId(), duration };
      const column = bar.textStart + moment.column;
      const lies = ({ from, to }: Columns) => column >= from && column <= to;
      const palmMuted = system.beside.mutes.some(lies);
      const techniques = palmMuted ? [{ kind: "palm-mute" } as const] : [];
      const sounding = system.beside.rings.some(lies) ? notes.map(ringing) : notes;
      this.last = sounding;
      const grace = timed.isGrace && { grace: "before" as const };
      const stroke = strokeOver(column, system.beside.strokes);
      const hand = stroke && { stroke };
      return {
        kind: "notes",
        id: newId(),
        duration,
        notes: sounding,
        techniques,
        ...hand,
        ...grace,
      };
    });
    return { events };
  }

  /** The pitched notes before, going on. */
  private tied(duration: Fraction): LineEvent {
    const { newId } = this.set;
    const notes = this.last.flatMap((note): Note[] => {
      if (note.kind === "dead") return [];
      const { pitch, place, pinned } = note;
      // A harmonic goes on as one: its place would not sound its pitch otherwise.
      const kept = note.techniques.filter(({ kind }) => kind === "natural-harmonic");
      const techniques = inOrder<Technique>([{ kind: "tie" }, ...kept]);
      return [{ kind: "pitched", id: newId(), pitch, ...(place && { place }), pinned, techniques }];
    });
    if (notes.length === 0) return { kind: "rest", id: newId(), duration };
    return { kind: "notes", id: newId(), duration, notes, techniques: [] };
  }

  private note(sign: NoteSign): Note[] {
    const { neck, key, fretsFrom, newId, flipped, report } = this.set;
    const string = flipped ? neck.openMidi.length - sign.row : sign.row + 1;
    if (sign.fret === undefined) return [{ kind: "dead", id: newId(), string }];
    const first = fretsFrom === "nut" ? neck.openOffsets[string - 1]! : 0;
    const last = first + lastFretOf(neck, string);
    if (sign.fret < first || sign.fret > last) {
      report({
        code: "fret-out-of-range",
        severity: "error",
        line: sign.line,
        column: sign.textColumn,
        message: `fret must be ${first}–${last}, got ${sign.fret}`,
      });
      return [];
    }
    const place = { string, fret: fret(sign.fret - first) };
    const isHarmonic = sign.techniques.some(({ kind }) => kind === "natural-harmonic");
    const sounds = soundedAt(place, neck, isHarmonic ? { kind: "natural" } : undefined);
    if (sounds === undefined) {
      report({
        code: "harmonic-silent",
        severity: "warning",
        line: sign.line,
        column: sign.textColumn,
        message: `no harmonic sounds over fret ${sign.fret}: read as a plain note`,
      });
    }
    const pitch = spellMidi(sounds ?? midiAt(place, neck), key);
    const link = sign.link ? [{ kind: sign.link }] : [];
    const techniques = sign.techniques.filter(
      ({ kind }) => sounds !== undefined || kind !== "natural-harmonic",
    );
    return [
      {
        kind: "pitched",
        id: newId(),
        pitch,
        place,
        pinned: false,
        techniques: inOrder([...link, ...techniques]),
      },
    ];
  }
}

/** The letter over a note, or a column beside it. */
function strokeOver(column: number, strokes: RowsBeside["strokes"]): Stroke | undefined {
  const near = [0, 1, -1].map((off) => strokes.find(({ column: at }) => at === column + off));
  return near.find((one) => one !== undefined)?.stroke;
}

function ringing(note: Note): Note {
  if (note.kind === "dead") return note;
  return { ...note, techniques: inOrder<Technique>([...note.techniques, { kind: "let-ring" }]) };
}

/** Chords are said from the thick string to the thin one. */
function thickFirst(a: Note, b: Note): number {
  return (stringOf(b) ?? 0) - (stringOf(a) ?? 0);
}
