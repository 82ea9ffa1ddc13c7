import { fret, lastFretOf, midiAt, type Neck } from "../../neck/neck";
import type { FretsFrom } from "../../neck/place-names";
import type { Key } from "../../pitch/key";
import { spellMidi } from "../../pitch/spelling";
import { MAX_EVENTS_IN_BAR, type Bar } from "../../score/bar";
import { stringOf, type LineEvent, type Note } from "../../score/event";
import { inOrder } from "../../score/technique";
import type { System } from "./find-systems";
import type { NoteSign, Report, TabBar } from "./system";
import type { TimedMoment } from "./timing";

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
  constructor(private readonly set: WritingSet) {}

  bar(bar: TabBar, moments: readonly TimedMoment[], system: System): Bar {
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
    const events = moments.slice(0, MAX_EVENTS_IN_BAR).map(({ moment, duration }): LineEvent => {
      const notes = (moment?.signs.flatMap((sign) => this.note(sign)) ?? []).sort(thickFirst);
      if (!moment || notes.length === 0) return { kind: "rest", id: newId(), duration };
      const column = bar.textStart + moment.column;
      const palmMuted = system.mutes.some(({ from, to }) => column >= from && column <= to);
      const techniques = palmMuted ? [{ kind: "palm-mute" } as const] : [];
      return { kind: "notes", id: newId(), duration, notes, techniques };
    });
    return { events };
  }

  private note(sign: NoteSign): Note[] {
    const { neck, key, fretsFrom, newId, flipped, report } = this.set;
    const string = flipped ? neck.openMidi.length - sign.row : sign.row + 1;
    if (sign.fret === undefined) return [{ kind: "dead", id: newId(), string }];
    const first = fretsFrom === "nut" ? neck.nuts[string - 1]! : 0;
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
    const pitch = spellMidi(midiAt(place, neck), key);
    const link = sign.link ? [{ kind: sign.link }] : [];
    return [
      {
        kind: "pitched",
        id: newId(),
        pitch,
        place,
        pinned: false,
        techniques: inOrder([...link, ...sign.techniques]),
      },
    ];
  }
}

/** Chords are said from the thick string to the thin one. */
function thickFirst(a: Note, b: Note): number {
  return (stringOf(b) ?? 0) - (stringOf(a) ?? 0);
}
