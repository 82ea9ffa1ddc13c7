import { fingertipMm } from "../neck/fret-geometry";
import { fretFromNut, type Neck, type Place } from "../neck/neck";
import { midiOf } from "../pitch/pitch";
import type { Bar } from "../score/bar";
import { notesOf, type LineEvent, type PitchedNote } from "../score/event";
import { gripOf, type Hold } from "./grip";
import { isKnownShape } from "./known-shape";

const FEWEST_EVENTS = 4;
const FEWEST_PITCHES = 3;
/** Chords are broken in leaps; closer neighbours are a scale. */
const LEAP = 3;
/** How far a hand holds a chord together while it is broken, in mm. */
const HELD_MM = 100;

/**
 * Chords that are played note by note, by note id: single notes in leaps that one known shape holds
 * together. Nobody needs to write "let ring" for a hand to keep such a shape.
 * @returns for each of their notes the number of its chord.
 */
export function brokenChords(
  bars: readonly Bar[],
  neck: Neck,
  placesOf: (note: PitchedNote) => readonly Place[],
  pedals: ReadonlySet<number>,
): ReadonlyMap<string, number> {
  const chords = new Map<string, number>();
  let count = 0;
  for (const { events } of bars) {
    let run: PitchedNote[] = [];
    const close = () => {
      const pitches = new Set(run.map(heightOf));
      // A pitch that comes again, or one way up or down, tells a chord from a line that leaps.
      const isChord = run.length > pitches.size || isOneWay(run);
      if (isChord && run.length >= FEWEST_EVENTS && pitches.size >= FEWEST_PITCHES) {
        for (const { id } of run) chords.set(id, count);
        count++;
      }
      run = [];
    };
    for (const event of events) {
      const note = singleNote(event);
      if (!note) {
        close();
        continue;
      }
      // What returns on its open string is no note of a chord, and parts none.
      if (pedals.has(heightOf(note))) continue;
      const last = run.at(-1);
      const step = last && Math.abs(heightOf(note) - heightOf(last));
      const isLeap = step === undefined || step === 0 || step >= LEAP;
      if (!isLeap || !isShape([...run, note], neck, placesOf)) close();
      run.push(note);
    }
    close();
  }
  return chords;
}

function isOneWay(run: readonly PitchedNote[]): boolean {
  const signs = run
    .slice(1)
    .map((note, index) => Math.sign(heightOf(note) - heightOf(run[index]!)));
  return new Set(signs).size === 1;
}

/** A note by itself that nothing bends, slides or slurs. */
function singleNote(event: LineEvent): PitchedNote | undefined {
  const [note, ...more] = notesOf(event);
  if (note?.kind !== "pitched" || more.length > 0 || note.techniques.length > 0) return undefined;
  return note;
}

function heightOf(note: PitchedNote): number {
  return midiOf(note.pitch);
}

/** Whether some hand holds all these pitches together in a shape that hands know. */
function isShape(
  notes: readonly PitchedNote[],
  neck: Neck,
  placesOf: (note: PitchedNote) => readonly Place[],
): boolean {
  const pitches = [...new Map(notes.map((note) => [heightOf(note), note])).values()];
  const holds: Hold[] = [];
  const extend = (index: number): boolean => {
    const note = pitches[index];
    if (!note) return isKnownShape(gripOf(holds), neck.capo.fret);
    return placesOf(note).some((place) => {
      if (holds.some(({ string }) => string === place.string)) return false;
      const hold = { string: place.string, fret: place.fret, fromNut: fretFromNut(place, neck) };
      if (!isWithin(hold, holds, neck)) return false;
      holds.push(hold);
      const isFound = extend(index + 1);
      holds.pop();
      return isFound;
    });
  };
  return pitches.length <= neck.openMidi.length && extend(0);
}

function isWithin(hold: Hold & { fromNut: number }, holds: readonly Hold[], neck: Neck): boolean {
  if (hold.fret === 0) return true;
  const at = fingertipMm(hold.fromNut, neck);
  return holds.every(
    (other) =>
      other.fret === undefined ||
      other.fret === 0 ||
      Math.abs(fingertipMm(other.fromNut, neck) - at) <= HELD_MM,
  );
}
