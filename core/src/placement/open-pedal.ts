import type { Neck } from "../neck/neck";
import { midiOf } from "../pitch/pitch";
import { momentsOf, type Bar } from "../score/bar";
import { harmonicOf, notesOf } from "../score/event";

/** How often a pitch comes back at once, with one or two moments in between, until it is a pedal. */
const RETURNS = 3;
/** Of the lowest pitch of a phrase one less is enough, or that it sounds in so many of the moments. */
const SHARE_OF_A_BASS = 0.6;
/** A bass is none under fewer moments. */
const FEWEST_MOMENTS = 4;

/**
 * Pitches of open strings to which a phrase returns again and again: single notes with one or two
 * others in between, or the bass under most of it.
 */
export function pedalsIn(bars: readonly Bar[], neck: Neck): ReadonlySet<number> {
  const last = new Map<number, number>();
  const returns = new Map<number, number>();
  const sounded = new Map<number, number>();
  let moments = 0;
  for (const notes of bars.flatMap(momentsOf).map(({ events }) => events.flatMap(notesOf))) {
    if (notes.length === 0) continue;
    moments++;
    const heights = notes.flatMap(heightOf);
    for (const height of heights) count(sounded, height);
    const [height] = heights;
    if (height === undefined || notes.length > 1) continue;
    const apart = moments - (last.get(height) ?? Number.NEGATIVE_INFINITY);
    if (apart === 2 || apart === 3) count(returns, height);
    last.set(height, moments);
  }
  const lowest = Math.min(...sounded.keys());
  const isBass =
    moments >= FEWEST_MOMENTS &&
    ((returns.get(lowest) ?? 0) >= RETURNS - 1 ||
      (sounded.get(lowest) ?? 0) >= SHARE_OF_A_BASS * moments);
  const pedals = [...returns].filter(([, times]) => times >= RETURNS).map(([height]) => height);
  const open = new Set<number>(neck.openMidi);
  return new Set([...pedals, ...(isBass ? [lowest] : [])].filter((height) => open.has(height)));
}

function heightOf(note: ReturnType<typeof notesOf>[number]): readonly number[] {
  return note.kind === "dead" || harmonicOf(note) ? [] : [midiOf(note.pitch)];
}

function count(times: Map<number, number>, height: number): void {
  times.set(height, (times.get(height) ?? 0) + 1);
}
