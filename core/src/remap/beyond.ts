import { barEntries, type BarIndex } from "../foundation/bar-index";
import type { Neck } from "../neck/neck";
import { placesSounding } from "../neck/harmonic";
import { chromasOf, type Chord } from "../pitch/chord";
import type { Key } from "../pitch/key";
import { midi, midiOf, type Pitch } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import { whyUnreachable, type WhyUnreachable } from "../placement/unreachable";
import { compare, type Fraction } from "../rhythm/fraction";
import { eventsOf, momentsOf, withEvents, type Bar } from "../score/bar";
import { harmonicOf, notesOf, withNotes, type Note, type PitchedNote } from "../score/event";
import type { BarFrame } from "../score/frame";
import type { Beyond } from "./change";

/** What was made of a note that the neck does not have. */
export type Bent =
  | { readonly kind: "octave" | "chord-tone"; readonly to: Pitch }
  | { readonly kind: "left-out"; readonly why: WhyUnreachable };

export interface WithinRange {
  readonly bars: readonly Bar[];
  /** By note id. */
  readonly bent: ReadonlyMap<string, Bent>;
}

/**
 * Brings the pitches of a line within the range of a neck, the way that was asked for. What it
 * cannot help stays as it is.
 * @param frames What holds in each bar: its chords, as they sound in this line.
 */
export function bringWithin(
  bars: readonly Bar[],
  neck: Neck,
  key: Key,
  beyond: Beyond,
  frames: readonly Pick<BarFrame, "chords">[],
): WithinRange {
  const bent = new Map<string, Bent>();
  if (beyond === "mark") return { bars, bent };
  const chordAt = chordFinder(frames);
  const within = barEntries(bars).map(([index, bar]) => {
    const onsets = onsetsIn(bar);
    const chromas = chromasIn(bar);
    return withEvents(bar, (event) => {
      const taken = new Set(notesOf(event).flatMap(heightOf));
      const tones = () => {
        const chord = chordAt(index, onsets.get(event.id));
        return chord ? chromasOf(chord) : chromas;
      };
      const changed = withNotes(event, (note) => {
        if (note.kind === "dead" || isReached(note, neck)) return note;
        const pitch = midiOf(note.pitch);
        const to =
          beyond === "leave-out" || harmonicOf(note)
            ? undefined
            : nearest(pitch, neck, taken, beyond === "fold" ? new Set([pitch % 12]) : tones());
        if (to === undefined) {
          const why = whyUnreachable(pitch, neck) ?? { kind: "no-harmonic" };
          bent.set(note.id, { kind: "left-out", why });
          return note;
        }
        taken.add(to);
        const spelled = spellMidi(midi(to), key);
        bent.set(note.id, { kind: beyond === "fold" ? "octave" : "chord-tone", to: spelled });
        return { ...note, pitch: spelled };
      });
      return leaveOut(changed, (note) => bent.get(note.id)?.kind === "left-out");
    });
  });
  return { bars: within, bent };
}

/** An event without some of its notes; a rest where none is left. */
export function leaveOut(event: Bar["events"][number], isOut: (note: Note) => boolean) {
  if (event.kind !== "notes") return event;
  const notes = event.notes.filter((note) => !isOut(note));
  if (notes.length === event.notes.length) return event;
  if (notes.length > 0) return { ...event, notes };
  const { id, duration } = event;
  return { kind: "rest" as const, id, duration };
}

function isReached(note: PitchedNote, neck: Neck): boolean {
  return placesSounding(midiOf(note.pitch), neck, harmonicOf(note)).length > 0;
}

function heightOf(note: Note): readonly number[] {
  return note.kind === "dead" ? [] : [midiOf(note.pitch)];
}

/** The reachable pitch next to one, of these pitch classes, that does not sound at the moment already. */
function nearest(
  pitch: number,
  neck: Neck,
  taken: ReadonlySet<number>,
  chromas: ReadonlySet<number>,
): number | undefined {
  for (let away = 1; away <= 127; away++) {
    for (const to of [pitch + away, pitch - away]) {
      if (to < 0 || to > 127 || taken.has(to) || !chromas.has(to % 12)) continue;
      if (whyUnreachable(midi(to), neck) === undefined) return to;
    }
  }
  return undefined;
}

function onsetsIn(bar: Bar): ReadonlyMap<string, Fraction> {
  return new Map(
    momentsOf(bar).flatMap(({ onset, events }) => events.map(({ id }) => [id, onset] as const)),
  );
}

function chromasIn(bar: Bar): ReadonlySet<number> {
  const notes = eventsOf([bar]).flatMap(notesOf);
  return new Set(notes.flatMap(heightOf).map((pitch) => pitch % 12));
}

/** The chord that sounds at a moment, wherever it was written. */
function chordFinder(frames: readonly Pick<BarFrame, "chords">[]) {
  return (bar: BarIndex, onset: Fraction | undefined): Chord | undefined => {
    for (let at = bar; at >= 0; at--) {
      const chords = frames[at]?.chords ?? [];
      const due = chords.filter(
        (one) => at < bar || onset === undefined || compare(one.at, onset) <= 0,
      );
      if (due.length > 0) return due.at(-1)!.chord;
    }
    return undefined;
  };
}
