import { remembering } from "../foundation/remembering";
import { isSameList } from "../foundation/same";
import { midiOf } from "../pitch/pitch";
import { formatFraction } from "../rhythm/fraction";
import { eventsOf, type Bar } from "./bar";
import type { LineEvent, Note } from "./event";
import { techniqueKey } from "./technique";

/**
 * Takes over newly written bars and keeps the old events wherever nothing was changed, so that ids,
 * fingers, spellings and reasons survive an edit in the middle of a line. Unchanged means: the same
 * from the start on, or the same from the end back. What has no change stays the same
 * object: each bar, and the whole list.
 */
export function mergeBars(before: readonly Bar[], after: readonly Bar[]): readonly Bar[] {
  const isAlike = (one: Bar | undefined, other: Bar | undefined) =>
    one !== undefined && other !== undefined && barKey(one) === barKey(other);
  const shorter = Math.min(before.length, after.length);
  let head = 0;
  while (head < shorter && isAlike(before[head], after[head])) head++;
  let tail = 0;
  while (tail < shorter - head && isAlike(before.at(-1 - tail), after.at(-1 - tail))) tail++;
  if (head === before.length && head === after.length) return before;
  return [
    ...before.slice(0, head),
    ...mergeEvents(
      before.slice(head, before.length - tail),
      after.slice(head, after.length - tail),
    ),
    ...before.slice(before.length - tail),
  ];
}

/** The same for bars of which neither the first nor the last ones are alike. */
function mergeEvents(before: readonly Bar[], after: readonly Bar[]): readonly Bar[] {
  const old = eventsOf(before);
  const fresh = eventsOf(after);
  const oldKeys = old.map((event) => eventKey(event));
  const freshKeys = fresh.map((event) => eventKey(event));
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
  const keep = (event: LineEvent) => {
    const here = index++;
    if (here < head) return old[here]!;
    if (here >= fresh.length - tail) return old[here - fresh.length + old.length]!;
    return event;
  };
  return after.map((bar): Bar => {
    const events = bar.events.map(keep);
    const voiceTwo = bar.voiceTwo?.map(keep);
    const known = knownBars.get(events[0]);
    if (known && isSameList(known.events, events) && isSameList(known.voiceTwo, voiceTwo))
      return known;
    return voiceTwo ? { events, voiceTwo } : { events };
  });
}

/** Everything a person writes of an event; equal keys mean that nothing was changed. */
export const eventKey = remembering((event: LineEvent): string => {
  let key = formatFraction(event.duration);
  if (event.lengthUnknown) key += "?";
  if (event.fermata) key += "^";
  if (event.lyric !== undefined) key += JSON.stringify({ lyric: event.lyric });
  if (event.note !== undefined) key += JSON.stringify(event.note);
  if (event.kind === "rest") return `${key} -`;
  if (event.kind === "hit") return `${key} ${event.sound}`;
  if (event.grace) key += event.grace;
  if (event.stroke) key += event.stroke;
  key += event.techniques.map(techniqueKey).join("");
  return `${key} ${event.notes.map(noteKey).sort().join("+")}`;
});

export const barKey = remembering((bar: Bar): string => {
  const line = bar.events.map((event) => eventKey(event)).join(";");
  return bar.voiceTwo ? `${line}/${bar.voiceTwo.map((event) => eventKey(event)).join(";")}` : line;
});

function noteKey(note: Note): string {
  const pluck = note.pluck ?? "";
  if (note.kind === "dead") return `${note.string}:x${pluck}`;
  const { place, pitch, techniques, pinned, finger } = note;
  let key = place ? `${place.string}:${place.fret}` : `@${midiOf(pitch)}`;
  if (pitch.cents) key += `c${pitch.cents}`;
  key += techniques.map(techniqueKey).join("");
  if (finger !== undefined) key += `f${finger}`;
  return key + pluck + (pinned ? "!" : "");
}
