import { fret, type FingerByHand } from "../neck/neck";
import { formatFret, type PlaceNames } from "../neck/place-names";
import { displayChord, type Chord } from "../pitch/chord";
import type { Key } from "../pitch/key";
import { midiOf } from "../pitch/pitch";
import { add } from "../rhythm/fraction";
import { timed, type Bar } from "../score/bar";
import { notesOf, stringOf, type LineEvent, type PitchedNote } from "../score/event";
import { chordAt, type BarFrame } from "../score/frame";
import { nameChord } from "../theory/name-chord";
import { circle, dot, stroke, text, type Mark } from "./drawing";

/** A grip as it is held in a phrase, with the chord it is heard as. */
export interface Shape {
  readonly notes: readonly PitchedNote[];
  readonly chord: Chord | undefined;
}

const MOST_SHAPES = 12;
const LEAST_NOTES = 3;

/**
 * The different grips of three notes and more, in the order in which they come: under the chord that
 * stands over the bar, or where none does, under what their notes are called.
 */
export function shapesIn(
  bars: readonly Bar[],
  frames: readonly BarFrame[],
  key: Key,
): readonly Shape[] {
  const shapes = new Map<string, Shape>();
  for (const [index, bar] of bars.entries()) {
    const frame = frames[index]!;
    for (const { event, onset } of timed(bar.events)) {
      const notes = grip(event);
      if (notes.length < LEAST_NOTES) continue;
      const places = notes.map(({ place }) => `${place!.string}:${place!.fret}`).join(" ");
      if (shapes.has(places)) continue;
      const midis = notes.map(({ pitch }) => midiOf(pitch));
      const chord = chordAt(frame, add(frame.from, onset)) ?? nameChord(midis, { key })[0]?.chord;
      shapes.set(places, { notes, chord });
    }
  }
  return [...shapes.values()].slice(0, MOST_SHAPES);
}

function grip(event: LineEvent): readonly PitchedNote[] {
  return notesOf(event)
    .flatMap((note) => (note.kind === "pitched" && note.place ? [note] : []))
    .sort((a, b) => stringOf(a)! - stringOf(b)!);
}

export const SHAPE_WIDTH = 84;
export const SHAPE_HEIGHT = 112;
const GAP = 10;
const FRET_GAP = 15;
const FRETS = 4;

export interface ShapeSetting {
  readonly strings: number;
  readonly names: PlaceNames;
  readonly fingers: ReadonlyMap<string, FingerByHand>;
  /** What the shape is called, where that is not what it sounds. */
  readonly shapeOf: (chord: Chord) => Chord | undefined;
}

/** A grip on a small neck: nut at the top, thick string at the left, as chord books have it. */
export function shapeMarks({ notes, chord }: Shape, setting: ShapeSetting): readonly Mark[] {
  const { strings, names, fingers, shapeOf } = setting;
  const left = (SHAPE_WIDTH - (strings - 1) * GAP) / 2;
  const xOf = (string: number) => left + (strings - string) * GAP;
  const top = 34;
  const fretted = notes.map(({ place }) => place!.fret).filter((at) => at > 0);
  const highest = Math.max(0, ...fretted);
  const lowest = Math.min(...fretted, highest);
  const first = highest <= FRETS ? 1 : lowest;
  const rows = Math.max(FRETS, highest - first + 1);
  const marks: Mark[] = [];
  if (chord) {
    const shape = shapeOf(chord);
    marks.push(
      text(SHAPE_WIDTH / 2, 11, displayChord(chord), { face: "title", size: 13, anchor: "middle" }),
    );
    if (shape) {
      marks.push(
        text(SHAPE_WIDTH / 2, 21, `${displayChord(shape)} shape`, {
          size: 8,
          anchor: "middle",
          grey: 0.4,
        }),
      );
    }
  }
  for (let string = 1; string <= strings; string++) {
    marks.push(stroke(`M${xOf(string)} ${top}v${rows * FRET_GAP}`, 0.7, 0.3));
  }
  for (let row = 0; row <= rows; row++) {
    const isNut = row === 0 && first === 1;
    marks.push(
      stroke(
        `M${xOf(strings)} ${top + row * FRET_GAP}H${xOf(1)}`,
        isNut ? 2.2 : 0.7,
        isNut ? 0 : 0.3,
      ),
    );
  }
  if (first > 1) {
    const written = formatFret({ string: 1, fret: fret(first) }, names);
    marks.push(
      text(xOf(strings) - 8, top + FRET_GAP * 0.72, String(written), { size: 9, anchor: "end" }),
    );
  }
  const played = new Map(notes.map((note) => [note.place!.string, note]));
  for (let string = 1; string <= strings; string++) {
    const note = played.get(string);
    const x = xOf(string);
    if (!note) marks.push(stroke(`M${x - 2.5} ${top - 8}l5 5m0 -5l-5 5`, 0.9, 0.2));
    else if (note.place!.fret === 0) marks.push(stroke(circle(x, top - 5.5, 2.6), 0.9));
    else {
      const y = top + (note.place!.fret - first + 0.5) * FRET_GAP;
      const finger = fingers.get(note.id) ?? note.place!.finger;
      marks.push(dot(x, y, 4.9));
      if (finger !== undefined && finger !== 0) {
        marks.push(
          text(x, y + 2.8, String(finger), { face: "bold", size: 8, anchor: "middle", grey: 1 }),
        );
      }
    }
  }
  return marks;
}
