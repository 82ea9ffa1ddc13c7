import type { Finding } from "../foundation/finding";
import type { Neck } from "../neck/neck";
import { displayPitch, type Pitch } from "../pitch/pitch";
import { explainUnreachable, type WhyUnreachable } from "../placement/unreachable";
import { placeBars } from "../placement/place-bars";
import { add, ZERO, type Fraction } from "../rhythm/fraction";
import { linkOf, notesOf, stringOf, type Bar, type LineEvent, type Note } from "../score/song";

export interface Unreachable {
  readonly noteId: string;
  readonly bar: number;
  /** From the start of the bar, as a fraction of a whole note. */
  readonly onset: Fraction;
  /** Absent for a dead stroke. */
  readonly pitch?: Pitch;
  readonly why: WhyUnreachable;
}

export interface Remapped {
  readonly bars: readonly Bar[];
  readonly unreachable: readonly Unreachable[];
  /** What reads differently on the other neck without being lost, by bar. */
  readonly findings: readonly Finding[];
}

/**
 * The same line on another neck: every pitch stays, every place is found anew, pins are let go
 * (they were decisions about the other instrument). Notes without a place stay in the line and are
 * listed; only dead strokes that find no string of their own fall together with their neighbours.
 */
export function remapBars(
  bars: readonly Bar[],
  from: Pick<Neck, "openMidi">,
  to: Neck,
  newId: () => string,
): Remapped {
  const lostStrokes = new Set<string>();
  const stripped = bars.map((bar) => ({
    events: bar.events.map((event): LineEvent => {
      if (event.kind === "rest") return { ...event, id: newId() };
      const deadStrings = event.notes.flatMap((note) =>
        note.kind === "dead" ? [note.string] : [],
      );
      const moved = moveStrokes(deadStrings, from.openMidi.length, to.openMidi.length);
      const notes = event.notes.flatMap((note): Note[] => {
        if (note.kind === "pitched") {
          const { place: _place, reason: _reason, ...rest } = note;
          return [{ ...rest, id: newId(), pinned: false }];
        }
        const string = moved.get(note.string);
        if (string !== undefined) return [{ kind: "dead", id: newId(), string }];
        lostStrokes.add(event.id);
        return [];
      });
      return { ...event, id: newId(), notes };
    }),
  }));
  const placed = placeBars(stripped, to, "unpinned");
  return {
    bars: placed.bars,
    unreachable: listUnreachable(placed.bars, placed.unreachable),
    findings: [...strokesLost(bars, lostStrokes), ...linksBroken(placed.bars)],
  };
}

/** Counted from the thickest string, which is where a damped stroke mostly sits. */
function moveStrokes(strings: readonly number[], from: number, to: number): Map<number, number> {
  const moved = new Map<number, number>();
  const taken = new Set<number>();
  for (const string of [...strings].sort((a, b) => b - a)) {
    const wanted = Math.min(to, Math.max(1, string + to - from));
    if (taken.has(wanted)) continue;
    taken.add(wanted);
    moved.set(string, wanted);
  }
  return moved;
}

function listUnreachable(
  bars: readonly Bar[],
  why: ReadonlyMap<string, WhyUnreachable>,
): readonly Unreachable[] {
  const list: Unreachable[] = [];
  for (const [index, bar] of bars.entries()) {
    let onset = ZERO;
    for (const event of bar.events) {
      for (const note of notesOf(event)) {
        const reason = why.get(note.id);
        if (!reason) continue;
        const pitch = note.kind === "pitched" ? { pitch: note.pitch } : {};
        list.push({ noteId: note.id, bar: index + 1, onset, ...pitch, why: reason });
      }
      onset = add(onset, event.duration);
    }
  }
  return list;
}

function strokesLost(bars: readonly Bar[], events: ReadonlySet<string>): readonly Finding[] {
  return bars.flatMap((bar, index): Finding[] => {
    if (!bar.events.some((event) => events.has(event.id))) return [];
    return [
      {
        code: "dead-strokes-joined",
        severity: "info",
        where: { bar: index + 1 },
        message: `bar ${index + 1}: dead strokes fall together, since there are fewer strings`,
      },
    ];
  });
}

/** Links whose two notes now lie on different strings. */
function linksBroken(bars: readonly Bar[]): readonly Finding[] {
  const findings: Finding[] = [];
  let before: readonly (number | undefined)[] = [];
  for (const [index, bar] of bars.entries()) {
    for (const event of bar.events) {
      for (const note of notesOf(event)) {
        const link = linkOf(note);
        const string = stringOf(note);
        if (!link || string === undefined || before.includes(string)) continue;
        const name = note.kind === "pitched" ? displayPitch(note.pitch) : "";
        findings.push({
          code: "link-across-strings",
          severity: "warning",
          where: { bar: index + 1 },
          message: `bar ${index + 1}: the ${link} to ${name} has no note before it on its string: pick it instead`,
        });
      }
      before = notesOf(event).map(stringOf);
    }
  }
  return findings;
}

/** One sentence for a note that could not be moved. */
export function explain({ bar, pitch, why }: Unreachable): string {
  return `bar ${bar}: ${pitch ? displayPitch(pitch) : "dead stroke"}: ${explainUnreachable(why)}`;
}
