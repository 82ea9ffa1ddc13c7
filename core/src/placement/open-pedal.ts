import type { Neck } from "../neck/neck";
import { midiOf } from "../pitch/pitch";
import { momentsOf, type Bar } from "../score/bar";
import { harmonicOf, notesOf } from "../score/event";

/** How often a pitch comes back at once, with one or two moments in between, until it is a pedal. */
const RETURNS = 3;

/** A lowest pitch that sounds in so many moments, of all, is a pedal too. */
const SHARE_OF_A_BASS = 0.6;

/**
 * Pitches of open strings to which a line returns again and again: single notes with one or two
 * others in between.
 */
export function pedalsIn(bars: readonly Bar[], neck: Neck): ReadonlySet<number> {
  const last = new Map<number, number>();
  const sounded = new Map<number, number>();
  let lowest = Number.POSITIVE_INFINITY;
  const returns = new Map<number, number>();
  let index = 0;
  for (const bar of bars) {
    for (const { events } of momentsOf(bar)) {
      const [note, ...more] = events.flatMap(notesOf);
      if (!note) continue;
      index++;
      for (const one of events.flatMap(notesOf)) {
        if (one.kind === "dead" || harmonicOf(one)) continue;
        const height = midiOf(one.pitch);
        lowest = Math.min(lowest, height);
        sounded.set(height, (sounded.get(height) ?? 0) + 1);
      }
      if (note.kind === "dead" || more.length > 0 || harmonicOf(note)) continue;
      const midi = midiOf(note.pitch);
      if (!neck.openMidi.includes(midi)) continue;
      const apart = index - (last.get(midi) ?? Number.NEGATIVE_INFINITY);
      if (apart === 2 || apart === 3) returns.set(midi, (returns.get(midi) ?? 0) + 1);
      last.set(midi, index);
    }
  }
  const found = new Set([...returns].filter(([, times]) => times >= RETURNS).map(([midi]) => midi));
  const isBass =
    (returns.get(lowest) ?? 0) >= RETURNS - 1 ||
    (sounded.get(lowest) ?? 0) >= SHARE_OF_A_BASS * index;
  if (isBass && index >= 4 && neck.openMidi.some((open) => open === lowest)) found.add(lowest);
  return found;
}
