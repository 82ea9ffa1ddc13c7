import { barEntries, barsOn, formatBar } from "../foundation/bar-index";
import type { Finding } from "../foundation/finding";
import { eventsOf, withEvents, type Bar } from "../score/bar";
import { notesOf, stringOf, type Note } from "../score/event";

/** The line without its dead strokes: other notes find their strings first. */
export function withoutStrokes(bars: readonly Bar[]): readonly Bar[] {
  return bars.map((bar) =>
    withEvents(bar, (event) =>
      event.kind === "notes" && event.notes.some(({ kind }) => kind === "dead")
        ? { ...event, notes: event.notes.filter(({ kind }) => kind !== "dead") }
        : event,
    ),
  );
}

export interface Stroked {
  readonly bars: readonly Bar[];
  readonly findings: readonly Finding[];
}

/**
 * Puts dead strokes on the strings that placed notes leave free, counted from the thickest.
 * @param before The same bars with their strokes, on a neck of `from` strings.
 * @param barsBefore How many bars of the part stand before these: findings count through the part.
 */
export function withStrokes(
  bars: readonly Bar[],
  before: readonly Bar[],
  from: number,
  to: number,
  barsBefore = 0,
): Stroked {
  const findings: Finding[] = [];
  const stroked = barEntries(bars).map(([index, bar]) => {
    const old = eventsOf([before[index]!])[Symbol.iterator]();
    let isJoined = false;
    const own = withEvents(bar, (event) => {
      const strokes = notesOf(old.next().value!).filter((note) => note.kind === "dead");
      if (event.kind !== "notes" || strokes.length === 0) return event;
      const strings = stringsForStrokes(strokes, event.notes.map(stringOf), from, to);
      const dead = strings.map((string, at): Note => ({ ...strokes[at]!, string }));
      if (dead.length < strokes.length) isJoined = true;
      return { ...event, notes: [...event.notes, ...dead] };
    });
    if (isJoined) {
      const ofPart = barsOn(index, barsBefore);
      findings.push({
        code: "dead-strokes-joined",
        severity: "info",
        where: { bar: ofPart },
        message: `${formatBar(ofPart)}: dead strokes fall together, since there are fewer strings`,
      });
    }
    return own;
  });
  return { bars: stroked, findings };
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
