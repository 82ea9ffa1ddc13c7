import { gripOf, type Grip, type Hold } from "../../placement/grip";
import { fretFromNut } from "../../neck/neck";
import { linkOf, notesOf, stringOf, techniqueOf, type Note } from "../../score/event";
import type { LineScan, ScannedEvent } from "../line-scan";

/** What the hand holds when something begins. */
export interface HeldMoment {
  readonly at: ScannedEvent;
  /** The notes that begin, of both voices. */
  readonly fresh: readonly Note[];
  /** Everything that is pressed or rings by what is written, the fresh notes among it. */
  readonly grip: Grip;
  /** In the order of the grip's holds. */
  readonly notes: readonly Note[];
  /** Whether the hand is led there: by a slide, a link or a tie from before. */
  readonly isLed: boolean;
  readonly isBarred: boolean;
}

const TOGETHER = 1e-6;

/** The moments of a line at which notes with places begin. */
export function heldMoments({ events, neck, part }: LineScan): readonly HeldMoment[] {
  const moments: HeldMoment[] = [];
  let held: { readonly note: Note; readonly at: ScannedEvent }[] = [];
  for (let index = 0; index < events.length;) {
    const at = events[index]!;
    const fresh: { readonly note: Note; readonly at: ScannedEvent }[] = [];
    while (index < events.length && Math.abs(events[index]!.start - at.start) < TOGETHER) {
      const own = events[index++]!;
      if (own.isGrace !== at.isGrace) {
        index--;
        break;
      }
      for (const note of notesOf(own.event)) fresh.push({ note, at: own });
    }
    if (fresh.length === 0) continue;
    const taken = new Set(fresh.map(({ note }) => stringOf(note)));
    held = held.filter((one) => one.at.end > at.start + TOGETHER && !taken.has(stringOf(one.note)));
    const all = [...fresh, ...held];
    const placed = all.flatMap(({ note }) => {
      const hold = holdOf(note, neck);
      return hold ? [{ note, hold }] : [];
    });
    if (placed.length > 0) {
      moments.push({
        at,
        fresh: fresh.map(({ note }) => note),
        grip: gripOf(placed.map(({ hold }) => hold)),
        notes: placed.map(({ note }) => note),
        isLed: fresh.some(({ note }) => {
          const link = linkOf(note);
          return link !== undefined && link !== "tap";
        }),
        isBarred:
          part.instrument.kind === "slide" ||
          fresh.some(({ note }) => techniqueOf(note, "slide-bar") !== undefined),
      });
    }
    if (!at.isGrace) held.push(...fresh);
  }
  return moments;
}

function holdOf(note: Note, neck: LineScan["neck"]): Hold | undefined {
  if (note.kind === "dead") return { string: note.string, fret: undefined };
  const { place } = note;
  // A tap is the other hand's.
  if (!place || linkOf(note) === "tap") return undefined;
  // A natural harmonic is touched, and held by nobody.
  if (techniqueOf(note, "natural-harmonic")) return { string: place.string, fret: undefined };
  return { string: place.string, fret: place.fret, fromNut: fretFromNut(place, neck) };
}
