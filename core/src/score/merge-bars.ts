import { midiOf } from "../pitch/pitch";
import { formatFraction } from "../rhythm/fraction";
import { eventsOf, type Bar, type LineEvent, type Note, type Technique } from "./song";

/**
 * Takes over newly written bars and keeps the old events wherever nothing was changed, so that ids,
 * fingers, spellings and reasons survive an edit in the middle of a line. Unchanged means: the same
 * from the start on, or the same from the end back. What has no change stays the same
 * object: each bar, and the whole list.
 */
export function mergeBars(before: readonly Bar[], after: readonly Bar[]): readonly Bar[] {
  const old = eventsOf(before);
  const fresh = eventsOf(after);
  const oldKeys = old.map(eventKey);
  const freshKeys = fresh.map(eventKey);
  const shorter = Math.min(old.length, fresh.length);
  let head = 0;
  while (head < shorter && oldKeys[head] === freshKeys[head]) head++;
  let tail = 0;
  while (
    tail < shorter - head &&
    oldKeys[old.length - 1 - tail] === freshKeys[fresh.length - 1 - tail]
  ) {
    tail++;
  }
  const knownBars = new Map(before.map((bar) => [bar.events[0], bar]));
  let index = 0;
  const merged = after.map((bar) => {
    const events = bar.events.map((event) => {
      const here = index++;
      if (here < head) return old[here]!;
      if (here >= fresh.length - tail) return old[here - fresh.length + old.length]!;
      return event;
    });
    const known = knownBars.get(events[0]);
    return known && isSameList(known.events, events) ? known : { events };
  });
  return isSameList(before, merged) ? before : merged;
}

function isSameList<Item>(a: readonly Item[], b: readonly Item[]): boolean {
  return a.length === b.length && a.every((item, index) => item === b[index]);
}

/** Everything a person writes of an event; equal keys mean that nothing was changed. */
function eventKey(event: LineEvent): string {
  const notes =
    event.kind === "rest"
      ? "-"
      : [...event.notes.map(noteKey)].sort().join("+") + (event.palmMuted ? "m" : "");
  return `${formatFraction(event.duration)} ${notes}`;
}

export function barKey(bar: Bar): string {
  return bar.events.map(eventKey).join(";");
}

function noteKey(note: Note): string {
  if (note.kind === "dead") return `${note.string}:x`;
  const where = note.place ? `${note.place.string}:${note.place.fret}` : `@${midiOf(note.pitch)}`;
  return where + note.techniques.map(techniqueKey).join("") + (note.pinned ? "!" : "");
}

function techniqueKey(technique: Technique): string {
  return technique.kind === "bend" ? `bend${technique.cents}` : technique.kind;
}
