import type { BarIndex } from "../../foundation/bar-index";
import { gripOf, type Grip, type Hold } from "../../placement/grip";
import { lineMoments } from "../../placement/line-moments";
import { fretFromNut, type Place } from "../../neck/neck";
import { wholeSeconds } from "../../rhythm/tempo";
import { linkOf, notesOf, techniqueOf, type Note, type PitchedNote } from "../../score/event";
import type { LineScan, ScannedEvent } from "../line-scan";

/** What the hand holds when something begins. */
export interface HeldGrip {
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

/**
 * The moments of a line at which notes with places begin. What is held and what rings on is the same
 * as in Place: both read the line by `lineMoments`.
 */
export function heldGrips({ events, line, frames, neck, part }: LineScan): readonly HeldGrip[] {
  const eventOf = new Map(
    events.flatMap((at) => notesOf(at.event).map((note) => [note.id, at] as const)),
  );
  const seconds = (bar: BarIndex) => wholeSeconds(frames[bar]!.tempoBpm);
  const asWritten = ({ place }: PitchedNote, places: readonly Place[]) =>
    place ? { places: [place], isFixed: true } : { places, isFixed: false };
  const { moments } = lineMoments(line.bars, neck, seconds, asWritten);
  return moments.flatMap(({ notes }): HeldGrip[] => {
    const fresh = notes.filter(({ isHeld }) => !isHeld).map(({ note }) => note);
    const placed = notes.flatMap(({ note }) => {
      const hold = holdOf(note, neck);
      return hold ? [{ note, hold }] : [];
    });
    const [first] = fresh;
    if (placed.length === 0 || !first) return [];
    // Of one moment the upper voice comes first.
    const at = fresh.map(({ id }) => eventOf.get(id)!).sort((a, b) => order(a) - order(b))[0]!;
    return [
      {
        at,
        fresh,
        grip: gripOf(placed.map(({ hold }) => hold)),
        notes: placed.map(({ note }) => note),
        isLed: fresh.some((note) => {
          const link = linkOf(note);
          return link !== undefined && link !== "tap";
        }),
        isBarred:
          part.instrument.kind === "slide" ||
          fresh.some((note) => techniqueOf(note, "slide-bar") !== undefined),
      },
    ];
  });
}

const order = ({ voice }: ScannedEvent) => voice;

function holdOf(note: Note, neck: LineScan["neck"]): Hold | undefined {
  if (note.kind === "dead") return { string: note.string, fret: undefined };
  const { place } = note;
  // A tap is the other hand's.
  if (!place || linkOf(note) === "tap") return undefined;
  // A natural harmonic is touched, and held by nobody.
  if (techniqueOf(note, "natural-harmonic")) return { string: place.string, fret: undefined };
  return { string: place.string, fret: place.fret, fromNut: fretFromNut(place, neck) };
}
