import { compare, sum } from "../rhythm/fraction";
import type { Bar } from "../score/bar";
import { lengthOf, notesOf, type LineEvent } from "../score/event";
import { isMoved } from "../score/moved-event";

/** A bar as one that was said before. */
export interface Again {
  /** `=|` for the bar before, `=2` for bar 2, `=2+3` for bar 2 three frets up. */
  readonly word: string;
  /** Of which bar, and how far it moves. */
  readonly of: number;
  readonly frets: number;
  /** What is different at its end. */
  readonly rest: readonly LineEvent[];
}

/** How far back a bar is looked for: nobody counts farther. */
const FARTHEST = 16;
/** No fretting hand moves a figure farther at once. */
const MOST_FRETS = 12;

/** Every way in which a bar is one of those before it, as it was or moved, with another end or without. */
export function againAs(bars: readonly Bar[], index: number): readonly Again[] {
  const bar = bars[index]!;
  if (bar.events.length === 0) return [];
  const found: Again[] = [];
  // The bar before first, then from the earliest on: people say “as bar 1”.
  const first = Math.max(0, index - FARTHEST);
  const order = Array.from({ length: index - first }, (_, step) => first + step);
  for (const at of [...order.slice(-1), ...order.slice(0, -1)]) {
    const old = bars[at]!;
    const frets = fretsBetween(old, bar);
    if (frets === undefined || !isSameUnder(old, bar, frets)) continue;
    const rest = differenceOf(old.events, bar.events, frets);
    if (!rest) continue;
    const isBefore = at === index - 1 && frets === 0 && rest.length === 0;
    const moved = frets === 0 ? "" : frets > 0 ? `+${frets}` : String(frets);
    found.push({ word: isBefore ? "=|" : `=${at + 1}${moved}`, of: at, frets, rest });
  }
  return found;
}

/** How far the first notes of two bars lie apart on one string. */
function fretsBetween(old: Bar, bar: Bar): number | undefined {
  const [from, to] = [firstPlace(old.events), firstPlace(bar.events)];
  if (!from || !to) return from === to ? 0 : undefined;
  const frets = to.fret - from.fret;
  return from.string === to.string && Math.abs(frets) <= MOST_FRETS ? frets : undefined;
}

function firstPlace(events: readonly LineEvent[]) {
  for (const note of events.flatMap(notesOf))
    if (note.kind === "pitched" && note.place) return note.place;
  return undefined;
}

/** The second voice comes again as it was, or moved alike. */
function isSameUnder(old: Bar, bar: Bar, frets: number): boolean {
  const [one, other] = [old.voiceTwo, bar.voiceTwo];
  if (!one || !other) return one === other;
  return one.length === other.length && one.every((event, at) => isMoved(event, other[at]!, frets));
}

/**
 * What stands at the end of a bar in another way than in the one it comes from, where both ends take
 * the same time; undefined where they have too little in common.
 */
function differenceOf(
  old: readonly LineEvent[],
  events: readonly LineEvent[],
  frets: number,
): readonly LineEvent[] | undefined {
  let same = 0;
  const shorter = Math.min(old.length, events.length);
  while (same < shorter && isMoved(old[same]!, events[same]!, frets)) same++;
  const [out, rest] = [old.slice(same), events.slice(same)];
  if (out.length === 0 && rest.length === 0) return [];
  const last = old[same - 1];
  const isCut = last === undefined || isGrace(last) || out.length === 0 || rest.length === 0;
  return isCut || !isPlainEnd(rest) || compare(lengthOfAll(out), lengthOfAll(rest)) !== 0
    ? undefined
    : rest;
}

const isGrace = (event: LineEvent) => event.kind === "notes" && event.grace !== undefined;
const lengthOfAll = (events: readonly LineEvent[]) => sum(events.map(lengthOf));

/** Graces take no time, and what is linked or tied to the note before has to be said with it. */
function isPlainEnd([first, ...others]: readonly LineEvent[]): boolean {
  return first !== undefined && ![first, ...others].some(isGrace) && lengthOf(first).num > 0;
}
