import type { Finding } from "../foundation/finding";
import { checkLinks } from "../checks/links";
import type { Neck } from "../neck/neck";
import type { Pitch } from "../pitch/pitch";
import type { WhyUnreachable } from "../placement/unreachable";
import { placeBars } from "../placement/place-bars";
import type { Fraction } from "../rhythm/fraction";
import { eventsOf, timed, withEvents, type Bar } from "../score/bar";
import { notesOf, stringOf, type LineEvent, type Note } from "../score/event";

export interface Unreachable {
  readonly noteId: string;
  readonly bar: number;
  /** From the start of the bar, as a fraction of a whole note. */
  readonly onset: Fraction;
  readonly pitch: Pitch;
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
  const pitchedOnly = bars.map((bar) =>
    withEvents(bar, (event): LineEvent => {
      if (event.kind !== "notes") return { ...event, id: newId() };
      const notes = event.notes.flatMap((note): Note[] => {
        if (note.kind === "dead") return [];
        const { place: _place, reason: _reason, finger: _finger, ...rest } = note;
        return [{ ...rest, id: newId(), pinned: false }];
      });
      return { ...event, id: newId(), notes };
    }),
  );
  const { bars: placed, unreachable } = placeBars(pitchedOnly, to, "unpinned");
  const moved = placed.map((bar, barIndex) => {
    const before = eventsOf([bars[barIndex]!])[Symbol.iterator]();
    return withEvents(bar, (event) => {
      const strokes = notesOf(before.next().value!).filter((note) => note.kind === "dead");
      if (event.kind !== "notes" || strokes.length === 0) return event;
      const taken = event.notes.map(stringOf);
      const strings = stringsForStrokes(strokes, taken, from.openMidi.length, to.openMidi.length);
      const dead = strings.map((string): Note => ({ kind: "dead", id: newId(), string }));
      return { ...event, notes: [...event.notes, ...dead] };
    });
  });
  return {
    bars: moved,
    unreachable: listUnreachable(moved, unreachable),
    findings: [
      ...strokesLost(bars, moved),
      ...checkLinks(moved).filter(({ code }) => code === "link-across-strings"),
    ],
  };
}

/**
 * Strings for dead strokes beside the pitched notes. Counted from the thickest string, which is
 * where a damped stroke mostly sits; a taken string gives way to the nearest free one.
 * @returns fewer strings than strokes when there are no more.
 */
function stringsForStrokes(
  strokes: readonly { readonly string: number }[],
  taken: readonly (number | undefined)[],
  from: number,
  to: number,
): readonly number[] {
  const free = new Set(Array.from({ length: to }, (_, index) => to - index));
  for (const string of taken) if (string !== undefined) free.delete(string);
  return [...strokes]
    .sort((a, b) => b.string - a.string)
    .flatMap(({ string }) => {
      const wanted = Math.min(to, Math.max(1, string + to - from));
      const [nearest] = [...free].sort((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted));
      if (nearest === undefined) return [];
      free.delete(nearest);
      return [nearest];
    });
}

function listUnreachable(
  bars: readonly Bar[],
  why: ReadonlyMap<string, WhyUnreachable>,
): readonly Unreachable[] {
  const list: Unreachable[] = [];
  for (const [index, bar] of bars.entries()) {
    for (const { event, onset } of [...timed(bar.events), ...timed(bar.under ?? [])]) {
      for (const note of notesOf(event)) {
        const reason = why.get(note.id);
        if (!reason || note.kind === "dead") continue;
        list.push({ noteId: note.id, bar: index + 1, onset, pitch: note.pitch, why: reason });
      }
    }
  }
  return list;
}

function strokesLost(before: readonly Bar[], after: readonly Bar[]): readonly Finding[] {
  return before.flatMap((bar, index): Finding[] => {
    const notesIn = (one: Bar) => eventsOf([one]).flatMap(notesOf).length;
    if (notesIn(bar) === notesIn(after[index]!)) return [];
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
